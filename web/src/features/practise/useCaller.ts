/** Calls out what the rules drew, at its moment: by voice where there is one, by tone and colour always. */
import { useEffect, useState } from "react";

import { detailOf, type CallLine } from "./details";
import type { RunClock } from "./runClock";
import type { Standing } from "./outbox";
import type { Speaker } from "./sounds";

export function useCaller({ tally, atMs }: Standing, clock: RunClock, speaker: Speaker, isPlaying: boolean): CallLine | null {
  const [called, setCalled] = useState<CallLine | null>(null);
  const call = detailOf(tally, "call");
  const isOn = isPlaying && call !== null && !tally.is_over && !tally.is_paused;
  const place = call?.place ?? -1;
  const dueMs = atMs + (call?.in_ms ?? 0);
  useEffect(() => {
    if (!isOn || called?.place === place) return;
    const timer = window.setTimeout(() => {
      setCalled(call);
      if (!speaker.speak(call.call)) speaker.play("next");
    }, Math.max(0, dueMs - clock.now()));
    return () => window.clearTimeout(timer);
  }, [isOn, call, called?.place, place, dueMs, clock, speaker]);
  return called?.place === place && !tally.is_over ? called : null;
}
