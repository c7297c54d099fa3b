/** The athlete's hand in a block: each edit names the parts as they should stand; the server makes them fit. */
import type { Draft, Kept, Next, Proposal, ProposedSegment } from "./draft";

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

function asKept(segment: ProposedSegment, place: number): Kept {
  return { key: segment.key, runs: segment.runs_planned, seconds: null, place, is_locked: segment.is_locked };
}

/** Parts by the clock that were stretched before keep their length. */
const stretched = (draft: Draft) => draft.kept.filter((part) => part.seconds !== null);

export function makeEdits(proposal: Proposal, change: (next: Next, isEdit: boolean) => void): Edits {
  const parts = proposal.segments.filter((segment) => segment.rung).map(asKept);
  const apply = (kept: Kept[], ladder?: number) =>
    change(
      (now) => ({
        kept: [...kept.map((part, place) => ({ ...part, place })), ...stretched(now)],
        ladders: ladder === undefined ? now.ladders : [...now.ladders, ladder],
        fill: false,
      }),
      true,
    );
  const alter = (key: string, next: Partial<Kept>) => apply(parts.map((part) => (part.key === key ? { ...part, ...next } : part)));

  const stretchClock = (segment: ProposedSegment, by: number) => {
    const seconds = Math.max(STEP_S, segment.planned_s + by * STEP_S);
    const clock: Kept = { key: segment.key, runs: 1, seconds, place: 0, is_locked: false };
    change((now) => ({ kept: [...parts, ...stretched(now).filter((part) => part.key !== segment.key), clock], fill: false }), true);
  };

  return {
    move: (key, by) => {
      const from = parts.findIndex((part) => part.key === key);
      const to = from + by;
      if (from < 0 || to < 0 || to >= parts.length) return;
      const order = [...parts];
      order.splice(to, 0, ...order.splice(from, 1));
      apply(order);
    },
    stretch: (key, by) => {
      const segment = proposal.segments.find((each) => each.key === key);
      if (!segment) return;
      if (!segment.rung) stretchClock(segment, by);
      // What was set by hand stays as it was set.
      else if (segment.runs_planned + by >= 1) alter(key, { runs: segment.runs_planned + by, is_locked: true });
    },
    lock: (key) => alter(key, { is_locked: !parts.find((part) => part.key === key)?.is_locked }),
    remove: (key) => {
      if (key === "warm_up") change({ hasWarmUp: false }, true);
      else if (key === "cool_down") change({ hasCoolDown: false }, true);
      else apply(parts.filter((part) => part.key !== key));
    },
    swap: (key, { key: other, ladder }) =>
      apply(
        parts.map((part) => (part.key === key ? { ...part, key: other, runs: 1, is_locked: false } : part)),
        ladder,
      ),
    add: (key) => apply([...parts, { key, runs: 1, seconds: null, place: parts.length, is_locked: false }]),
    rebuild: () => change({ kept: parts.filter((part) => part.is_locked), fill: true }, true),
  };
}
