/** A surface as it is before any target lies on it: its ground, its lines, its landmarks. */
import type { Surface } from "../../api/setup";
import { tape } from "../ui/tape";
import type { View } from "./view";

const GROUNDS: Record<string, string> = { floor: "#f0e4cf", wall: "#ebe7dd", table: "#dde8e0", air: "#e8eef5" };
const CORNER = / corner$/;
const NUMBER = /\d+$/;

/** A net seen from above: a band across, a little wider than what it stands on. */
function NetFromAbove({ surface, view, atM }: { surface: Surface; view: View; atM: number }) {
  const over = 7;
  const [left, right] = [view.x(0) - over, view.x(surface.width_m) + over];
  return (
    <g>
      <line x1={left} x2={right} y1={view.y(atM)} y2={view.y(atM)} stroke={tape.ink} strokeWidth={5} />
      <line
        x1={left}
        x2={right}
        y1={view.y(atM)}
        y2={view.y(atM)}
        stroke={tape.paper}
        strokeWidth={3}
        strokeDasharray="3 3"
      />
      <title>net</title>
    </g>
  );
}

export function Ground({
  surface,
  view,
  areSpotsShown = true,
  areSpotsNumbered = false,
}: {
  surface: Surface;
  view: View;
  areSpotsShown?: boolean;
  /** Whether spots that have a number, as pins have, say it: closer in there is room for it. */
  areSpotsNumbered?: boolean;
}) {
  const { x, y, scale } = view;
  return (
    <g>
      <rect
        x={x(0)}
        y={y(surface.length_m)}
        width={surface.width_m * scale}
        height={surface.length_m * scale}
        fill={GROUNDS[surface.kind] ?? tape.paper}
        stroke={tape.ink}
        strokeWidth={2}
        strokeDasharray={surface.kind === "air" ? "4 6" : undefined}
      />
      {surface.lines.map(({ title, start, end }) => (
        <line
          key={`${title} ${start.join(" ")}`}
          x1={x(start[0] ?? 0)}
          y1={y(start[1] ?? 0)}
          x2={x(end[0] ?? 0)}
          y2={y(end[1] ?? 0)}
          stroke={tape.ink}
          strokeOpacity={0.75}
          strokeWidth={surface.kind === "air" ? 3 : 1.5}>
          <title>{title}</title>
        </line>
      ))}
      {surface.net_m !== null && <NetFromAbove surface={surface} view={view} atM={surface.net_m} />}
      {areSpotsShown &&
        surface.spots.map(({ title, at }) => (
          <g key={title}>
            <circle cx={x(at[0] ?? 0)} cy={y(at[1] ?? 0)} r={CORNER.test(title) ? 2.5 : 4} fill={tape.timberDark}>
              <title>{title}</title>
            </circle>
            {areSpotsNumbered && NUMBER.test(title) && (
              <text x={x(at[0] ?? 0)} y={y(at[1] ?? 0) - 8} textAnchor="middle" fontSize={12} fill={tape.ink}>
                {NUMBER.exec(title)?.[0]}
              </text>
            )}
          </g>
        ))}
    </g>
  );
}
