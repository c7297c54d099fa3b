/** What the tally of one format or another says beyond what all of them say; null where this one does not say it. */
import type { Tally } from "../../api/queries";

export interface FrameLine {
  balls: string[];
  total: number | null;
  kind: string | null;
}

export interface ClickLine {
  bpm: number;
  per_beat: number;
  strokes: number;
  stroke_ms: number;
}

export interface CallLine {
  call: string;
  means: string;
  colour: string;
  in_ms: number;
  place: number;
}

export interface TargetLine {
  name: string;
  attempts?: number;
  makes?: number;
  rate?: number | null;
}

interface Details {
  targets: TargetLine[];
  zones: { name: string; points: number; balls: number }[];
  out: number;
  broke: number[];
  streaks: number[];
  frames: FrameLine[];
  click: ClickLine;
  call: CallLine;
  cues: string[];
  closing: string;
  phase: "work" | "rest" | "done";
  lap: string[];
  step: number;
}

export function detailOf<Name extends keyof Details>(tally: Tally, name: Name): Details[Name] | null {
  return (tally.detail[name] as Details[Name] | undefined) ?? null;
}
