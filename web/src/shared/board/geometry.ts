/** Where a target lies on its surface, how it is moved and pulled larger. Metres; y goes up, or away. */
import type { LengthName, Lengths, Shape, Surface, Zone } from "../../api/setup";
import { toMillimetre } from "../lib/lengths";

export interface Box {
  left: number;
  right: number;
  bottom: number;
  top: number;
}

export interface Spot {
  x: number;
  y: number;
}

/** A place on a target that it can be pulled by. */
export interface Handle extends Spot {
  id: "nw" | "ne" | "sw" | "se" | "n" | "s" | "e" | "start" | "end";
  cursor: string;
}

export const SMALLEST_M = 0.02;
const length = (value: number | undefined) => value ?? 0;

export function middleOf(zone: Zone): Spot {
  const [x = 0, y = 0] = zone.at;
  return { x, y };
}

function halfOf(shape: Shape, surface: Surface): Spot {
  if (shape.kind === "circle") return { x: shape.radius_m, y: shape.radius_m };
  if (shape.kind === "strip") return { x: surface.width_m / 2, y: shape.width_m / 2 };
  if (shape.kind === "rectangle") return { x: shape.width_m / 2, y: shape.height_m / 2 };
  const thing = shape.kind === "row" ? shape.size_m / 2 : 0;
  return { x: Math.abs(shape.across_m) / 2 + thing, y: Math.abs(shape.up_m) / 2 + thing };
}

/** The target with one of its lengths changed, which its kind has to have. */
export function withLengths(zone: Zone, lengths: Lengths): Zone {
  return { ...zone, shape: { ...zone.shape, ...lengths } };
}

export function boxOf(zone: Zone, surface: Surface): Box {
  const half = halfOf(zone.shape, surface);
  const { x, y } = zone.shape.kind === "strip" ? { x: surface.width_m / 2, y: middleOf(zone).y } : middleOf(zone);
  return { left: x - half.x, right: x + half.x, bottom: y - half.y, top: y + half.y };
}

export function endsOf(zone: Zone): [Spot, Spot] {
  const { x, y } = middleOf(zone);
  const lengths: Lengths = zone.shape;
  const across = length(lengths.across_m) / 2;
  const up = length(lengths.up_m) / 2;
  return [
    { x: x - across, y: y - up },
    { x: x + across, y: y + up },
  ];
}

/** Where the things of a row stand. */
export function thingsOf(zone: Zone): Spot[] {
  const [start, end] = endsOf(zone);
  const reach = Math.hypot(end.x - start.x, end.y - start.y);
  const lengths: Lengths = zone.shape;
  const apart = length(lengths.apart_m) + length(lengths.size_m);
  if (apart <= 0 || reach === 0) return [start];
  return Array.from({ length: Math.min(200, Math.floor(reach / apart + 1e-9) + 1) }, (_, index) => {
    const share = (index * apart) / reach;
    return { x: start.x + share * (end.x - start.x), y: start.y + share * (end.y - start.y) };
  });
}

const place = (zone: Zone, { x, y }: Spot): Zone => ({ ...zone, at: [toMillimetre(x), toMillimetre(y)] });

/** The target with its middle there, kept on the surface. */
export function movedTo(zone: Zone, to: Spot, surface: Surface): Zone {
  const half = halfOf(zone.shape, surface);
  const within = (value: number, reach: number, whole: number) =>
    Math.min(Math.max(value, reach), Math.max(reach, whole - reach));
  return place(zone, { x: within(to.x, half.x, surface.width_m), y: within(to.y, half.y, surface.length_m) });
}

export function handlesOf(zone: Zone, surface: Surface): Handle[] {
  const { left, right, bottom, top } = boxOf(zone, surface);
  const middle = middleOf(zone);
  switch (zone.shape.kind) {
    case "circle":
      return [{ id: "e", x: right, y: middle.y, cursor: "ew-resize" }];
    case "strip":
      return [
        { id: "n", x: surface.width_m / 2, y: top, cursor: "ns-resize" },
        { id: "s", x: surface.width_m / 2, y: bottom, cursor: "ns-resize" },
      ];
    case "rectangle":
      return [
        { id: "nw", x: left, y: top, cursor: "nwse-resize" },
        { id: "ne", x: right, y: top, cursor: "nesw-resize" },
        { id: "sw", x: left, y: bottom, cursor: "nesw-resize" },
        { id: "se", x: right, y: bottom, cursor: "nwse-resize" },
      ];
    default: {
      const [start, end] = endsOf(zone);
      return [
        { id: "start", ...start, cursor: "move" },
        { id: "end", ...end, cursor: "move" },
      ];
    }
  }
}

