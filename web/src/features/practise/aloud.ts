/** What the browser's voice says of the count, for whoever cannot look; chosen on each device, each for itself. */
import { quantity, showNumber } from "../../shared/lib/format";
import { useKept } from "../../shared/lib/useKept";
import type { Call } from "./calls";
import type { Standing } from "./courtRun";
import type { Sound } from "./sounds";
import type { Clocks } from "./useClocks";

const KEY = "said-aloud";

export const COUNTS = [
  { step: 0, word: "no count" },
  { step: 10, word: "every tenth" },
  { step: 5, word: "every fifth" },
  { step: 1, word: "every count" },
] as const;

export const TOPICS = ["targets", "bests", "time"] as const;

export type Aloud = { step: number } & Record<(typeof TOPICS)[number], boolean>;

const NOTHING: Aloud = { step: 0, targets: false, bests: false, time: false };
/** What was one choice from little to much, before each could be chosen for itself. */
const BEFORE: Record<string, number> = { calls: 10, fives: 5, every: 1 };

function read(kept: unknown): Aloud {
  if (typeof kept === "string" && kept in BEFORE)
    return { ...NOTHING, step: BEFORE[kept] ?? 0, targets: true, bests: true };
  return typeof kept === "object" && kept !== null ? { ...NOTHING, ...kept } : NOTHING;
}

export function useAloud() {
  const [aloud, set] = useKept(KEY, read);
  return { aloud, set };
}

const BESTS = new Set<Sound>(["close", "best"]);

/** The words for what has just changed, a few at most; `heard` is what is called out on the screen. */
export function wordsAloud(before: Standing, { tally }: Standing, heard: Call | null, aloud: Aloud): string | null {
  const isNext = aloud.targets && tally.target !== null && tally.target !== before.tally.target;
  const target = isNext ? [tally.target, ...(tally.then === null ? [] : [`then ${tally.then}`])] : [];
  const best = aloud.bests && heard && BESTS.has(heard.sound) ? heard.words : "";
  const isDue = aloud.step > 0 && Math.floor(tally.number / aloud.step) > Math.floor(before.tally.number / aloud.step);
  // One number at a time: how far it is to the best says where the count is.
  const count = isDue && !best ? showNumber(tally.number) : "";
  return [count, best, ...target].filter(Boolean).join(", ") || null;
}

/** The seconds left at which the time is said. */
const LEFT_SAID_S = new Set([600, 300, 120, 60, 30, 10]);
const MINUTE_S = 60;

/** The time, at this second of it; null where it is not said. */
export function timeAloud({ leftS, usedS }: Clocks, aloud: Aloud): string | null {
  if (!aloud.time) return null;
  if (leftS !== null) {
    const isMinutes = leftS >= MINUTE_S;
    const words = isMinutes ? quantity(leftS / MINUTE_S, "minute") : quantity(leftS, "second");
    return LEFT_SAID_S.has(leftS) ? `${words} left` : null;
  }
  return usedS > 0 && usedS % MINUTE_S === 0 ? quantity(usedS / MINUTE_S, "minute") : null;
}
