/** How far a target lies from each edge of its surface, beside it as it is moved. */
import type { Surface, Zone } from "../../../api/setup";
import { showLength, type Units } from "../../../shared/lib/lengths";
import { tape } from "../../../shared/ui/tape";
import { boxOf } from "../../../shared/board/geometry";
import type { View } from "../../../shared/board/view";

/** Shorter than this on the screen there is no room for the number. */
const LEAST = 34;

function Measure({ from, to, words }: { from: [number, number]; to: [number, number]; words: string }) {
  const [x1, y1] = from;
  const [x2, y2] = to;
  if (Math.hypot(x2 - x1, y2 - y1) < LEAST) return null;
  const isLevel = y1 === y2;
  return (
    <g>
      <line x1={x1} y1={y1} x2={x2} y2={y2} stroke={tape.plum} strokeWidth={1.5} strokeDasharray="3 4" />
      <text
        x={(x1 + x2) / 2 + (isLevel ? 0 : 6)}
        y={(y1 + y2) / 2 + (isLevel ? -5 : 4)}
        textAnchor={isLevel ? "middle" : "start"}
        fontSize={12}
        fontWeight={600}
        fill={tape.plum}
        stroke={tape.paper}
        strokeWidth={3}
        paintOrder="stroke">
        {words}
      </text>
    </g>
  );
}

export function Measures({ zone, surface, view, units }: { zone: Zone; surface: Surface; view: View; units: Units }) {
  const { left, right, bottom, top } = boxOf(zone, surface);
  const { x, y } = view;
  // Low in the target, where its name is not.
  const level = y(bottom) - 8;
  const upright = x((left + right) / 2);
  return (
    <g style={{ pointerEvents: "none" }} data-testid="measures">
      <Measure from={[x(0), level]} to={[x(left), level]} words={showLength(left, units)} />
      <Measure
        from={[x(right), level]}
        to={[x(surface.width_m), level]}
        words={showLength(surface.width_m - right, units)}
      />
      <Measure from={[upright, y(0)]} to={[upright, y(bottom)]} words={showLength(bottom, units)} />
      <Measure
        from={[upright, y(top)]}
        to={[upright, y(surface.length_m)]}
        words={showLength(surface.length_m - top, units)}
      />
    </g>
  );
}
