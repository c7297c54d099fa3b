/** What shapes between two spots have in common. */
import type { Zone } from "../../api/setup";
import { toMillimetre } from "../lib/lengths";
import { middleOf, placed, withLengths, type Handle, type Point } from "./points";

interface Reach {
  across_m: number;
  up_m: number;
}
type ZoneBetween = Zone & { shape: Reach };

export function endsOf(zone: ZoneBetween): [Point, Point] {
  const { x, y } = middleOf(zone);
  const across = zone.shape.across_m / 2;
  const up = zone.shape.up_m / 2;
  return [
    { x: x - across, y: y - up },
    { x: x + across, y: y + up },
  ];
}

function between(zone: Zone, start: Point, end: Point): Zone {
  const reached = withLengths(zone, { across_m: toMillimetre(end.x - start.x), up_m: toMillimetre(end.y - start.y) });
  return placed(reached, { x: (start.x + end.x) / 2, y: (start.y + end.y) / 2 });
}

export const halfBetween = (shape: Reach, more = 0): Point => ({
  x: Math.abs(shape.across_m) / 2 + more,
  y: Math.abs(shape.up_m) / 2 + more,
});

export function handlesBetween(zone: ZoneBetween): Handle[] {
  const [start, end] = endsOf(zone);
  return [
    { id: "start", ...start, cursor: "move" },
    { id: "end", ...end, cursor: "move" },
  ];
}

export function pulledBetween(zone: ZoneBetween, handle: Handle["id"], to: Point): Zone {
  const [start, end] = endsOf(zone);
  return handle === "start" ? between(zone, to, end) : between(zone, start, to);
}

/** Its start stays, its end moves. */
export function grownBetween(zone: ZoneBetween, wider: number, higher: number): Zone {
  const [start, end] = endsOf(zone);
  return between(zone, start, { x: end.x + wider, y: end.y + higher });
}
