/** A rectangle on the board. */
import { toMillimetre } from "../../lib/lengths";
import { grownBox, outlinedBox, pulledBox } from "../boxed";
import type { ShapeModule } from "../shape";

const lengthsOf = (width: number, height: number) => ({ width_m: toMillimetre(width), height_m: toMillimetre(height) });

const rectangle: ShapeModule<"rectangle"> = {
  kind: "rectangle",
  word: "box",
  rank: 1,
  room: { x: 1, y: 1 },
  canDivide: true,
  first: (sizeM) => ({
    kind: "rectangle",
    width_m: sizeM,
    height_m: toMillimetre(Math.max(0.05, Math.round(sizeM * 15) / 20)),
  }),
  half: ({ width_m, height_m }) => ({ x: width_m / 2, y: height_m / 2 }),
  handles: (_zone, { left, right, bottom, top }) => [
    { id: "nw", x: left, y: top, cursor: "nwse-resize" },
    { id: "ne", x: right, y: top, cursor: "nesw-resize" },
    { id: "sw", x: left, y: bottom, cursor: "nesw-resize" },
    { id: "se", x: right, y: bottom, cursor: "nwse-resize" },
  ],
  pulled: (zone, handle, to, box) => pulledBox(zone, handle, to, box, lengthsOf),
  grown: (zone, wider, higher, box) => grownBox(zone, wider, higher, box, lengthsOf),
  outline: outlinedBox,
};

export default rectangle;
