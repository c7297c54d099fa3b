/** What shapes with four straight edges have in common. */
import type { Lengths, Zone } from "../../api/setup";
import { tapeLook } from "./look";
import { placed, SMALLEST_M, withLengths, type Box, type Handle, type Point } from "./points";
import type { View } from "./view";

/** The target filling a box; `lengthsOf` says which lengths that takes. */
function filling(zone: Zone, box: Box, lengthsOf: (width: number, height: number) => Lengths): Zone {
  const width = Math.max(SMALLEST_M, box.right - box.left);
  const height = Math.max(SMALLEST_M, box.top - box.bottom);
  const middle = { x: box.left + width / 2, y: box.bottom + height / 2 };
  return placed(withLengths(zone, lengthsOf(width, height)), middle);
}

export function pulledBox(
  zone: Zone,
  handle: Handle["id"],
  { x, y }: Point,
  box: Box,
  lengthsOf: (width: number, height: number) => Lengths,
): Zone {
  const pulled = {
    left: handle.includes("w") ? Math.min(x, box.right - SMALLEST_M) : box.left,
    right: handle.includes("e") ? Math.max(x, box.left + SMALLEST_M) : box.right,
    bottom: handle.startsWith("s") ? Math.min(y, box.top - SMALLEST_M) : box.bottom,
    top: handle.startsWith("n") ? Math.max(y, box.bottom + SMALLEST_M) : box.top,
  };
  return filling(zone, pulled, lengthsOf);
}

export function grownBox(
  zone: Zone,
  wider: number,
  higher: number,
  box: Box,
  lengthsOf: (width: number, height: number) => Lengths,
): Zone {
  const grown = {
    left: box.left - wider / 2,
    right: box.right + wider / 2,
    bottom: box.bottom - higher / 2,
    top: box.top + higher / 2,
  };
  return filling(zone, grown, lengthsOf);
}

export function outlinedBox(_zone: Zone, box: Box, { x, y, scale }: View, colour: string) {
  return (
    <rect
      x={x(box.left)}
      y={y(box.top)}
      width={(box.right - box.left) * scale}
      height={(box.top - box.bottom) * scale}
      {...tapeLook(colour)}
    />
  );
}
