/** What a press, a key and the passing of time do on the court screen. */
import { useCallback, useEffect, useRef, useState } from "react";
import { useNavigate } from "react-router";

import type { Athlete, Run } from "../../api/queries";
import { callBetween } from "./calls";
import type { Flash } from "./Pads";
import type { Speaker } from "./sounds";
import { useCall } from "./useCall";
import { useCountIn } from "./useCountIn";
import { leftAt, useCourt, type Court } from "./useCourt";
import { useKeys } from "./useKeys";
import { useSound } from "./useSound";
import { useTick } from "./useTick";
import { useWakeLock } from "./useWakeLock";

const LAST_SECONDS = 5;
/** The count often outruns the eye: for so long after the end a make is taken for a press too many. */
const END_GUARD_MS = 900;

/** The clocks of the court, ticking down from what the last tally said. */
function useClocks({ standing, clock }: Court, isPlaying: boolean) {
  const { tally } = standing;
  const read = useCallback(() => clock.now(), [clock]);
  const nowMs = useTick(read, isPlaying && !tally.is_over);
  const isStill = tally.is_paused || tally.is_over;
  return {
    nowMs,
    leftMs: leftAt(tally.time_left_ms, standing, nowMs),
    restMs: leftAt(tally.rest_left_ms, standing, nowMs) ?? 0,
    usedMs: tally.time_used_ms + (isStill ? 0 : Math.max(0, nowMs - standing.atMs)),
  };
}

/** Says and sounds what the count and the clock come to. */
function useAnnouncer(court: Court, speaker: Speaker, say: (words: string) => void, isPlaying: boolean, clocks: ReturnType<typeof useClocks>) {
  const { standing } = court;
  const { tally } = standing;
  const before = useRef(standing);
  useEffect(() => {
    const heard = callBetween(before.current, standing);
    before.current = standing;
    if (!heard) return;
    if (heard.words) say(heard.words);
    speaker.play(heard.sound);
  }, [standing, say, speaker]);

  const second = isPlaying && !tally.is_paused && clocks.leftMs !== null ? Math.ceil(clocks.leftMs / 1000) : 0;
  useEffect(() => {
    if (second >= 1 && second <= LAST_SECONDS) speaker.play("second");
  }, [second, speaker]);

  const isResting = clocks.restMs > 0;
  const wasResting = useRef(isResting);
  useEffect(() => {
    if (wasResting.current && !isResting && !tally.is_over) {
      say("Next set");
      speaker.play("next");
    }
    wasResting.current = isResting;
  }, [isResting, tally.is_over, say, speaker]);
}

export function usePlay(run: Run, athlete: Athlete) {
  const navigate = useNavigate();
  const court = useCourt(run);
  const { tally, waiting } = court.standing;
  const sound = useSound(athlete);
  const { speaker } = sound;
  const { call, say } = useCall();
  const [isPlaying, setIsPlaying] = useState(false);
  const [flash, setFlash] = useState<Flash | null>(null);
  const [isHelpOpen, setHelp] = useState(false);
  const isAwake = useWakeLock(!tally.is_over);
  const clocks = useClocks(court, isPlaying);
  const countIn = useCountIn(
    () => speaker.play("count_in"),
    () => {
      speaker.play("go");
      court.clock.start();
      setIsPlaying(true);
    },
  );
  useAnnouncer(court, speaker, say, isPlaying, clocks);

  const endedAt = useRef(0);
  useEffect(() => {
    endedAt.current = tally.is_over ? performance.now() : 0;
  }, [tally.is_over]);

  // Time is up by the clock; that the run is over is for the rules to say, so they are told the time.
  const { timeUp } = court;
  const isTimeUp = isPlaying && clocks.leftMs === 0 && !tally.is_over && !tally.is_paused && waiting === 0;
  useEffect(() => {
    if (isTimeUp) timeUp();
  }, [isTimeUp, timeUp]);

  const canUndo = tally.undoable > 0 || tally.ending === "stopped" || waiting > 0;
  const start = () => {
    if (isPlaying) return;
    speaker.wake();
    countIn.begin();
  };
  const press = (kind: Flash["kind"]) => {
    if (!isPlaying || tally.is_over || tally.is_paused) return;
    court.press(kind);
    setFlash({ kind, key: performance.now() });
    if (kind === "let") say("Let: not counted");
    else speaker.play(kind === "make" ? "made" : "missed");
  };
  const undo = () => {
    if (!canUndo) return;
    court.press("undo");
    say("Undone");
  };
  const pause = () => {
    if (isPlaying && !tally.is_over) court.press(tally.is_paused ? "resume" : "pause");
  };
  const seeEnd = () => void navigate(`/practise/runs/${run.id}/end`, { replace: true });
  const make = () => {
    if (tally.is_over) {
      if (performance.now() - endedAt.current > END_GUARD_MS) seeEnd();
    } else if (isPlaying) press("make");
    else start();
  };
  const keys = { make, miss: () => press("miss"), let: () => press("let"), undo, pause, mute: sound.toggle, next: () => tally.is_over && seeEnd() };
  useKeys({ ...(isHelpOpen ? {} : keys), help: () => setHelp(!isHelpOpen) });

  return {
    ...clocks,
    ...{ court, sound, countIn: countIn.count, isPlaying, isAwake, flash, call, canUndo, isHelpOpen, setHelp },
    ...{ start, press, undo, pause, seeEnd, stop: () => court.press("finish") },
    wayOut: run.block === null ? "/practise" : `/practise/blocks/${run.block}`,
  };
}
