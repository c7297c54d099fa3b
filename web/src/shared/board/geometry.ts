/** Where a target lies on its surface, how it is moved and pulled larger. Metres; y goes up, or away. */
import type { Kind, LengthName, Surface, Zone } from "../../api/setup";
import { shapeOf } from "./shapes";
import { middleOf, placed, SMALLEST_M, type Box, type Handle, type Point } from "./points";

export { middleOf, placed, withLengths, type Box, type Handle, type Point } from "./points";

const halfOf = ({ shape }: Zone, surface: Surface) => shapeOf(shape.kind).half(shape, surface);

export const runsAcross = ({ shape }: Zone) => shapeOf(shape.kind).runsAcross === true;

export function boxOf(zone: Zone, surface: Surface): Box {
  const half = halfOf(zone, surface);
  const middle = middleOf(zone);
  const x = runsAcross(zone) ? surface.width_m / 2 : middle.x;
  return { left: x - half.x, right: x + half.x, bottom: middle.y - half.y, top: middle.y + half.y };
}

/** The target with its middle there, kept on the surface. */
export function movedTo(zone: Zone, to: Point, surface: Surface): Zone {
  const half = halfOf(zone, surface);
  const within = (value: number, reach: number, whole: number) =>
    Math.min(Math.max(value, reach), Math.max(reach, whole - reach));
  return placed(zone, { x: within(to.x, half.x, surface.width_m), y: within(to.y, half.y, surface.length_m) });
}

const HAIR_M = 0.0005;

/** Whether a target lies on its surface with all of it. */
export function isOn(zone: Zone, surface: Surface): boolean {
  const { left, right, bottom, top } = boxOf(zone, surface);
  return Math.min(left, bottom, surface.width_m - right, surface.length_m - top) >= -HAIR_M;
}

/** The length nearest to what is wanted with which something fits, to the millimetre; nothing fits less well shorter. */
export function largestThatFits(wantedM: number, fits: (lengthM: number) => boolean): number {
  if (fits(wantedM)) return wantedM;
  let [fitting, tooLong] = [0, Math.round(Math.abs(wantedM) * 1000)];
  while (tooLong - fitting > 1) {
    const middle = Math.floor((fitting + tooLong) / 2);
    if (fits((Math.sign(wantedM) * middle) / 1000)) fitting = middle;
    else tooLong = middle;
  }
  return (Math.sign(wantedM) * Math.max(fitting, 1)) / 1000;
}

export const handlesOf = (zone: Zone, surface: Surface): Handle[] =>
  shapeOf(zone.shape.kind).handles(zone, boxOf(zone, surface));

/** The target with one of its handles pulled there; what lies opposite stays. */
export function pulled(zone: Zone, handle: Handle["id"], to: Point, surface: Surface): Zone {
  const x = Math.min(Math.max(to.x, 0), surface.width_m);
  const y = Math.min(Math.max(to.y, 0), surface.length_m);
  return shapeOf(zone.shape.kind).pulled(zone, handle, { x, y }, boxOf(zone, surface), surface);
}

/** The least and the most that a length of a target may be on its surface. */
export function limitsOf(key: LengthName, kind: Kind, surface: Surface): [number, number] {
  const { width_m: wide, length_m: long } = surface;
  const short = Math.min(wide, long);
  const usual: Partial<Record<LengthName, [number, number]>> = {
    across_m: [-wide, wide],
    up_m: [-long, long],
    apart_m: [0, short],
    radius_m: [SMALLEST_M, short / 2],
    height_m: [SMALLEST_M, long],
    width_m: [SMALLEST_M, wide],
  };
  return shapeOf(kind).limits?.(surface)[key] ?? usual[key] ?? [SMALLEST_M / 20, short];
}

/** The target so much wider and higher, about its middle. */
export function grown(zone: Zone, wider: number, higher: number, surface: Surface): Zone {
  const larger = shapeOf(zone.shape.kind).grown(zone, wider, higher, boxOf(zone, surface));
  return movedTo(larger, middleOf(larger), surface);
}
