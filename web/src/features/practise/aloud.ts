/** What the browser's voice says of the count, for whoever cannot look; chosen on each device. */
import { showNumber } from "../../shared/lib/format";
import { useKept } from "../../shared/lib/useKept";
import type { Call } from "./calls";
import type { Standing } from "./outbox";

const KEY = "said-aloud";

/** From little to much; each says what those before it say. */
export const ALOUD = [
  { value: "off", word: "nothing", step: null },
  { value: "calls", word: "tens, bests and targets", step: null },
  { value: "fives", word: "and every fifth", step: 5 },
  { value: "every", word: "and every count", step: 1 },
] as const;

export type Aloud = (typeof ALOUD)[number]["value"];

const read = (kept: unknown): Aloud => ALOUD.find(({ value }) => value === kept)?.value ?? "off";

export function useAloud() {
  const [aloud, set] = useKept(KEY, read);
  return { aloud, set };
}

/** The words for what has just changed, a few at most; `heard` is what is called out on the screen. */
export function wordsAloud(before: Standing, { tally }: Standing, heard: Call | null, aloud: Aloud): string | null {
  if (aloud === "off") return null;
  const isNext = tally.target !== null && tally.target !== before.tally.target;
  const target = isNext ? [tally.target, ...(tally.then === null ? [] : [`then ${tally.then}`])] : [];
  const words = [heard?.words, ...target].filter(Boolean).join(", ");
  if (words) return words;
  const step = ALOUD.find(({ value }) => value === aloud)?.step;
  if (!step || tally.number <= before.tally.number) return null;
  const isDue = Math.floor(tally.number / step) > Math.floor(before.tally.number / step);
  return isDue ? showNumber(tally.number) : null;
}
