/** What a block is asked for, as it stands in the address: it can be shared, reloaded, and gone back from. */
import { useSearchParams } from "react-router";

import type { Schemas } from "../../api/client";
import { localDay, readDay, showHour } from "../../shared/lib/format";

export type Proposal = Schemas["Proposal"];
export type ProposedPart = Schemas["ProposedPart"];
export type Kept = Required<Pick<Schemas["KeptRequest"], "key">> & {
  runs: number;
  seconds: number | null;
  is_locked: boolean;
  place: number;
};

export interface Draft {
  minutes: number;
  /** Null while the athlete has chosen none: then the block is made of those that its focus looks at. */
  ladders: number[] | null;
  day: string;
  start: string;
  focus: string;
  energy: string;
  partner: string;
  place: number | null;
  missing: string[];
  hasWarmUp: boolean;
  hasCoolDown: boolean;
  kept: Kept[];
  fill: boolean;
}

/** What is to change: values, or what they come to from the draft as it stands at the press. */
export type Next = Partial<Draft> | ((now: Draft) => Partial<Draft>);

/** What comes of a change for a draft. */
export function comes(next: Next, now: Draft): Partial<Draft> {
  return typeof next === "function" ? next(now) : next;
}

/** A choice of several, with one taken in or out. */
export function toggled<Choice>(chosen: Choice[], one: Choice): Choice[] {
  return chosen.includes(one) ? chosen.filter((each) => each !== one) : [...chosen, one];
}

export const SHORTEST = 10;
export const LONGEST = 180;

/** A part that was placed, in the address: key, runs, seconds, place, and an l where it is locked. */
function writeKept({ key, runs, seconds, place, is_locked }: Kept): string {
  return [key, runs, seconds ?? "", place, is_locked ? "l" : ""].join(".");
}

function readKept(text: string): Kept {
  const [key = "", runs, seconds, place, lock] = text.split(".");
  return {
    key,
    runs: Number(runs) || 1,
    seconds: seconds ? Number(seconds) : null,
    place: Number(place) || 0,
    is_locked: lock === "l",
  };
}

const USUAL = { focus: "balanced", energy: "normal", partner: "feed" };

function read(params: URLSearchParams): Draft {
  const chosen = params.get("ladders");
  const list = (name: string, separator: string) => (params.get(name) ?? "").split(separator).filter(Boolean);
  return {
    minutes: Math.min(LONGEST, Math.max(SHORTEST, Number(params.get("minutes")) || 30)),
    ladders: chosen === null ? null : chosen.split(",").map(Number).filter(Boolean),
    day: readDay(params.get("day"), localDay()),
    start: params.get("start") ?? "",
    focus: params.get("focus") ?? USUAL.focus,
    energy: params.get("energy") ?? USUAL.energy,
    partner: params.get("partner") ?? USUAL.partner,
    place: Number(params.get("place")) || null,
    missing: list("missing", "|"),
    hasWarmUp: params.get("warmup") !== "no",
    hasCoolDown: params.get("cooldown") !== "no",
    kept: list("kept", ",").map(readKept),
    fill: params.get("fill") !== "no",
  };
}

function write(draft: Draft, block: string | null): Record<string, string> {
  const values: Record<string, string> = { minutes: String(draft.minutes), day: draft.day };
  if (draft.ladders) values["ladders"] = draft.ladders.join(",");
  if (block) values["block"] = block;
  if (draft.start) values["start"] = draft.start;
  for (const name of ["focus", "energy", "partner"] as const)
    if (draft[name] !== USUAL[name]) values[name] = draft[name];
  if (draft.place) values["place"] = String(draft.place);
  if (draft.missing.length) values["missing"] = draft.missing.join("|");
  if (!draft.hasWarmUp) values["warmup"] = "no";
  if (!draft.hasCoolDown) values["cooldown"] = "no";
  if (draft.kept.length) values["kept"] = draft.kept.map(writeKept).join(",");
  if (!draft.fill) values["fill"] = "no";
  return values;
}

/** The draft, and changing it. An edit can be gone back from; turning a knob replaces what was there. */
export function useDraft() {
  const [params, setParams] = useSearchParams();
  const block = params.get("block");
  const draft = read(params);
  const change = (next: Next, isEdit = false) => {
    // The address is changed at once, the screen a little later: a second quick press must not undo the first.
    const now = read(new URLSearchParams(window.location.search));
    setParams(write({ ...now, ...comes(next, now) }, block), { replace: !isEdit });
  };
  return { draft, change, block: block ? Number(block) : null };
}

/** What the server is asked. */
export function asked(draft: Draft): Schemas["AskedRequest"] {
  const { minutes, ladders, day, focus, energy, partner, place, missing, kept, fill } = draft;
  return {
    minutes,
    ladders,
    day,
    focus,
    energy,
    partner,
    place,
    missing,
    kept,
    fill,
    has_warm_up: draft.hasWarmUp,
    has_cool_down: draft.hasCoolDown,
  };
}

/** The address of the planner with a kept block in it, to be edited. */
export function addressOf(block: Schemas["Block"]): string {
  const challenges = block.parts.filter((part) => part.rung);
  const setByHand = block.parts.filter((part) => part.is_set && !part.rung);
  const left = new Set(block.acknowledged.map(({ what }) => what));
  const draft: Draft = {
    minutes: block.minutes,
    ladders: [...new Set(challenges.flatMap((part) => (part.ladder ? [part.ladder.id] : [])))],
    day: block.day,
    start: showHour(block.start ?? ""),
    focus: block.focus,
    energy: block.energy,
    partner: block.partner,
    place: block.place?.id ?? null,
    missing: block.missing,
    hasWarmUp: !left.has("warm_up"),
    hasCoolDown: !left.has("cool_down"),
    kept: [
      ...setByHand.map((part) => ({ key: part.key, runs: 1, seconds: part.planned_s, place: 0, is_locked: false })),
      ...challenges.map((part, place) => ({
        key: part.key,
        runs: part.runs_planned,
        seconds: null,
        place,
        is_locked: part.is_locked,
      })),
    ],
    fill: false,
  };
  return `/plan?${new URLSearchParams(write(draft, String(block.id))).toString()}`;
}
