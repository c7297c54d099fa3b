/** The board: a surface to scale with the targets on it, to be dragged, pulled and nudged. */
import { Box, Stack, ToggleButton, ToggleButtonGroup, Typography } from "@mui/material";
import { useState, type KeyboardEvent } from "react";

import type { Stand, Surface, Zone } from "../../../api/setup";
import { showLength, TYPED, type Units } from "../../../shared/lib/lengths";
import { useRoom } from "../../../shared/lib/useRoom";
import { tape } from "../../../shared/ui/tape";
import { boxOf, grown, handlesOf, middleOf, movedTo } from "../../../shared/board/geometry";
import { Ground } from "../../../shared/board/Ground";
import { Measures } from "./Measures";
import { useDrag } from "./useDrag";
import { viewOf, type Closer, type View } from "../../../shared/board/view";
import { nameOf, ZoneShape, type Look } from "../../../shared/board/ZoneShape";

const ARROWS: Record<string, [number, number]> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, 1],
  ArrowDown: [0, -1],
};
const ZOOMS = [1, 2, 4];

/** A finger on a target drags it and does not scroll; "touch-action" leaves out what is displayed inline, as shapes are. */
const HELD = {
  "& [data-zone], & [data-zone] *, & [data-handle], & [data-handle] *": { display: "block", touchAction: "none" },
};

export interface BoardProps {
  surface: Surface;
  zones: Zone[];
  chosen: number | null;
  units: Units;
  stand: Stand;
  /** What is foretold of each target, by its name. */
  foretold: Record<string, string>;
  /** The targets that are shown as played now and next. */
  played: { now: string; next: string } | null;
  onChoose: (index: number | null) => void;
  onChange: (index: number, zone: Zone) => void;
  onRemove: (index: number) => void;
}

/** The target after a key was pressed on it; null for keys that mean nothing here. */
function keyed(event: KeyboardEvent, zone: Zone, surface: Surface, units: Units): Zone | null {
  const { nudgeM, strideM } = TYPED[units];
  const by = event.shiftKey ? strideM : nudgeM;
  const arrow = ARROWS[event.key];
  if (arrow) {
    const [across, up] = arrow;
    if (event.ctrlKey || event.altKey) return grown(zone, across * by, up * by, surface);
    const { x, y } = middleOf(zone);
    return movedTo(zone, { x: x + across * by, y: y + up * by }, surface);
  }
  if (event.key === "+" || event.key === "=") return grown(zone, by, by, surface);
  if (event.key === "-") return grown(zone, -by, -by, surface);
  return null;
}

function StandMark({ stand, surface, view }: { stand: Stand; surface: Surface; view: View }) {
  if (surface.is_upright || surface.away_m + surface.left_m > 0) return null;
  const [x, y] = [view.x(stand.x_m), view.y(-stand.back_m)];
  if (y < 8 || y > view.height - 4) return null;
  return (
    <g style={{ pointerEvents: "none" }}>
      <path d={`M ${x - 9} ${y} h 18 M ${x} ${y - 9} v 18`} stroke={tape.ink} strokeWidth={3} />
      <text
        x={x + 13}
        y={y + 4}
        fontSize={12}
        fontWeight={600}
        fill={tape.ink}
        stroke={tape.paper}
        strokeWidth={3}
        paintOrder="stroke">
        you
      </text>
    </g>
  );
}

/** What is written on a target: its name, and what is foretold of it. */
function sayZone(zone: Zone, foretold: Record<string, string>): string {
  return foretold[zone.name] ? `${zone.name}: ${foretold[zone.name]}` : nameOf(zone);
}

function sayWhere(zone: Zone, surface: Surface, units: Units): string {
  const { left, right, bottom, top } = boxOf(zone, surface);
  const up = surface.is_upright ? "up" : "away";
  return `${zone.name}, ${showLength(right - left, units)} by ${showLength(top - bottom, units)}, ${showLength(left, units)} from the left, ${showLength(bottom, units)} ${up}`;
}

