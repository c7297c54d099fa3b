/** The window under a string over the net: what straight lines through it can reach, from the side and from above. */
import { Box, MenuItem, Stack, TextField, Typography } from "@mui/material";
import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { useState } from "react";

import { api, unwrap, type Schemas } from "../../../api/client";
import type { DrawnPlace } from "../../../api/setup";
import { showLength, type Units } from "../../../shared/lib/lengths";
import { ErrorNotice } from "../../../shared/ui/Loaded";
import { tape } from "../../../shared/ui/tape";
import { LengthSlider } from "./fields";

type Window = Schemas["NetWindow"];

const [WIDTH, HEIGHT, PAD] = [560, 240, 30];

interface Asked {
  contact_m: number;
  from_net_m: number;
  string_m: number;
}

function FromTheSide({ asked, found }: { asked: Asked; found: Window }) {
  const scaleX = (WIDTH - 2 * PAD) / (asked.from_net_m + found.length_m);
  const tallest = Math.max(asked.contact_m, found.net_m + asked.string_m) * 1.15;
  const scaleY = (HEIGHT - 2 * PAD) / tallest;
  const x = (behindNet: number) => PAD + (asked.from_net_m + behindNet) * scaleX;
  const y = (height: number) => HEIGHT - PAD - height * scaleY;
  const string = found.net_m + asked.string_m;
  /** Where a line from the contact through a height at the net comes down, or leaves the picture. */
  const end = (landing: number | null, atNet: number): [number, number] =>
    landing !== null && landing <= found.length_m
      ? [x(landing), y(0)]
      : [
          x(found.length_m),
          y(asked.contact_m + ((atNet - asked.contact_m) / asked.from_net_m) * (asked.from_net_m + found.length_m)),
        ];
  const low = end(found.nearest_m, found.net_m);
  const high = end(found.farthest_m, string);
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      width="100%"
      role="img"
      aria-label="The window from the side"
      style={{ overflow: "hidden" }}>
      <polygon
        points={`${x(0)},${y(found.net_m)} ${low[0]},${low[1]} ${high[0]},${high[1]} ${x(0)},${y(string)}`}
        fill={tape.teal}
        fillOpacity={0.12}
      />
      <line x1={PAD} y1={y(0)} x2={WIDTH - PAD} y2={y(0)} stroke={tape.ink} strokeWidth={3} />
      <line x1={x(0)} y1={y(0)} x2={x(0)} y2={y(found.net_m)} stroke={tape.ink} strokeWidth={5} />
      <line x1={x(0) - 14} y1={y(string)} x2={x(0) + 14} y2={y(string)} stroke={tape.plum} strokeWidth={4} />
      {[low, high].map(([toX, toY], index) => (
        <line
          key={index}
          x1={x(-asked.from_net_m)}
          y1={y(asked.contact_m)}
          x2={toX}
          y2={toY}
          stroke={tape.teal}
          strokeWidth={2.5}
          strokeDasharray="9 6"
        />
      ))}
      <circle cx={x(-asked.from_net_m)} cy={y(asked.contact_m)} r={6} fill={tape.ink} />
      <text x={x(0) + 18} y={y(string) + 4} fontSize={13} fontWeight={700} fill={tape.ink}>
        string
      </text>
      <text x={x(0) + 6} y={y(0) - 6} fontSize={13} fontWeight={700} fill={tape.ink}>
        net
      </text>
      {found.lines.map((line) => (
        <g key={line.title}>
          <line
            x1={x(line.behind_net_m)}
            y1={y(0)}
            x2={x(line.behind_net_m)}
            y2={y(0) + 9}
            stroke={tape.ink}
            strokeWidth={3}
          />
        </g>
      ))}
    </svg>
  );
}

