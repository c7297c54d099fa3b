/** Calls out what the rules drew, at its moment: by voice where there is one, by tone and colour always. */
import { useEffect, useState } from "react";

import type { CallLine } from "./details";
import type { Standing } from "./outbox";
import type { Playing } from "./useClick";

export function useCaller(call: CallLine, { tally, atMs }: Standing, { speaker, clock, isPlaying }: Playing): CallLine | null {
  const [called, setCalled] = useState<CallLine | null>(null);
  const isOn = isPlaying && !tally.is_over && !tally.is_paused;
  const { place } = call;
  const dueMs = atMs + call.in_ms;
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
