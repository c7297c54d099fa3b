/** Feeds drawn to scale: from above and from the side, and over the place where that is known. */
import { Box } from "@mui/material";

import type { Schemas } from "../../api/client";
import type { Layout, Surface } from "../../api/setup";
import { Ground } from "../../shared/board/Ground";
import { wholeOf } from "../../shared/board/view";
import { ZoneShape } from "../../shared/board/ZoneShape";
import { tape } from "../../shared/ui/tape";

export type Card = Schemas["Feeder"];
export type Line = Card["lines"][number];

const COLOURS = [tape.plum, tape.teal, tape.coral, tape.timberDark];
const WIDTH = 640;
const EDGE = 30;

export const isFlown = (line: Line): line is Line & { flight: NonNullable<Line["flight"]> } => line.flight !== null;
export const metres = (value: number) => `${value.toFixed(1)} m`;

/** Where it lands as it does not stray: the middle one. */
const landing = (spots: number[][]) => spots[Math.floor(spots.length / 2)] ?? [];

interface Scale {
  /** Metres shown away from the machine, and to either side. */
  far: number;
  wide: number;
  high: number;
}

function scaleOf(lines: Line[]): Scale {
  const flights = lines.filter(isFlown).map(({ flight }) => flight);
  return {
    far: Math.ceil(Math.max(4, ...flights.map((each) => each.away_m)) + 1),
    wide: Math.ceil(Math.max(1, ...flights.map((each) => Math.abs(each.right_m))) + 1),
    high: Math.ceil(Math.max(1, ...flights.map((each) => each.top_m)) + 0.5),
  };
}

/** From above or from the side: the machine at the left, a line each metre. */
export function Flights({ lines, isAbove }: { lines: Line[]; isAbove: boolean }) {
  const scale = scaleOf(lines);
  // Of a long flight fewer are said, so that there is room for them.
  const every = scale.far > 24 ? 5 : scale.far > 10 ? 2 : 1;
  const perMetre = (WIDTH - 2 * EDGE) / scale.far;
  const height = (isAbove ? 2 * scale.wide : scale.high) * perMetre + 2 * EDGE;
  const x = (awayM: number) => EDGE + awayM * perMetre;
  const y = (acrossM: number) => (isAbove ? height / 2 + acrossM * perMetre : height - EDGE - acrossM * perMetre);
  const across = (point: { right_m: number; height_m: number }) => (isAbove ? point.right_m : point.height_m);
  const words = lines
    .filter(isFlown)
    .map(({ feed, flight }) =>
      isAbove
        ? `${feed} lands ${metres(flight.away_m)} away, ${metres(Math.abs(flight.right_m))} to the ${flight.right_m < 0 ? "left" : "right"}`
        : `${feed} rises to ${metres(flight.top_m)}`,
    );
  return (
    <Box
      component="svg"
      viewBox={`0 0 ${WIDTH} ${height}`}
      role="img"
      aria-label={`${isAbove ? "From above" : "From the side"}: ${words.join("; ")}`}
      sx={{ width: "100%", maxWidth: 900, bgcolor: tape.chalk }}>
      {Array.from({ length: scale.far + 1 }, (_, metre) => (
        <g key={metre}>
          <line x1={x(metre)} x2={x(metre)} y1={EDGE} y2={height - EDGE} stroke={tape.timber} strokeOpacity={0.3} />
          {metre % every === 0 && (
            <text x={x(metre)} y={height - 6} fontSize="16" textAnchor="middle" fill={tape.ink}>
              {metre} m
            </text>
          )}
        </g>
      ))}
      {!isAbove && <line x1={x(0)} x2={x(scale.far)} y1={y(0)} y2={y(0)} stroke={tape.ink} strokeWidth={2} />}
      <rect x={x(0) - 9} y={y(isAbove ? 0 : 0.5) - 9} width={18} height={18} fill={tape.ink} />
      {lines.map(
        (line, place) =>
          isFlown(line) && (
            <g key={line.feed} stroke={COLOURS[place % COLOURS.length]} fill="none" strokeWidth={2.5}>
              <polyline points={line.flight.path.map((point) => `${x(point.away_m)},${y(across(point))}`).join(" ")} />
              <circle
                cx={x(line.flight.away_m)}
                cy={y(isAbove ? line.flight.right_m : 0)}
                r={6}
                fill={COLOURS[place % COLOURS.length]}
              />
              <text
                x={x(line.flight.away_m)}
                y={y(isAbove ? line.flight.right_m : 0) - 12}
                fontSize="18"
                fontWeight={700}
                textAnchor="middle"
                stroke="none"
                fill={COLOURS[place % COLOURS.length]}>
                {line.feed}
              </text>
            </g>
          ),
      )}
    </Box>
  );
}

const TALLEST = 620;
const NARROWEST = 320;

/** Where each lands on the place: a spot each, and a band as wide as it strays. */
export function OnPlace({ card, layout, surface }: { card: Card; layout: Layout; surface: Surface }) {
  const [machineX = 0, machineY = 0] = card.machine ?? [];
  const beyond = Math.max(0, machineY - surface.length_m);
  const scale = Math.min((WIDTH - 2 * EDGE) / surface.width_m, (TALLEST - 2 * EDGE) / (surface.length_m + beyond));
  const height = (surface.length_m + beyond) * scale + 2 * EDGE;
  const width = Math.max(NARROWEST, surface.width_m * scale + 2 * EDGE);
  // A machine behind the far edge is seen as well.
  const view = wholeOf(surface, width, height + beyond * scale, scale);
  const words = card.lines
    .filter(({ spots }) => spots.length > 0)
    .map(({ feed, spots }) => {
      const [x = 0, y = 0] = landing(spots);
      return `${feed} lands ${metres(x)} from the left and ${metres(y)} from the near edge`;
    });
  return (
    <Box
      component="svg"
      viewBox={`0 0 ${width} ${height}`}
      role="img"
      aria-label={`On ${layout.place_title}: ${words.join("; ")}`}
      sx={{ width: "100%", maxWidth: width, bgcolor: tape.chalk }}>
      <Ground surface={surface} view={view} areSpotsShown={false} />
      {layout.zones
        .filter((zone) => zone.surface === surface.id)
        .map((zone) => (
          <ZoneShape key={zone.name} zone={zone} surface={surface} view={view} />
        ))}
      <rect x={view.x(machineX) - 9} y={view.y(machineY) - 9} width={18} height={18} fill={tape.ink}>
        <title>machine</title>
      </rect>
      {card.lines.map(({ feed, spots }, place) => {
        const [x = 0, y = 0] = landing(spots);
        const colour = COLOURS[place % COLOURS.length];
        return (
          spots.length > 0 && (
            <g key={feed} stroke={colour} fill={colour}>
              <line
                x1={view.x(machineX)}
                y1={view.y(machineY)}
                x2={view.x(x)}
                y2={view.y(y)}
                strokeDasharray="3 5"
                strokeWidth={1.5}
              />
              <polyline
                points={spots.map(([right = 0, away = 0]) => `${view.x(right)},${view.y(away)}`).join(" ")}
                fill="none"
                strokeWidth={5}
                strokeOpacity={0.5}
              />
              <circle cx={view.x(x)} cy={view.y(y)} r={6} />
              <text x={view.x(x)} y={view.y(y) + 20} fontSize="14" fontWeight={700} textAnchor="middle" stroke="none">
                {feed}
              </text>
            </g>
          )
        );
      })}
    </Box>
  );
}
