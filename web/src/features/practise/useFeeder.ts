/** Feeds by the clock: a sound on the audio's clock at the moment a feed is due, and a mark on the screen. */
import { useEffect, useRef, useState } from "react";

import type { Standing } from "./courtRun";
import type { SignOf } from "./signs";
import type { Playing } from "./useClick";

/** So long before it is due a sound is handed to the audio's clock, which keeps time better than any timer. */
const AHEAD_MS = 250;
/** The two clocks are read apart by a few ms each time; by more than this only where one of them stood still. */
const APART_S = 0.05;

/** The place of the feed that was fed last on this screen; -1 before the first. */
export function useFeeder(
  { place, in_ms: inMs }: SignOf<"feed">,
  { tally, atMs }: Standing,
  { speaker, clock, isPlaying }: Playing,
): number {
  const [fed, setFed] = useState(-1);
  /** What the audio's clock says at the start of the run's, in s. */
  const anchor = useRef<number | null>(null);
  const isOn = isPlaying && !tally.is_over && !tally.is_paused;
  const dueMs = atMs + inMs;
  const isDue = isOn && inMs > 0 && fed < place;
  useEffect(() => {
    if (!isDue) return;
    const leftMs = () => Math.max(0, dueMs - clock.now());
    const sound = window.setTimeout(
      () => {
        const now = speaker.time;
        if (now === null) return;
        const read = now - clock.now() / 1000;
        if (anchor.current === null || Math.abs(read - anchor.current) > APART_S) anchor.current = read;
        speaker.clickAt(anchor.current + dueMs / 1000, true);
      },
      Math.max(0, leftMs() - AHEAD_MS),
    );
    const mark = window.setTimeout(() => setFed(place), leftMs());
    return () => {
      window.clearTimeout(sound);
      window.clearTimeout(mark);
    };
  }, [isDue, place, dueMs, clock, speaker]);
  return fed;
}
