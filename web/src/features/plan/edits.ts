/** The athlete's hand in a block: each edit names the parts as they should stand; the server makes them fit. */
import { isPlaced, ownOf, type Draft, type Kept, type Next, type Own, type Proposal, type ProposedPart } from "./draft";

/** What a part could be swapped for; with its ladder where that was not asked for yet. */
export interface Other {
  key: string;
  title: string;
  ladder?: number;
}

export interface Edits {
  move: (key: string, by: number) => void;
  stretch: (key: string, by: number) => void;
  /** So many runs of a challenge, or so many minutes of a part by the clock. */
  set: (key: string, to: number) => void;
  lock: (key: string) => void;
  remove: (key: string) => void;
  swap: (key: string, other: Other) => void;
  add: (key: string) => void;
  /** A part of the athlete's own, changed; or, where it has no key yet, put in as the last. */
  put: (own: Own) => void;
  /** Rungs chosen by hand: their parts, by their keys, stand for themselves on each side. */
  putRungs: (rungs: number[], keys: string[]) => void;
  rebuild: () => void;
}

/** One step of stretching a part that is kept by the clock. */
const STEP_S = 60;
const SHORTEST_OWN_S = 10;

/** A part between the ends of the block: runs of a rung, or one of the athlete's own. */
type Placed = { key: string; kept: Kept; own?: undefined } | { key: string; own: Own; kept?: undefined };

const asPlaced = (part: ProposedPart, place: number): Placed =>
  part.rung
    ? {
        key: part.key,
        kept: { key: part.key, runs: part.runs_planned, seconds: null, place, is_locked: part.is_locked },
      }
    : { key: part.key, own: ownOf(part, place) };

const asNew = (key: string): Placed => ({ key, kept: { key, runs: 1, seconds: null, place: 0, is_locked: false } });

/** Parts by the clock that were stretched before keep their length. */
const stretched = (draft: Draft) => draft.kept.filter((part) => part.seconds !== null);

/** The parts between the ends as a draft asks for them. */
function askedFor(draft: Draft): Placed[] {
  const parts: (Placed & { place: number })[] = [
    ...draft.kept.flatMap((kept) => (kept.seconds === null ? [{ key: kept.key, kept, place: kept.place }] : [])),
    ...draft.own.flatMap((own) => (own.role === "" ? [{ key: own.key, own, place: own.place }] : [])),
  ];
  return parts.sort((one, other) => one.place - other.place);
}

/** A key for a part of the athlete's own that no other part has. */
function freeKey(taken: Set<string>): string {
  let number = 0;
  while (taken.has(`own-${number}`)) number += 1;
  return `own-${number}`;
}

