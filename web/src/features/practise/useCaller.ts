/** Calls out what the rules drew, at its moment: by voice where there is one, by tone and colour always. */
import { useEffect, useState } from "react";

import type { Standing } from "./courtRun";
import type { SignOf } from "./signs";
import type { Playing } from "./useClick";

type CalledOut = SignOf<"call">;

export function useCaller(
  call: CalledOut,
  { tally, atMs }: Standing,
  { speaker, clock, isPlaying }: Playing,
): CalledOut | null {
  const [called, setCalled] = useState<CalledOut | null>(null);
  const isOn = isPlaying && !tally.is_over && !tally.is_paused;
  const { place } = call;
  const dueMs = atMs + call.in_ms;
  useEffect(() => {
    if (!isOn || called?.place === place) return;
    const timer = window.setTimeout(
      () => {
        setCalled(call);
        if (!speaker.speak(call.call)) speaker.play("next");
      },
      Math.max(0, dueMs - clock.now()),
    );
    return () => window.clearTimeout(timer);
  }, [isOn, call, called?.place, place, dueMs, clock, speaker]);
  return called?.place === place && !tally.is_over ? called : null;
}
