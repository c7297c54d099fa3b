/** One run in play: its clock, its events on their way, and where it stands. */
import { useQueryClient } from "@tanstack/react-query";
import { useCallback, useEffect, useState, useSyncExternalStore } from "react";

import { outcomeQuery, type EventKind, type Run } from "../../api/queries";
import { countIn, endHere, keepHere } from "../../shared/device/steps";
import { forgetRun, type KeptRun } from "../../shared/lib/presses";
import { CourtRun, type Origin, type Standing } from "./courtRun";
import { RunClock } from "./runClock";
import { serverOf } from "../../shared/device/runServer";
import { holdRun } from "../../shared/device/sweep";

const SAVE_EVERY_MS = 1000;

export interface Court {
  standing: Standing;
  clock: RunClock;
  /** `text` says which zone was hit, where one was. */
  press: (kind: EventKind, text?: string, origin?: Origin) => void;
  /** A moment that the rules wait for is past: they are told how late it is. */
  tick: (atMs: number) => void;
  retry: () => void;
  /** Whether any press is not counted yet. */
  isBehind: () => boolean;
}

export function useCourt(run: Run, kept: KeptRun): Court {
  const client = useQueryClient();
  const [clock] = useState(() => new RunClock(run.id));
  const [play] = useState(() => {
    const settled = (isOver: boolean) => {
      // What other screens know of this run is behind by these presses.
      for (const queryKey of [["runs", run.id], ["today"], ["ladders"], ["blocks"]])
        void client.invalidateQueries({ queryKey, refetchType: "none" });
      if (!isOver) return;
      clock.clear();
      // Read ahead; whoever opens the result is told of any trouble.
      client.query(outcomeQuery(run.id)).catch(() => undefined);
    };
    return new CourtRun(run, serverOf(run.id), clock, kept, settled);
  });
  const standing = useSyncExternalStore(play.subscribe, play.read);
  const press = useCallback((kind: EventKind, text?: string, origin?: Origin) => play.add(kind, text, origin), [play]);
  const tick = useCallback(
    (atMs: number) => {
      // A press, or a pause, that is not counted yet comes first.
      if (!play.isBehind) play.add("tick", "", { atMs });
    },
    [play],
  );
  const retry = useCallback(() => play.send(), [play]);

  useEffect(() => {
    play.begin();
    const letGo = holdRun(run.id);
    const save = () => clock.save();
    const timer = window.setInterval(save, SAVE_EVERY_MS);
    window.addEventListener("pagehide", save);
    window.addEventListener("online", retry);
    return () => {
      save();
      letGo();
      play.leave();
      window.clearInterval(timer);
      window.removeEventListener("pagehide", save);
      window.removeEventListener("online", retry);
      const standing = play.read();
      const { tally, result, distance } = standing;
      const left = { ...run, tally, result, distance };
      if (!tally.is_over) {
        if (play.waiting > 0) void keepHere(client, left);
        return;
      }
      countIn(left).catch(() => undefined);
      if (play.waiting === 0) void forgetRun(run.id);
      else endHere(client, left).catch(() => undefined);
    };
  }, [client, play, clock, retry, run]);

  return { standing, clock, press, tick, retry, isBehind: () => play.isBehind };
}
