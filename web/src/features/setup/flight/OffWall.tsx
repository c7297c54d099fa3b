/** The line from here off a wall to there, from above and from the side, with the numbers. */
import { Box, Stack, ToggleButton, ToggleButtonGroup, Typography } from "@mui/material";
import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { useState } from "react";

import { api, unwrap, type Schemas } from "../../../api/client";
import { showLength, type Units } from "../../../shared/lib/lengths";
import { ErrorNotice } from "../../../shared/ui/Loaded";
import { tape } from "../../../shared/ui/tape";
import { LengthSlider } from "./fields";

type Space = Schemas["Space"];
type Flight = Schemas["Flight"];
type Wall = Schemas["OffWallRequest"]["walls"][number];

const WAYS: Record<string, { words: string; walls: Wall[] }> = {
  front: { words: "The wall", walls: ["front"] },
  "front-left": { words: "The wall, then the left one", walls: ["front", "left"] },
  "front-right": { words: "The wall, then the right one", walls: ["front", "right"] },
  "left-front": { words: "The left one, then the wall", walls: ["left", "front"] },
  "right-front": { words: "The right one, then the wall", walls: ["right", "front"] },
};
const [WIDTH, HEIGHT, PAD] = [520, 330, 34];
const DEEPEST_M = 12;
const TALLEST_M = 4;

interface LineProps {
  here: Space;
  there: Space;
  flight: Flight | undefined;
  width_m: number;
  units: Units;
}

interface DotProps {
  x: number;
  y: number;
  word: string;
  colour?: string;
  /** Where the word stands: to the right of the dot unless there is a line, or no room. */
  is?: "right" | "above" | "left";
}

function Dot({ x, y, word, colour = tape.ink, is = "right" }: DotProps) {
  const place = { right: { x: x + 10, y: y + 4 }, above: { x, y: y - 12 }, left: { x: x - 10, y: y - 10 } }[is];
  const anchor = { right: "start", above: "middle", left: "end" }[is] as "start" | "middle" | "end";
  return (
    <g>
      <circle cx={x} cy={y} r={6} fill={colour} />
      <text
        {...place}
        textAnchor={anchor}
        fontSize={15}
        fontWeight={700}
        fill={tape.ink}
        stroke={tape.paper}
        strokeWidth={3}
        paintOrder="stroke">
        {word}
      </text>
    </g>
  );
}

const path = (points: [number, number][]) => points.map(([x, y]) => `${x},${y}`).join(" ");

/** The wall is at the top; side walls are drawn where the line needs them. */
function FromAbove({ here, there, flight, width_m, units }: LineProps) {
  const deepest = Math.max(here.away_m, there.away_m, 2) * 1.1;
  const scale = Math.min((WIDTH - 2 * PAD) / width_m, (HEIGHT - 2 * PAD) / deepest);
  const left = (WIDTH - width_m * scale) / 2;
  const at = ({ x_m, away_m }: Space): [number, number] => [left + x_m * scale, PAD + away_m * scale];
  const stops = [here, ...(flight?.touches ?? []), there];
  const [hereX, hereY] = at(here);
  const [thereX, thereY] = at(there);
  return (
    <svg viewBox={`0 0 ${WIDTH} ${HEIGHT}`} width="100%" role="img" aria-label="The line from above">
      <rect x={left} y={PAD} width={width_m * scale} height={deepest * scale} fill="#f0e4cf" />
      <line x1={left} y1={PAD} x2={left + width_m * scale} y2={PAD} stroke={tape.ink} strokeWidth={6} />
      {flight && (
        <polyline points={path(stops.map(at))} fill="none" stroke={tape.teal} strokeWidth={3} strokeDasharray="9 6" />
      )}
      {flight?.touches.map((touch, index) => {
        const [x, y] = at(touch);
        return (
          <Dot
            key={index}
            x={x}
            y={y}
            word={touch.away_m === 0 ? showLength(touch.x_m, units) : showLength(touch.away_m, units)}
            colour={tape.coral}
            is={touch.away_m === 0 ? "above" : touch.x_m === 0 ? "left" : "right"}
          />
        );
      })}
      <Dot x={hereX} y={hereY} word="here" />
      <Dot x={thereX} y={thereY} word="there" />
    </svg>
  );
}

