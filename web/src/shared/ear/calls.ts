/** What the rules on this device know of recordings: see the core's `device.ears`. */
import type { Schemas } from "../../api/client";
import { rules } from "../device/rules";
import type { Head } from "./samples";

export type Lessons = NonNullable<Schemas["Place"]["ear"]>;

/** What was said by hand of a recording: times in ms, and the slider. */
export interface HandWork {
  struck_ms: number[];
  added_ms: number[];
  sensitivity: number;
  is_own_only: boolean;
}

export const NO_WORK: HandWork = { struck_ms: [], added_ms: [], sensitivity: 1, is_own_only: false };

/** How a recording is heard that goes on: with which run, from which moment on, and whether claps are commands. */
export interface Live {
  run?: string;
  since_ms?: number;
  claps?: boolean;
}

/** How it stands while it goes on. */
export interface SoFar {
  ms: number;
  hits: number;
  latest_ms: number[];
  rally: number;
  is_broken: boolean;
  /** Two claps, or three, where they are commands. */
  commands: { claps: number; at_ms: number }[];
}

export interface Sound {
  at_ms: number;
  is_hit: boolean;
  is_doubtful: boolean;
  is_added: boolean;
  is_struck: boolean;
}

export interface Reading {
  ms: number;
  gap_ms: number;
  sounds: Sound[];
  doubtful: number;
  contacts: number;
  rallies: number[];
  longest: number;
  interval_ms: number | null;
  per_minute: number | null;
  early_ms: number | null;
  late_ms: number | null;
  lost_ms: number;
  best: { from_ms: number; contacts: number } | null;
}

/** A recording by its peaks alone: what is kept of it, and no sound. */
export interface KeptPeaks {
  ms: number;
  peaks: number[][];
  clapped: number[];
}

export interface HeardPresses {
  from_ms: number;
  until_ms: number;
  presses: { kind: "make" | "miss" | "finish"; at_ms: number }[];
}

/** Hours of sound are counted in a minute or two. */
const LONGEST_MS = 600_000;

const call = <T>(name: string, values: object) => rules.call<T>(`ear_${name}`, values, LONGEST_MS);

export const readHead = (head: string) => rules.call<Head>("read_recording", { head });
export const openEar = (ear: string, lessons: Lessons | null, kept: KeptPeaks | null = null) =>
  call<null>("open", { ear, lessons, kept });
export const openFile = (ear: string, lessons: Lessons | null, head: Head) =>
  call<null>("open", { ear, lessons, least_db: head.least_db });
export const takeLevels = (ear: string, levels: string, bands: number, live: Live = {}) =>
  call<SoFar>("take", { ear, levels, bands, ...live });
export const endEar = (ear: string) => call<KeptPeaks>("end", { ear });
export const readEar = (ear: string, work: HandWork, windowMs: number, gapMs: number | null) =>
  call<Reading>("read", { ear, work, window_ms: windowMs, gap_ms: gapMs });
export const pressesOf = (ear: string, work: HandWork, rulesOfRun: object, gapMs: number) =>
  call<HeardPresses>("presses", { ear, work, rules: rulesOfRun, gap_ms: gapMs });
export const matchCount = (ear: string, many: number) => call<number>("match", { ear, many });
export const soundNear = (ear: string, atMs: number) => call<number>("near", { ear, at_ms: Math.round(atMs) });
export const teach = (ear: string, work: HandWork) => call<Lessons>("teach", { ear, work });
export const calibrate = (ear: string, times: number) => call<Lessons>("calibrate", { ear, times });
export const closeEar = (ear: string) => call<null>("close", { ear });
