/** What a block is asked for, as it stands in the address: it can be shared, reloaded, and gone back from. */

import type { Schemas } from "../../api/client";
import { localDay, readDay, showHour } from "../../shared/lib/format";
import { useAddress } from "../../shared/lib/useAddress";

export type Proposal = Schemas["Proposal"];
export type ProposedPart = Schemas["ProposedPart"];
export type Kept = Required<Pick<Schemas["KeptRequest"], "key">> & {
  runs: number;
  seconds: number | null;
  is_locked: boolean;
  place: number;
};

/** A part that the athlete put in, between the ends of the block or in place of one of them. */
export type Own = Required<Schemas["OwnPartRequest"]>;

export interface Draft {
  minutes: number;
  /** Null while the athlete has chosen none: then the block is made of those that its focus looks at. */
  ladders: number[] | null;
  day: string;
  start: string;
  focus: string;
  energy: string;
  partner: string;
  /** In which order the runs of neighbouring drills are played, and the seed of what is drawn by lot. */
  weave: string;
  seed: number;
  place: number | null;
  missing: string[];
  hasWarmUp: boolean;
  hasCoolDown: boolean;
  kept: Kept[];
  fill: boolean;
  own: Own[];
  /** Rungs chosen by hand, beside those that are worked on. */
  rungs: number[];
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

/** Own parts in the address: a list of lists, as short as JSON can have it. */
const writeOwn = (own: Own[]) =>
  JSON.stringify(
    own.map(({ key, kind, title, seconds, place, items, role, two }) => [
      ...[key, kind, title, seconds, place, items, role],
      ...(two ? [two] : []),
    ]),
  );

type Written = [string, Own["kind"], string, number, number, string[], Own["role"], Own["two"]?];

function readOwn(text: string | null): Own[] {
  try {
    return (JSON.parse(text ?? "[]") as Written[]).map(([key, kind, title, seconds, place, items, role, two]) => ({
      key,
      kind,
      title,
      seconds,
      place,
      items,
      role,
      two: two ?? null,
    }));
  } catch {
    return [];
  }
}

const USUAL = { focus: "balanced", energy: "normal", partner: "feed", weave: "blocked" };

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
    weave: params.get("weave") ?? USUAL.weave,
    seed: Number(params.get("seed")) || 0,
    place: Number(params.get("place")) || null,
    missing: list("missing", "|"),
    hasWarmUp: params.get("warmup") !== "no",
    hasCoolDown: params.get("cooldown") !== "no",
    kept: list("kept", ",").map(readKept),
    fill: params.get("fill") !== "no",
    own: readOwn(params.get("own")),
    rungs: list("rungs", ",").map(Number).filter(Boolean),
  };
}

function write(draft: Draft, block: string | null): Record<string, string> {
  const values: Record<string, string> = { minutes: String(draft.minutes), day: draft.day };
  if (draft.ladders) values["ladders"] = draft.ladders.join(",");
  if (block) values["block"] = block;
  if (draft.start) values["start"] = draft.start;
  for (const name of ["focus", "energy", "partner", "weave"] as const)
    if (draft[name] !== USUAL[name]) values[name] = draft[name];
  if (draft.seed) values["seed"] = String(draft.seed);
  if (draft.place) values["place"] = String(draft.place);
  if (draft.missing.length) values["missing"] = draft.missing.join("|");
  if (!draft.hasWarmUp) values["warmup"] = "no";
  if (!draft.hasCoolDown) values["cooldown"] = "no";
  if (draft.kept.length) values["kept"] = draft.kept.map(writeKept).join(",");
  if (!draft.fill) values["fill"] = "no";
  if (draft.own.length) values["own"] = writeOwn(draft.own);
  if (draft.rungs.length) values["rungs"] = draft.rungs.join(",");
  return values;
}

/** The draft as the address has it at this moment: the screen may be a little behind. */
export const latestDraft = () => read(new URLSearchParams(window.location.search));

/** The draft, and changing it. An edit can be gone back from; turning a knob replaces what was there. */
export function useDraft() {
  const { address, change: changeAddress } = useAddress();
  const block = address.get("block");
  const draft = read(address);
  const change = (next: Next, isEdit = false) =>
    changeAddress((params) => {
      const now = read(params);
      return write({ ...now, ...comes(next, now) }, block);
    }, isEdit);
  return { draft, change, block: block ? Number(block) : null };
}

type AnyPart = Pick<
  Schemas["Part"],
  "key" | "kind" | "title" | "planned_s" | "items" | "role" | "two" | "rung" | "is_own"
>;

/** Whether a part has a place among the others: not the ends of the block, nor its game with a partner. */
export const isPlaced = (part: Pick<AnyPart, "rung" | "role" | "is_own">) =>
  part.rung !== null || (part.is_own && part.role === "");

export const ownOf = (part: AnyPart, place: number): Own => ({
  key: part.key,
  kind: part.kind as Own["kind"],
  title: part.title,
  seconds: part.planned_s,
  place,
  items: part.items,
  role: part.role as Own["role"],
  two: part.two,
});

/** What the server is asked. */
export function asked(draft: Draft): Schemas["AskedRequest"] {
  const { minutes, ladders, day, focus, energy, partner, weave, seed, place, missing, kept, fill, own, rungs } = draft;
  return {
    minutes,
    ladders,
    day,
    focus,
    energy,
    partner,
    weave,
    seed,
    place,
    missing,
    kept,
    fill,
    own,
    rungs,
    has_warm_up: draft.hasWarmUp,
    has_cool_down: draft.hasCoolDown,
  };
}

/** The address of the planner with a kept block in it, to be edited. */
export function addressOf(block: Schemas["Block"]): string {
  const between = block.parts.filter(isPlaced);
  const setByHand = block.parts.filter((part) => part.is_set && !part.rung && !part.is_own);
  const left = new Set(block.acknowledged.map(({ what }) => what));
  const draft: Draft = {
    minutes: block.minutes,
    ladders: [...new Set(between.flatMap((part) => (part.ladder && !part.is_rung_fixed ? [part.ladder.id] : [])))],
    day: block.day,
    start: showHour(block.start ?? ""),
    focus: block.focus,
    energy: block.energy,
    partner: block.partner,
    weave: block.weave,
    seed: block.seed,
    place: block.place?.id ?? null,
    missing: block.missing,
    hasWarmUp: !left.has("warm_up"),
    hasCoolDown: !left.has("cool_down"),
    kept: [
      ...setByHand.map((part) => ({ key: part.key, runs: 1, seconds: part.planned_s, place: 0, is_locked: false })),
      ...between.flatMap((part, place) =>
        part.rung ? [{ key: part.key, runs: part.runs_planned, seconds: null, place, is_locked: part.is_locked }] : [],
      ),
    ],
    fill: false,
    own: block.parts.filter((part) => part.is_own).map((part) => ownOf(part, Math.max(0, between.indexOf(part)))),
    rungs: [...new Set(between.flatMap((part) => (part.rung && part.is_rung_fixed ? [part.rung.id] : [])))],
  };
  return `/plan?${new URLSearchParams(write(draft, String(block.id))).toString()}`;
}
