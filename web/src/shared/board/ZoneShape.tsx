/** A target as tape on the ground: a flat strip of colour around it, its name on it. */
import type { Surface, Zone } from "../../api/setup";
import { tape } from "../ui/tape";
import { boxOf, middleOf, runsAcross } from "./geometry";
import { shapeOf } from "./shapes";
import type { View } from "./view";

export type Look = "plain" | "chosen" | "now" | "next";

const COLOURS: Record<Look, string> = { plain: tape.teal, chosen: tape.plum, now: tape.coral, next: "#8a6100" };

interface ShapeProps {
  zone: Zone;
  surface: Surface;
  view: View;
  look?: Look;
  /** What is written on it, where that is more than its name. */
  text?: string;
  /** The height of its letters, in points. */
  letters?: number;
}

/** The shape alone, without a name. */
export function ZoneOutline({ look = "plain", ...props }: ShapeProps) {
  return <Outline {...props} colour={COLOURS[look]} />;
}

function Outline({ zone, surface, view, colour }: ShapeProps & { colour: string }) {
  const drawn = shapeOf(zone.shape.kind).outline(zone, boxOf(zone, surface), view, colour);
  // What is only set out is no target: it stands back.
  return zone.counts === "set_out" ? <g opacity={0.6}>{drawn}</g> : drawn;
}

/** What is written on a target: its name, and what it counts with. */
export function nameOf({ name, counts, joined_to }: Zone): string {
  if (counts === "both") return `${name} and ${joined_to}`;
  return counts === "part" ? `${name}, part of ${joined_to}` : name;
}

export function ZoneShape(props: ShapeProps) {
  const { zone, surface, view, look = "plain", text = nameOf(zone), letters = 13 } = props;
  const box = boxOf(zone, surface);
  // A name that would not fit in it stands above it, or below where there is no room above.
  const isRoomy =
    shapeOf(zone.shape.kind).room !== null &&
    (box.right - box.left) * view.scale > text.length * letters * 0.58 + 12 &&
    (box.top - box.bottom) * view.scale > 2 * letters;
  const above = view.y(box.top) - 9;
  const y = isRoomy
    ? view.y(middleOf(zone).y) + letters * 0.38
    : above > letters
      ? above
      : view.y(box.bottom) + letters + 5;
  // What runs all across is named at its left, where other targets lie upon it less often.
  const isAcross = runsAcross(zone);
  const x = isAcross ? view.x(0) + 10 : view.x(middleOf(zone).x);
  return (
    <>
      <Outline {...props} colour={COLOURS[look]} />
      <text
        x={x}
        y={y}
        textAnchor={isAcross ? "start" : "middle"}
        fontSize={letters}
        fontWeight={700}
        fill={tape.ink}
        stroke={tape.paper}
        strokeWidth={letters / 4}
        paintOrder="stroke"
        style={{ pointerEvents: "none", userSelect: "none" }}>
        {text}
      </text>
    </>
  );
}
