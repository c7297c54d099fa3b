/** A circle on the board. */
import { toMillimetre } from "../../lib/lengths";
import { tapeLook } from "../look";
import type { ShapeModule } from "../shape";
import { middleOf, SMALLEST_M, withLengths } from "../points";

const circle: ShapeModule<"circle"> = {
  kind: "circle",
  word: "ring",
  rank: 2,
  room: { x: 0.8, y: 0.7 },
  first: (sizeM) => ({ kind: "circle", radius_m: toMillimetre(sizeM / 2) }),
  half: ({ radius_m }) => ({ x: radius_m, y: radius_m }),
  handles: (zone, { right }) => [{ id: "e", x: right, y: middleOf(zone).y, cursor: "ew-resize" }],
  pulled: (zone, _handle, to, _box, surface) => {
    const { x, y } = middleOf(zone);
    const most = Math.min(x, surface.width_m - x, y, surface.length_m - y);
    return withLengths(zone, { radius_m: toMillimetre(Math.min(Math.max(SMALLEST_M, to.x - x), most)) });
  },
  grown: (zone, wider, higher) => {
    const radius = Math.max(SMALLEST_M, zone.shape.radius_m + (wider || higher) / 2);
    return withLengths(zone, { radius_m: toMillimetre(radius) });
  },
  outline: (zone, _box, { x, y, scale }, colour) => {
    const middle = middleOf(zone);
    return <circle cx={x(middle.x)} cy={y(middle.y)} r={zone.shape.radius_m * scale} {...tapeLook(colour)} />;
  },
};

export default circle;
