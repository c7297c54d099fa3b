/** One run in play: its clock, its events on their way, and where it stands. What counts is the server's to say. */
import { useQueryClient } from "@tanstack/react-query";
import { useCallback, useEffect, useState, useSyncExternalStore } from "react";

import { outcomeQuery, type EventKind, type NewEvent, type Run } from "../../api/queries";
import { Outbox, type Origin, type Standing } from "./outbox";
import { RunClock } from "./runClock";
import { serverOf } from "./runServer";
import { holdRun } from "./sweep";

const SAVE_EVERY_MS = 1000;

export interface Court {
  standing: Standing;
  clock: RunClock;
  /** `text` says which zone was hit, where one was. */
  press: (kind: EventKind, text?: string, origin?: Origin) => void;
  /** A moment that the rules wait for is past: they are told how late it is. */
  tick: (atMs: number) => void;
  retry: () => void;
  /** Whether any press is not answered yet. */
  hasPending: () => boolean;
}

export function useCourt(run: Run, kept: NewEvent[]): Court {
  const client = useQueryClient();
  const [clock] = useState(() => new RunClock(run.id));
  const [outbox] = useState(() => new Outbox(run, serverOf(run.id), clock, kept));
  const standing = useSyncExternalStore(outbox.subscribe, outbox.read);
  const press = useCallback(
    (kind: EventKind, text?: string, origin?: Origin) => outbox.add(kind, text, origin),
    [outbox],
  );
  const tick = useCallback(
    (atMs: number) => {
      // A press, or a pause, that is not answered yet comes first.
      if (outbox.isEmpty) outbox.add("tick", "", { atMs });
    },
    [outbox],
  );
  const retry = useCallback(() => void outbox.send(), [outbox]);

  useEffect(() => {
    void outbox.send();
    const letGo = holdRun(run.id);
    const save = () => clock.save();
    const timer = window.setInterval(save, SAVE_EVERY_MS);
    window.addEventListener("pagehide", save);
    window.addEventListener("online", retry);
    return () => {
      save();
      letGo();
      window.clearInterval(timer);
      window.removeEventListener("pagehide", save);
      window.removeEventListener("online", retry);
    };
  }, [outbox, clock, retry, run.id]);

  useEffect(() => {
    if (standing.waiting > 0) return;
    // What other screens know of this run is behind by these presses.
    for (const queryKey of [["runs", run.id], ["today"], ["ladders"], ["blocks"]])
      void client.invalidateQueries({ queryKey, refetchType: "none" });
    if (!standing.tally.is_over) return;
    clock.clear();
    // Read ahead; whoever opens the result is told of any trouble.
    client.query(outcomeQuery(run.id)).catch(() => undefined);
  }, [client, clock, run.id, standing.tally.is_over, standing.waiting]);

  return { standing, clock, press, tick, retry, hasPending: () => !outbox.isEmpty };
}
