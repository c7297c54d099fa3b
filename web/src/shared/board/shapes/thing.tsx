/** A single thing on the board: a ball, a cone, a sticker. It is as large as it is. */
import { middleOf, withLengths } from "../points";
import { tape } from "../../ui/tape";
import type { ShapeModule } from "../shape";

const thing: ShapeModule<"thing"> = {
  kind: "thing",
  word: "thing",
  wordOn: ({ thing }) => thing,
  isSetOutOn: ({ kind }) => kind === "table",
  rank: 6,
  room: null,
  first: (_sizeM, surface) => ({ kind: "thing", size_m: surface.thing_m }),
  half: ({ size_m }) => ({ x: size_m / 2, y: size_m / 2 }),
  handles: () => [],
  pulled: (zone) => zone,
  grown: (zone, wider, higher) => withLengths(zone, { size_m: Math.max(0.01, zone.shape.size_m + (wider || higher)) }),
  outline: (zone, _box, { x, y, scale }, colour) => {
    const middle = middleOf(zone);
    const radius = Math.max(3, (zone.shape.size_m / 2) * scale);
    return <circle cx={x(middle.x)} cy={y(middle.y)} r={radius} fill={colour} stroke={tape.paper} strokeWidth={1.5} />;
  },
};

export default thing;
