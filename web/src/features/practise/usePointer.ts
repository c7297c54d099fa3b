/** A clicker has few buttons: one of them points at the zones in turn, and a make then counts at the one pointed at. */
import { useState } from "react";

import type { Tally } from "../../api/queries";

/** The zones as they are pointed at: what a make counts anyway comes first, so of pins all that stand, then one fewer. */
function pointable({ pads, face }: Tally) {
  const zones = pads.filter((pad) => pad.kind === "zone" && !pad.is_done);
  return face === "pins" ? zones.reverse() : zones;
}

export function usePointer(tally: Tally) {
  // Nothing is pointed at before the first press, which goes on to the second zone at once.
  const [turns, setTurns] = useState(0);
  const zones = pointable(tally);
  const at = (turn: number) => zones[turn % zones.length];
  return {
    pointed: turns === 0 ? null : (at(turns)?.text ?? null),
    /** Points one on, and says at what; where there is nothing to point at, nothing happens. */
    point: () => {
      if (zones.length > 0) setTurns(turns + 1);
      return at(turns + 1)?.word;
    },
    rest: () => setTurns(0),
  };
}