/** `isAnswer` says whether the proposal on the screen is the one for a draft, and not one that is still waited for. */
export function makeEdits(
  proposal: Proposal,
  isAnswer: (now: Draft) => boolean,
  change: (next: Next, isEdit: boolean) => void,
): Edits {
  // A press that comes before the answer to the last one builds on what that one asked for.
  const shown = proposal.parts.filter(isPlaced).map(asPlaced);
  const partsOf = (now: Draft) => (now.fill || isAnswer(now) ? shown : askedFor(now));
  const laid = (parts: Placed[], now: Draft): Partial<Draft> => ({
    kept: [...parts.flatMap(({ kept }, place) => (kept ? [{ ...kept, place }] : [])), ...stretched(now)],
    own: [
      ...now.own.filter(({ role }) => role !== ""),
      ...parts.flatMap(({ own }, place) => (own ? [{ ...own, place }] : [])),
    ],
    fill: false,
  });
  const apply = (edit: (parts: Placed[]) => Placed[], more: (now: Draft) => Partial<Draft> = () => ({})) =>
    change((now) => ({ ...laid(edit(partsOf(now)), now), ...more(now) }), true);
  const withLadder = (ladder?: number) => (now: Draft) =>
    ladder === undefined ? {} : { ladders: [...(now.ladders ?? proposal.ladders), ladder] };
  const alter = (key: string, next: (kept: Kept) => Partial<Kept>, ladder?: number) =>
    apply(
      (parts) =>
        parts.map((part): Placed => {
          if (part.key !== key || !part.kept) return part;
          const kept = { ...part.kept, ...next(part.kept) };
          return { key: kept.key, kept };
        }),
      withLadder(ladder),
    );
  const alterOwn = (key: string, next: (own: Own) => Partial<Own>) =>
    change((now) => {
      const parts = partsOf(now).map((part): Placed =>
        part.own && part.key === key ? { key, own: { ...part.own, ...next(part.own) } } : part,
      );
      const ends = now.own.map((own) => (own.key === key && own.role !== "" ? { ...own, ...next(own) } : own));
      return laid(parts, { ...now, own: ends });
    }, true);

  const setClock = (part: ProposedPart, next: (beforeS: number) => number) =>
    change((now) => {
      const set = stretched(now).find((each) => each.key === part.key);
      const before = (isAnswer(now) ? null : set?.seconds) ?? part.planned_s;
      const clock: Kept = {
        key: part.key,
        runs: 1,
        seconds: Math.max(STEP_S, next(before)),
        place: 0,
        is_locked: false,
      };
      const others = stretched(now).filter((each) => each !== set);
      return laid(partsOf(now), { ...now, kept: [...others, clock] });
    }, true);

  /** Runs or seconds of a part, whatever it is; what was set by hand stays as it was set. */
  const resize = (key: string, runsOf: (runs: number) => number, secondsOf: (seconds: number) => number) => {
    const part = proposal.parts.find((each) => each.key === key);
    if (!part) return;
    if (part.is_own) alterOwn(key, ({ seconds }) => ({ seconds: Math.max(SHORTEST_OWN_S, secondsOf(seconds)) }));
    else if (!part.rung) setClock(part, secondsOf);
    else alter(key, ({ runs }) => ({ runs: Math.max(1, runsOf(runs)), is_locked: true }));
  };

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
      if (part?.rung && part.runs_planned + by < 1) return;
      resize(
        key,
        (runs) => runs + by,
        (seconds) => seconds + by * STEP_S,
      );
    },
    set: (key, to) =>
      resize(
        key,
        () => to,
        () => to * STEP_S,
      ),
    lock: (key) => alter(key, ({ is_locked }) => ({ is_locked: !is_locked })),
    remove: (key) => {
      const part = proposal.parts.find((each) => each.key === key);
      if (key === "warm_up") change({ hasWarmUp: false }, true);
      else if (key === "cool_down") change({ hasCoolDown: false }, true);
      else if (part?.is_own && part.role) change((now) => ({ own: now.own.filter((own) => own.key !== key) }), true);
      else apply((parts) => parts.filter((each) => each.key !== key));
    },
    swap: (key, { key: other, ladder }) => alter(key, () => ({ key: other, runs: 1, is_locked: false }), ladder),
    add: (key) => apply((parts) => [...parts, asNew(key)]),
    put: (given) =>
      change((now) => {
        const placed = partsOf(now);
        const taken = new Set([...proposal.parts, ...now.own].map(({ key }) => key));
        const own = given.key ? given : { ...given, key: freeKey(taken), place: placed.length };
        const others = placed.filter((part) => part.key !== own.key);
        const ends = now.own.filter((each) => each.role !== "" && each.key !== own.key && each.role !== own.role);
        if (own.role !== "") return laid(others, { ...now, own: [...ends, own] });
        const parts = [...others];
        parts.splice(own.place, 0, { key: own.key, own });
        return laid(parts, { ...now, own: now.own.filter((each) => each.key !== own.key) });
      }, true),
    putRungs: (rungs, keys) =>
      apply(
        (parts) => [...parts, ...keys.filter((key) => parts.every((part) => part.key !== key)).map(asNew)],
        (now) => ({ rungs: [...new Set([...now.rungs, ...rungs])] }),
      ),
    rebuild: () =>
      change((now) => {
        const firm = partsOf(now).filter(({ kept }) => kept?.is_locked);
        return { ...laid(partsOf(now), now), kept: firm.flatMap(({ kept }) => (kept ? [kept] : [])), fill: true };
      }, true),
  };
}
