/** A recording that is worked on: what was said of it by hand, and what it comes to then. */
import { useEffect, useRef, useState } from "react";

import { soundNear, readEar, NO_WORK, type HandWork, type Reading } from "../../shared/ear/calls";

/** Between sounds so near a finger cannot tell. */
const NEAR_MS = 60;

export interface HearingState {
  ear: string;
  work: HandWork;
  gapMs: number | null;
  windowMs: number;
  reading: Reading | null;
  error: unknown;
  change: (change: Partial<HandWork>) => void;
  setGapMs: (ms: number | null) => void;
  setWindowMs: (ms: number) => void;
  /** Strikes the hit there out, or takes that back; adds one where there is none. */
  touch: (atMs: number) => Promise<void>;
}

const without = (times: number[], atMs: number) => times.filter((each) => Math.abs(each - atMs) > NEAR_MS);

/** The work after a sound was touched. */
function touched(work: HandWork, { sounds }: Reading, atMs: number): Partial<HandWork> {
  const sound = sounds.find((each) => Math.abs(each.at_ms - atMs) <= NEAR_MS);
  if (sound?.is_added) return { added_ms: without(work.added_ms, atMs) };
  if (sound?.is_hit) return { struck_ms: [...work.struck_ms, sound.at_ms] };
  if (work.struck_ms.some((each) => Math.abs(each - atMs) <= NEAR_MS))
    return { struck_ms: without(work.struck_ms, atMs) };
  return { added_ms: [...work.added_ms, atMs] };
}

export function useHearing(ear: string, firstWindowMs: number): HearingState {
  const [work, setWork] = useState(NO_WORK);
  const [gapMs, setGapMs] = useState<number | null>(null);
  const [windowMs, setWindowMs] = useState(firstWindowMs);
  const [found, setFound] = useState<{ reading: Reading | null; error: unknown }>({ reading: null, error: null });
  const asked = useRef(0);
  useEffect(() => {
    asked.current += 1;
    const mine = asked.current;
    readEar(ear, work, windowMs, gapMs).then(
      (reading) => mine === asked.current && setFound({ reading, error: null }),
      (error: unknown) => mine === asked.current && setFound((before) => ({ ...before, error })),
    );
  }, [ear, work, windowMs, gapMs]);
  const change = (more: Partial<HandWork>) => setWork((before) => ({ ...before, ...more }));
  const touch = async (atMs: number) => {
    const nearMs = await soundNear(ear, atMs);
    if (found.reading) change(touched(work, found.reading, nearMs));
  };
  return { ear, work, gapMs, windowMs, ...found, change, setGapMs, setWindowMs, touch };
}
