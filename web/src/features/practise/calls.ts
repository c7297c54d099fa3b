/** What the court screen calls out, in words and with a sound, when the count moves from one standing to the next. */
import { showNumber } from "../../shared/lib/format";
import type { Standing } from "./courtRun";
import type { Sound } from "./sounds";

/** A press that counts adds no more; one that scores may. */
const MOST_A_PRESS = 2;

export interface Call {
  words: string;
  sound: Sound;
}

export function callBetween(before: Standing, after: Standing): Call | null {
  const { tally, distance } = after;
  // The curtain that falls at the end is the twin of its sound.
  if (tally.is_over && !before.tally.is_over) return { words: "", sound: "end" };
  if (distance.is_new_best && !before.distance.is_new_best) return { words: "A new best", sound: "best" };
  // The target that stands large on the screen is the twin of its sound.
  const isNextTarget = tally.target !== null && tally.target !== before.tally.target;
  return callOfNumber(before, after) ?? (isNextTarget ? { words: "", sound: "next" } : null);
}

function callOfNumber(before: Standing, { tally, distance }: Standing): Call | null {
  if (tally.number <= before.tally.number) return null;
  if (distance.is_close_to_best && !before.distance.is_close_to_best) {
    const more = distance.to_best ?? 0;
    return { words: more > 0 ? `${showNumber(more)} to your best` : "Level with your best", sound: "close" };
  }
  // Points that come ten at a time are not counted by tens.
  if (tally.number - before.tally.number > MOST_A_PRESS) return null;
  const tens = Math.floor(tally.number / 10);
  return tens > Math.floor(before.tally.number / 10) ? { words: String(tens * 10), sound: "ten" } : null;
}
