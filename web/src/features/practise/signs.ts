/** What the rules show beside the number, by its kind. */
import type { Tally } from "../../api/queries";

export type Sign = Tally["signs"][number];
export type SignOf<Kind extends Sign["kind"]> = Extract<Sign, { kind: Kind }>;

/** The tally's sign of a kind; null where it has none. */
export function signOf<Kind extends Sign["kind"]>(tally: Tally, kind: Kind): SignOf<Kind> | null {
  return (tally.signs.find((sign) => sign.kind === kind) as SignOf<Kind> | undefined) ?? null;
}

/** Whether what there is to play with has to be collected, and the run stands still until it is. */
export const isFetching = ({ signs, is_paused: isPaused }: Tally) =>
  isPaused && signs.some((sign) => sign.kind === "reminder" && sign.item === "basket");

/** Whether the pads of a face are numbers of their own, so that a key is its number. */
export const areNumbers = ({ face }: Tally) => face === "pins" || face === "marks";

/** Whether there is more to press than two halves, so that the number stands beside it; some faces have nothing. */
export const hasBoard = ({ face }: Tally) => face !== "halves" && face !== "none";
