/** A line of tape on the board, with how near to it hits it. */
import { endsOf, grownBetween, halfBetween, handlesBetween, pulledBetween } from "../between";
import type { ShapeModule } from "../shape";

const line: ShapeModule<"line"> = {
  kind: "line",
  word: "line",
  rank: 4,
  room: null,
  first: (sizeM) => ({ kind: "line", across_m: sizeM, up_m: 0, within_m: 0.1 }),
  half: (shape) => halfBetween(shape),
  handles: handlesBetween,
  pulled: pulledBetween,
  grown: grownBetween,
  outline: (zone, _box, { x, y, scale }, colour) => {
    const [start, end] = endsOf(zone);
    const points = { x1: x(start.x), y1: y(start.y), x2: x(end.x), y2: y(end.y), stroke: colour };
    return (
      <>
        <line {...points} strokeOpacity={0.18} strokeWidth={Math.max(10, 2 * zone.shape.within_m * scale)} />
        <line {...points} strokeWidth={5} />
      </>
    );
  },
};

export default line;
