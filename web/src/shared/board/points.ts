/** Points and boxes on a surface, in metres; y goes up, or away. */
import type { Lengths, Zone } from "../../api/setup";
import { toMillimetre } from "../lib/lengths";

export interface Box {
  left: number;
  right: number;
  bottom: number;
  top: number;
}

export interface Point {
  x: number;
  y: number;
}

/** A place on a target that it can be pulled by. */
export interface Handle extends Point {
  id: "nw" | "ne" | "sw" | "se" | "n" | "s" | "e" | "start" | "end";
  cursor: string;
}

export const SMALLEST_M = 0.02;

export function middleOf(zone: Zone): Point {
  const [x = 0, y = 0] = zone.at;
  return { x, y };
}

/** The target with its middle there. */
export const placed = (zone: Zone, { x, y }: Point): Zone => ({ ...zone, at: [toMillimetre(x), toMillimetre(y)] });

/** The target with one of its lengths changed, which its kind has to have. */
export function withLengths(zone: Zone, lengths: Lengths): Zone {
  return { ...zone, shape: { ...zone.shape, ...lengths } };
}