/** The way is unrolled: as far as the ball has flown to the right, its height up. */
function FromTheSide({ here, there, flight, units }: LineProps) {
  if (!flight) return null;
  const tallest = Math.max(here.height_m, there.height_m, 1.2) * 1.25;
  const scaleX = (WIDTH - 2 * PAD) / Math.max(0.1, flight.path_m);
  const scaleY = (HEIGHT - 2 * PAD) / tallest;
  const flown = flight.legs_m.map((_, index) => flight.legs_m.slice(0, index + 1).reduce((sum, leg) => sum + leg, 0));
  const at = (reach: number, height: number): [number, number] => [
    PAD + reach * scaleX,
    HEIGHT - PAD - height * scaleY,
  ];
  const stops = [
    at(0, here.height_m),
    ...flight.touches.map((touch, index) => at(flown[index] ?? 0, touch.height_m)),
    at(flight.path_m, there.height_m),
  ];
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      width="100%"
      role="img"
      aria-label="The line from the side, its way unrolled">
      <line x1={PAD} y1={HEIGHT - PAD} x2={WIDTH - PAD} y2={HEIGHT - PAD} stroke={tape.ink} strokeWidth={3} />
      {flight.touches.map((touch, index) => {
        const [x, y] = at(flown[index] ?? 0, touch.height_m);
        return (
          <g key={index}>
            <line x1={x} y1={HEIGHT - PAD} x2={x} y2={PAD / 2} stroke={tape.ink} strokeWidth={6} strokeOpacity={0.35} />
            <Dot x={x} y={y} word={`${showLength(touch.height_m, units)} up`} colour={tape.coral} />
          </g>
        );
      })}
      <polyline points={path(stops)} fill="none" stroke={tape.teal} strokeWidth={3} strokeDasharray="9 6" />
      <Dot x={stops[0]?.[0] ?? 0} y={stops[0]?.[1] ?? 0} word="here" is="above" />
      <Dot x={stops.at(-1)?.[0] ?? 0} y={stops.at(-1)?.[1] ?? 0} word="there" is="left" />
    </svg>
  );
}

function sayTouch({ x_m, away_m, height_m }: Space, units: Units): string {
  const where =
    away_m === 0
      ? `${showLength(x_m, units)} from its left end`
      : `${showLength(away_m, units)} out from the wall, on the ${x_m === 0 ? "left" : "right"} one`;
  return `${where}, ${showLength(height_m, units)} up`;
}

function PointFields({
  word,
  space,
  width_m,
  units,
  onChange,
}: {
  word: string;
  space: Space;
  width_m: number;
  units: Units;
  onChange: (space: Space) => void;
}) {
  return (
    <Stack direction="row" sx={{ gap: 3, flexWrap: "wrap" }} role="group" aria-label={word}>
      <LengthSlider
        label={`${word}, from the left`}
        value={space.x_m}
        min={0}
        max={width_m}
        units={units}
        onChange={(x_m) => onChange({ ...space, x_m })}
      />
      <LengthSlider
        label={`${word}, from the wall`}
        value={space.away_m}
        min={0.1}
        max={DEEPEST_M}
        units={units}
        onChange={(away_m) => onChange({ ...space, away_m })}
      />
      <LengthSlider
        label={`${word}, up`}
        value={space.height_m}
        min={0}
        max={TALLEST_M}
        units={units}
        onChange={(height_m) => onChange({ ...space, height_m })}
      />
    </Stack>
  );
}

export function OffWall({ units }: { units: Units }) {
  const [here, setHere] = useState<Space>({ x_m: 1.5, away_m: 4.5, height_m: 1.1 });
  const [there, setThere] = useState<Space>({ x_m: 5, away_m: 6.5, height_m: 0 });
  const [width_m, setWidth] = useState(6.1);
  const [way, setWay] = useState("front");
  const body = { here, there, width_m, walls: WAYS[way]?.walls ?? ["front"] };
  const query = useQuery({
    queryKey: ["flight", body],
    queryFn: () => unwrap(api.POST("/api/flight/off-wall/", { body })),
    placeholderData: keepPreviousData,
    retry: false,
  });
  const flight = query.error || query.data?.no_way ? undefined : query.data;
  const line = { here, there, flight, width_m, units };
  return (
    <Stack spacing={2}>
      <ToggleButtonGroup
        exclusive
        size="small"
        value={way}
        onChange={(_, next: string | null) => next && setWay(next)}
        aria-label="Off which walls"
        sx={{ flexWrap: "wrap" }}>
        {Object.entries(WAYS).map(([id, { words }]) => (
          <ToggleButton key={id} value={id}>
            {words}
          </ToggleButton>
        ))}
      </ToggleButtonGroup>
      {query.error && <ErrorNotice error={query.error} />}
      {query.data?.no_way && (
        <Typography data-testid="no-way">{query.data.no_way} Move one of the two, or choose another wall.</Typography>
      )}
      {flight && (
        <Typography data-testid="aim-at" sx={{ fontSize: "1.1rem" }}>
          Aim at <b>{flight.touches.map((touch) => sayTouch(touch, units)).join("; then ")}</b>. The ball flies{" "}
          {showLength(flight.path_m, units)}.
        </Typography>
      )}
      <Box
        sx={{
          display: "grid",
          gap: 2,
          gridTemplateColumns: { xs: "minmax(0, 1fr)", md: "repeat(2, minmax(0, 1fr))" },
        }}>
        <FromAbove {...line} />
        <FromTheSide {...line} />
      </Box>
      <PointFields word="Here" space={here} width_m={width_m} units={units} onChange={setHere} />
      <PointFields word="There" space={there} width_m={width_m} units={units} onChange={setThere} />
      <Stack direction="row">
        <LengthSlider label="The wall is wide" value={width_m} min={1} max={12} units={units} onChange={setWidth} />
      </Stack>
    </Stack>
  );
}
