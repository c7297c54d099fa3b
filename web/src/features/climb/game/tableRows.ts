/** The rows of a ladder's table: what is typed of each rung. */
import type { LadderDetail, Lever } from "../../../api/queries";
import { makeUuid } from "../../../shared/lib/uuid";
import type { Settings } from "./schema";

export interface TableRowDraft {
  key: string;
  /** Null for one that is not on the ladder yet. */
  rung: number | null;
  title: string;
  levers: Lever[];
  format: string;
  settings: Settings;
  mark: number | null;
}

/** The rungs of a ladder as rows, from the ground up. */
export function rowsOf(detail: LadderDetail): TableRowDraft[] {
  return detail.rungs
    .toReversed()
    .map(({ rung, written, threshold }) => ({
      key: String(rung.id),
      rung: rung.id,
      title: rung.title,
      levers: written.levers,
      format: rung.format,
      settings: rung.settings as Settings,
      mark: threshold.values.mark,
    }));
}

/** A new row: the game and the levers of the one before it, a name and a mark of its own. */
export function freshRow(before: TableRowDraft | undefined): TableRowDraft {
  return {
    key: makeUuid(),
    rung: null,
    title: "",
    levers: before?.levers ?? [],
    format: before?.format ?? "",
    settings: before?.settings ?? {},
    mark: null,
  };
}

/** The levers with one of them set to something else; unset where it is empty. */
export function withLever(levers: Lever[], lever: Lever): Lever[] {
  const isEmpty = lever.value === null && lever.words === "";
  const others = levers.filter((each) => each.kind !== lever.kind);
  if (isEmpty) return others;
  return levers.length === others.length
    ? [...levers, lever]
    : levers.map((each) => (each.kind === lever.kind ? lever : each));
}