function FromAbove({ found, width_m }: { found: Window; width_m: number }) {
  const scale = Math.min((WIDTH - 2 * PAD) / found.length_m, 170 / width_m);
  const [wide, long] = [width_m * scale, found.length_m * scale];
  const left = (WIDTH - long) / 2;
  const near = Math.min(found.length_m, found.nearest_m ?? found.length_m);
  const far = Math.min(found.length_m, found.farthest_m ?? found.length_m);
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${wide + 40}`}
      width="100%"
      role="img"
      aria-label="The far half from above, with what can be reached">
      <rect x={left} y={10} width={long} height={wide} fill="#f0e4cf" stroke={tape.ink} strokeWidth={2} />
      {found.nearest_m !== null && (
        <rect
          x={left + near * scale}
          y={10}
          width={(far - near) * scale}
          height={wide}
          fill={tape.teal}
          fillOpacity={0.28}
        />
      )}
      <line x1={left} y1={4} x2={left} y2={wide + 16} stroke={tape.ink} strokeWidth={5} />
      {found.lines.map((line) => (
        <line
          key={line.title}
          x1={left + line.behind_net_m * scale}
          x2={left + line.behind_net_m * scale}
          y1={10}
          y2={10 + wide}
          stroke={tape.ink}
          strokeWidth={1.5}
        />
      ))}
      <text x={left} y={wide + 34} fontSize={13} fontWeight={700} fill={tape.ink}>
        net
      </text>
    </svg>
  );
}

function sayWindow(found: Window, units: Units): string {
  if (found.nearest_m === null) return "From so low no straight line over the net comes down again: it takes an arc.";
  const near = `a straight line over the net lands ${showLength(found.nearest_m, units)} behind it at the nearest`;
  if (found.farthest_m === null) return `${near}; under the string as well it never comes down.`;
  const out = found.nearest_m > found.length_m ? " That is out." : "";
  return `${near}, under the string at ${showLength(found.farthest_m, units)} at the farthest.${out}`;
}

export function OverNet({ places, units }: { places: DrawnPlace[]; units: Units }) {
  const [key, setKey] = useState(places[0]?.id ?? "");
  const place = places.find(({ id }) => id === key) ?? places[0];
  const isTable = place?.surfaces[0]?.kind === "table";
  const half = place?.net?.y_m ?? 1;
  const [typed, setTyped] = useState<Partial<Asked>>({});
  const asked: Asked = { contact_m: isTable ? 0.3 : 2.7, from_net_m: half, string_m: isTable ? 0.15 : 0.6, ...typed };
  const body = { place: place?.id ?? "", ...asked };
  const query = useQuery({
    queryKey: ["window", body],
    queryFn: () => unwrap(api.POST("/api/flight/over-net/", { body })),
    placeholderData: keepPreviousData,
    retry: false,
    enabled: place !== undefined,
  });
  const change = (part: Partial<Asked>) => setTyped({ ...typed, ...part });
  if (!place) return null;
  const found = query.data;
  return (
    <Stack spacing={2}>
      <TextField
        select
        size="small"
        label="Over the net of"
        value={place.id}
        onChange={(event) => {
          setKey(event.target.value);
          setTyped({});
        }}
        sx={{ maxWidth: 300 }}>
        {places.map(({ id, title }) => (
          <MenuItem key={id} value={id}>
            {title}
          </MenuItem>
        ))}
      </TextField>
      {query.error && <ErrorNotice error={query.error} />}
      {found && (
        <>
          <Typography data-testid="window" sx={{ fontSize: "1.1rem" }}>
            From {showLength(asked.contact_m, units)} up, {sayWindow(found, units)}
          </Typography>
          <Typography>
            {found.lines
              .map(
                (line) =>
                  `It ${line.can_land_before ? "can" : "cannot"} land before the ${line.title}, ${showLength(line.behind_net_m, units)} behind the net.`,
              )
              .join(" ")}
          </Typography>
          <Box
            sx={{
              display: "grid",
              gap: 2,
              gridTemplateColumns: { xs: "minmax(0, 1fr)", md: "repeat(2, minmax(0, 1fr))" },
              alignItems: "center",
            }}>
            <FromTheSide asked={asked} found={found} />
            <FromAbove found={found} width_m={place.surfaces[0]?.width_m ?? 1} />
          </Box>
        </>
      )}
      <Stack direction="row" sx={{ gap: 3, flexWrap: "wrap" }}>
        <LengthSlider
          label="You meet the ball"
          value={asked.contact_m}
          min={0.05}
          max={isTable ? 1 : 3.5}
          units={units}
          onChange={(contact_m) => change({ contact_m })}
        />
        <LengthSlider
          label="Before the net"
          value={asked.from_net_m}
          min={0.1}
          max={half + (isTable ? 2 : 4)}
          units={units}
          onChange={(from_net_m) => change({ from_net_m })}
        />
        <LengthSlider
          label="String above the net"
          value={asked.string_m}
          min={0.05}
          max={isTable ? 0.6 : 3}
          units={units}
          onChange={(string_m) => change({ string_m })}
        />
      </Stack>
    </Stack>
  );
}