export function Board(props: BoardProps) {
  const { surface, zones, chosen, units, stand, foretold, played, onChoose, onChange, onRemove } = props;
  const { room, width } = useRoom();
  const [closer, setCloser] = useState<Closer>({ zoom: 1, at: null });
  // Another surface has other parts.
  const part = surface.closer.find(({ title }) => title === closer.part?.title);
  const view = viewOf(surface, width, { ...closer, part });
  const { carried, take, hand } = useDrag({ surface, scale: view.scale, step: TYPED[units].nudgeM, onDrop: onChange });
  const shown = zones.map((zone, index) => (carried?.index === index ? carried.zone : zone));
  const active = chosen === null ? undefined : shown[chosen];
  const here = active?.surface === surface.id ? active : undefined;

  const lookAt = (title: string | null) => {
    const part = surface.closer.find((each) => each.title === title);
    if (part) setCloser({ zoom: 1, at: null, part });
    else if (title) zoomTo(Number(title));
  };
  const zoomTo = (zoom: number) =>
    setCloser({
      zoom,
      at: zoom > 1 ? (here ? middleOf(here) : { x: surface.width_m / 2, y: surface.length_m * 0.75 }) : null,
    });

  const onKey = (event: KeyboardEvent, index: number, zone: Zone) => {
    if (event.key === "Delete" || event.key === "Backspace") onRemove(index);
    else if (event.key === "Escape") onChoose(null);
    else {
      const changed = keyed(event, zone, surface, units);
      if (!changed) return;
      onChange(index, changed);
    }
    event.preventDefault();
  };

  const lookOf = (zone: Zone, index: number): Look =>
    played?.now === zone.name
      ? "now"
      : played?.next === zone.name
        ? "next"
        : index === chosen && !played
          ? "chosen"
          : "plain";

  return (
    <Box>
      <Box
        ref={room}
        sx={{
          minWidth: 0,
          border: "1px solid",
          borderColor: "divider",
          bgcolor: "#fffdf8",
          overflow: "hidden",
          ...HELD,
        }}>
        <svg
          width={width}
          height={view.height}
          role="group"
          aria-label={`${surface.title}, ${showLength(surface.width_m, units)} by ${showLength(surface.length_m, units)}`}
          onPointerDown={() => onChoose(null)}
          style={{ display: "block" }}>
          <Ground surface={surface} view={view} areSpotsNumbered={part !== undefined} />
          {carried?.x && (
            <line
              x1={view.x(carried.x.at_m)}
              x2={view.x(carried.x.at_m)}
              y1={0}
              y2={view.height}
              stroke={tape.plum}
              strokeWidth={1.5}
            />
          )}
          {carried?.y && (
            <line
              y1={view.y(carried.y.at_m)}
              y2={view.y(carried.y.at_m)}
              x1={0}
              x2={width}
              stroke={tape.plum}
              strokeWidth={1.5}
            />
          )}
          {shown.map((zone, index) =>
            zone.surface === surface.id ? (
              <g
                key={index}
                role="button"
                tabIndex={0}
                aria-pressed={index === chosen}
                aria-label={sayWhere({ ...zone, name: sayZone(zone, foretold) }, surface, units)}
                aria-describedby="board-keys"
                data-zone={zone.name}
                style={{ cursor: "grab" }}
                onPointerDown={(event) => {
                  onChoose(index);
                  take(event, index, zone);
                }}
                {...hand}
                onFocus={() => onChoose(index)}
                onKeyDown={(event) => onKey(event, index, zone)}>
                <ZoneShape
                  zone={zone}
                  surface={surface}
                  view={view}
                  look={lookOf(zone, index)}
                  text={sayZone(zone, foretold)}
                />
              </g>
            ) : null,
          )}
          {here && <Measures zone={here} surface={surface} view={view} units={units} />}
          {here &&
            chosen !== null &&
            handlesOf(here, surface).map((handle) => (
              <g
                key={handle.id}
                data-handle={handle.id}
                style={{ cursor: handle.cursor }}
                onPointerDown={(event) => take(event, chosen, here, handle)}
                {...hand}>
                <circle cx={view.x(handle.x)} cy={view.y(handle.y)} r={20} fill="transparent" />
                <rect
                  x={view.x(handle.x) - 6}
                  y={view.y(handle.y) - 6}
                  width={12}
                  height={12}
                  fill={tape.paper}
                  stroke={tape.plum}
                  strokeWidth={3}
                />
              </g>
            ))}
          <StandMark stand={stand} surface={surface} view={view} />
          {carried && (carried.x ?? carried.y) && (
            <text x={10} y={20} fontSize={13} fontWeight={700} fill={tape.plum}>
              {[carried.x, carried.y].flatMap((guide) => (guide ? [guide.title] : [])).join(", ")}
            </text>
          )}
        </svg>
      </Box>
      <Stack
        direction="row"
        sx={{ justifyContent: "space-between", flexWrap: "wrap", gap: 1, mt: 0.75, alignItems: "center" }}>
        <Typography id="board-keys" variant="body2" color="text.secondary" sx={{ flex: "1 1 300px" }}>
          Drag a target, or pull a corner. Keys on a target: arrows move it, with Shift in strides, with Ctrl they size
          it; + and − size it, Delete takes it off.
        </Typography>
        <ToggleButtonGroup
          exclusive
          size="small"
          value={part?.title ?? String(closer.zoom)}
          onChange={(_, title: string | null) => lookAt(title)}
          aria-label="How close to look"
          sx={{ flexWrap: "wrap" }}>
          {[...ZOOMS.map(String), ...surface.closer.map(({ title }) => title)].map((each) => (
            <ToggleButton key={each} value={each} sx={{ minHeight: 36 }}>
              {each === "1" ? "All of it" : Number(each) ? `${each}× closer` : each}
            </ToggleButton>
          ))}
        </ToggleButtonGroup>
      </Stack>
      <Box
        role="status"
        sx={{ position: "absolute", width: "1px", height: "1px", overflow: "hidden", clipPath: "inset(50%)" }}>
        {here && sayWhere(here, surface, units)}
      </Box>
    </Box>
  );
}
