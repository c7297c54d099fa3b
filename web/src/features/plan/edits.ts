/** The athlete's hand in a block: each edit names the parts as they should stand; the server makes them fit. */
import type { Draft, Kept, Next, Proposal, ProposedPart } from "./draft";

/** What a part could be swapped for; with its ladder where that was not asked for yet. */
export interface Other {
  key: string;
  title: string;
  ladder?: number;
}

export interface Edits {
  move: (key: string, by: number) => void;
  stretch: (key: string, by: number) => void;
  lock: (key: string) => void;
  remove: (key: string) => void;
  swap: (key: string, other: Other) => void;
  add: (key: string) => void;
  rebuild: () => void;
}

/** One step of stretching a part that is kept by the clock. */
const STEP_S = 60;

function asKept(part: ProposedPart, place: number): Kept {
  return { key: part.key, runs: part.runs_planned, seconds: null, place, is_locked: part.is_locked };
}

/** Parts by the clock that were stretched before keep their length. */
const stretched = (draft: Draft) => draft.kept.filter((part) => part.seconds !== null);

/** `isAnswer` says whether the proposal on the screen is the one for a draft, and not one that is still waited for. */
export function makeEdits(
  proposal: Proposal,
  isAnswer: (now: Draft) => boolean,
  change: (next: Next, isEdit: boolean) => void,
): Edits {
  // A press that comes before the answer to the last one builds on what that one asked for.
  const shown = proposal.parts.filter((part) => part.rung).map(asKept);
  const partsOf = (now: Draft) =>
    now.fill || isAnswer(now) ? shown : now.kept.filter((part) => part.seconds === null);
  const apply = (edit: (parts: Kept[]) => Kept[], ladder?: number) =>
    change(
      (now) => ({
        kept: [...edit(partsOf(now)).map((part, place) => ({ ...part, place })), ...stretched(now)],
        ladders: ladder === undefined ? now.ladders : [...(now.ladders ?? proposal.ladders), ladder],
        fill: false,
      }),
      true,
    );
  const alter = (key: string, next: (part: Kept) => Partial<Kept>, ladder?: number) =>
    apply((parts) => parts.map((part) => (part.key === key ? { ...part, ...next(part) } : part)), ladder);

  const stretchClock = (part: ProposedPart, by: number) =>
    change((now) => {
      const own = stretched(now).find((each) => each.key === part.key);
      const before = (isAnswer(now) ? null : own?.seconds) ?? part.planned_s;
      const clock: Kept = {
        key: part.key,
        runs: 1,
        seconds: Math.max(STEP_S, before + by * STEP_S),
        place: 0,
        is_locked: false,
      };
      return { kept: [...partsOf(now), ...stretched(now).filter((part) => part !== own), clock], fill: false };
    }, true);

  return {
    move: (key, by) => {
      const to = shown.findIndex((part) => part.key === key) + by;
      if (to < 0 || to >= shown.length) return;
      apply((parts) => {
        const from = parts.findIndex((part) => part.key === key);
        const order = [...parts];
        order.splice(Math.max(0, from + by), 0, ...order.splice(from, 1));
        return from < 0 ? parts : order;
      });
    },
    stretch: (key, by) => {
      const part = proposal.parts.find((each) => each.key === key);
      if (!part) return;
      if (!part.rung) stretchClock(part, by);
      // What was set by hand stays as it was set.
      else if (part.runs_planned + by >= 1)
        alter(key, ({ runs }) => ({ runs: Math.max(1, runs + by), is_locked: true }));
    },
    lock: (key) => alter(key, ({ is_locked }) => ({ is_locked: !is_locked })),
    remove: (key) => {
      if (key === "warm_up") change({ hasWarmUp: false }, true);
      else if (key === "cool_down") change({ hasCoolDown: false }, true);
      else apply((parts) => parts.filter((part) => part.key !== key));
    },
    swap: (key, { key: other, ladder }) => alter(key, () => ({ key: other, runs: 1, is_locked: false }), ladder),
    add: (key) => apply((parts) => [...parts, { key, runs: 1, seconds: null, place: parts.length, is_locked: false }]),
    rebuild: () => change((now) => ({ kept: partsOf(now).filter((part) => part.is_locked), fill: true }), true),
  };
}