function between(zone: Zone, start: Spot, end: Spot): Zone {
  const reached = withLengths(zone, { across_m: toMillimetre(end.x - start.x), up_m: toMillimetre(end.y - start.y) });
  return place(reached, { x: (start.x + end.x) / 2, y: (start.y + end.y) / 2 });
}

function boxed(zone: Zone, box: Box): Zone {
  const width = Math.max(SMALLEST_M, box.right - box.left);
  const height = Math.max(SMALLEST_M, box.top - box.bottom);
  const lengths =
    zone.shape.kind === "strip"
      ? { width_m: toMillimetre(height) }
      : { width_m: toMillimetre(width), height_m: toMillimetre(height) };
  return place(withLengths(zone, lengths), { x: box.left + width / 2, y: box.bottom + height / 2 });
}

/** The target with one of its handles pulled there; what lies opposite stays. */
export function pulled(zone: Zone, handle: Handle["id"], to: Spot, surface: Surface): Zone {
  const x = Math.min(Math.max(to.x, 0), surface.width_m);
  const y = Math.min(Math.max(to.y, 0), surface.length_m);
  const box = boxOf(zone, surface);
  const [start, end] = endsOf(zone);
  const { x: midX, y: midY } = middleOf(zone);
  switch (handle) {
    case "e": {
      const most = Math.min(midX, surface.width_m - midX, midY, surface.length_m - midY);
      return withLengths(zone, { radius_m: toMillimetre(Math.min(Math.max(SMALLEST_M, x - midX), most)) });
    }
    case "start":
      return between(zone, { x, y }, end);
    case "end":
      return between(zone, start, { x, y });
    default:
      return boxed(zone, {
        left: handle.includes("w") ? Math.min(x, box.right - SMALLEST_M) : box.left,
        right: handle.includes("e") ? Math.max(x, box.left + SMALLEST_M) : box.right,
        bottom: handle.startsWith("s") ? Math.min(y, box.top - SMALLEST_M) : box.bottom,
        top: handle.startsWith("n") ? Math.max(y, box.bottom + SMALLEST_M) : box.top,
      });
  }
}

/** The least and the most that a length of a target may be on its surface. */
export function limitsOf(key: LengthName, kind: Shape["kind"], surface: Surface): [number, number] {
  const { width_m: wide, length_m: long } = surface;
  const short = Math.min(wide, long);
  switch (key) {
    case "across_m":
      return [-wide, wide];
    case "up_m":
      return [-long, long];
    case "apart_m":
      return [0, short];
    case "radius_m":
      return [SMALLEST_M, short / 2];
    case "height_m":
      return [SMALLEST_M, long];
    case "width_m":
      return [SMALLEST_M, kind === "strip" ? long : wide];
    default:
      return [SMALLEST_M / 20, short];
  }
}

/** The target so much wider and higher, about its middle. */
export function grown(zone: Zone, wider: number, higher: number, surface: Surface): Zone {
  const { kind } = zone.shape;
  const { x, y } = middleOf(zone);
  if (kind === "circle")
    return movedTo(
      {
        ...zone,
        shape: {
          ...zone.shape,
          radius_m: toMillimetre(Math.max(SMALLEST_M, length(zone.shape.radius_m) + (wider || higher) / 2)),
        },
      },
      { x, y },
      surface,
    );
  if (kind === "line" || kind === "row") {
    const [start, end] = endsOf(zone);
    return between(zone, start, { x: end.x + wider, y: end.y + higher });
  }
  const box = boxOf(zone, surface);
  return movedTo(
    boxed(zone, {
      left: box.left - wider / 2,
      right: box.right + wider / 2,
      bottom: box.bottom - higher / 2,
      top: box.top + higher / 2,
    }),
    { x, y },
    surface,
  );
}
