/** A strip on the board: all across its surface. */
import { toMillimetre } from "../../lib/lengths";
import { grownBox, outlinedBox, pulledBox } from "../boxed";
import type { ShapeModule } from "../shape";
import { SMALLEST_M } from "../points";

const lengthsOf = (_width: number, height: number) => ({ width_m: toMillimetre(height) });

const strip: ShapeModule<"strip"> = {
  kind: "strip",
  word: "strip",
  rank: 3,
  runsAcross: true,
  room: { x: 1, y: 1 },
  first: (sizeM) => ({ kind: "strip", width_m: toMillimetre(sizeM / 2) }),
  half: ({ width_m }, surface) => ({ x: surface.width_m / 2, y: width_m / 2 }),
  handles: (_zone, { left, right, bottom, top }) => [
    { id: "n", x: (left + right) / 2, y: top, cursor: "ns-resize" },
    { id: "s", x: (left + right) / 2, y: bottom, cursor: "ns-resize" },
  ],
  pulled: (zone, handle, to, box) => pulledBox(zone, handle, to, box, lengthsOf),
  grown: (zone, wider, higher, box) => grownBox(zone, wider, higher, box, lengthsOf),
  limits: (surface) => ({ width_m: [SMALLEST_M, surface.length_m] }),
  outline: outlinedBox,
};

export default strip;
