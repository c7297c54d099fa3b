/** A target as tape on the ground: a flat strip of colour around it, its name on it. */
import type { Surface, Zone } from "../../api/setup";
import { tape } from "../ui/tape";
import { boxOf, endsOf, middleOf, thingsOf } from "./geometry";
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
  const { x, y, scale } = view;
  const tapeLook = { fill: colour, fillOpacity: 0.16, stroke: colour, strokeWidth: 4 };
  const middle = middleOf(zone);
  switch (zone.shape.kind) {
    case "circle":
      return <circle cx={x(middle.x)} cy={y(middle.y)} r={zone.shape.radius_m * scale} {...tapeLook} />;
    case "line": {
      const [start, end] = endsOf(zone);
      const points = { x1: x(start.x), y1: y(start.y), x2: x(end.x), y2: y(end.y), stroke: colour };
      return (
        <>
          <line {...points} strokeOpacity={0.18} strokeWidth={Math.max(10, 2 * zone.shape.within_m * scale)} />
          <line {...points} strokeWidth={5} />
        </>
      );
    }
    case "row": {
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
    }
    default: {
      const box = boxOf(zone, surface);
      return (
        <rect
          x={x(box.left)}
          y={y(box.top)}
          width={(box.right - box.left) * scale}
          height={(box.top - box.bottom) * scale}
          {...tapeLook}
        />
      );
    }
  }
}

export function ZoneShape(props: ShapeProps) {
  const { zone, surface, view, look = "plain", text = zone.name, letters = 13 } = props;
  const box = boxOf(zone, surface);
  // A name that would not fit in it stands above it, or below where there is no room above.
  const isRoomy =
    zone.shape.kind !== "line" &&
    zone.shape.kind !== "row" &&
    (box.right - box.left) * view.scale > text.length * letters * 0.58 + 12 &&
    (box.top - box.bottom) * view.scale > 2 * letters;
  const above = view.y(box.top) - 9;
  const y = isRoomy
    ? view.y(middleOf(zone).y) + letters * 0.38
    : above > letters
      ? above
      : view.y(box.bottom) + letters + 5;
  // A strip is named at its left, where other targets lie upon it less often.
  const isStrip = zone.shape.kind === "strip";
  const x = isStrip ? view.x(0) + 10 : view.x(middleOf(zone).x);
  return (
    <>
      <Outline {...props} colour={COLOURS[look]} />
      <text
        x={x}
        y={y}
        textAnchor={isStrip ? "start" : "middle"}
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
