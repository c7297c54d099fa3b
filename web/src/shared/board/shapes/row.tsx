/** A row of things on the board. */
import { toMillimetre } from "../../lib/lengths";
import { tape } from "../../ui/tape";
import { endsOf, grownBetween, halfBetween, handlesBetween, pulledBetween } from "../between";
import type { ShapeModule, ZoneOf } from "../shape";
import type { Point } from "../points";

const MOST_DRAWN = 200;

/** Where its things stand. */
function thingsOf(zone: ZoneOf<"row">): Point[] {
  const [start, end] = endsOf(zone);
  const reach = Math.hypot(end.x - start.x, end.y - start.y);
  const apart = zone.shape.apart_m + zone.shape.size_m;
  if (apart <= 0 || reach === 0) return [start];
  return Array.from({ length: Math.min(MOST_DRAWN, Math.floor(reach / apart + 1e-9) + 1) }, (_, index) => {
    const share = (index * apart) / reach;
    return { x: start.x + share * (end.x - start.x), y: start.y + share * (end.y - start.y) };
  });
}

const row: ShapeModule<"row"> = {
  kind: "row",
  word: "row",
  rank: 5,
  room: null,
  first: (sizeM, surface) => ({
    kind: "row",
    across_m: toMillimetre(Math.min(surface.width_m * 0.8, Math.max(sizeM, 8 * surface.thing_m))),
    up_m: 0,
    apart_m: 0.01,
    size_m: surface.thing_m,
  }),
  half: (shape) => halfBetween(shape, shape.size_m / 2),
  handles: handlesBetween,
  pulled: pulledBetween,
  grown: grownBetween,
  outline: (zone, _box, { x, y, scale }, colour) => {
    const radius = Math.max(2, (zone.shape.size_m / 2) * scale);
    const [start, end] = endsOf(zone);
    return (
      <>
        <line
          x1={x(start.x)}
          y1={y(start.y)}
          x2={x(end.x)}
          y2={y(end.y)}
          stroke={colour}
          strokeOpacity={0.25}
          strokeWidth={2 * radius + 6}
        />
        {thingsOf(zone).map((thing, index) => (
          <circle key={index} cx={x(thing.x)} cy={y(thing.y)} r={radius} fill={colour} stroke={tape.paper} />
        ))}
      </>
    );
  },
};

export default row;
