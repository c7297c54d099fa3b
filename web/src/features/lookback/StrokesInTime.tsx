/** A run as chalk strokes in time: makes tall, misses short and crossed, lets dotted, pauses as gaps, what was taken back struck through. */
import { Box } from "@mui/material";

import type { Schemas } from "../../api/client";
import { quantity, showClock } from "../../shared/lib/format";
import { useRoom } from "../../shared/lib/useRoom";
import { tape } from "../../shared/ui/tape";

type Stroke = Schemas["Stroke"];

const [WIDEST, LEFT, LINE, TALL, SHORT] = [860, 46, 62, 34, 15];
const MOST_LINES = 12;
/** So much of a line is a second, or less where that makes the run fit on a page. */
const SECOND = 22;
const faint = "#8b8371";

function Drawn({ stroke, x, foot }: { stroke: Stroke; x: number; foot: number }) {
  const { fate, kind, is_make: isMake, is_miss: isMiss, text } = stroke;
  if (kind === "pause" || kind === "resume") {
    return (
      <rect
        x={x - 2}
        y={foot - TALL}
        width={4}
        height={TALL}
        fill={kind === "pause" ? tape.mustard : "none"}
        stroke={tape.mustard}
      />
    );
  }
  if (fate === "control") return null;
  const isBack = fate === "taken_back";
  const height = isMake ? TALL : SHORT;
  return (
    <g opacity={fate === "ignored" ? 0.35 : 1}>
      <line
        x1={x}
        x2={x}
        y1={foot - height}
        y2={foot}
        stroke={isMake ? tape.teal : isMiss ? tape.coral : faint}
        strokeWidth={4}
        strokeLinecap="round"
        strokeDasharray={kind === "let" ? "1 6" : undefined}
      />
      {isMiss && <path d={`M${x - 4} ${foot - SHORT - 12} l8 8 m0 -8 l-8 8`} stroke={tape.coral} strokeWidth={1.8} />}
      {isBack && <line x1={x - 7} x2={x + 7} y1={foot - 4} y2={foot - SHORT} stroke={tape.ink} strokeWidth={2} />}
      <title>
        {`${showClock(stroke.at_ms)}: ${text || kind}${isBack ? ", taken back" : ""}${fate === "ignored" ? ", not counted" : ""}${isMake && stroke.row > 1 ? `, ${stroke.row} in a row` : ""}`}
      </title>
    </g>
  );
}

export function StrokesInTime({ strokes }: { strokes: Stroke[] }) {
  const { room, width: roomWidth } = useRoom();
  const last = strokes.filter(({ fate }) => fate !== "control").at(-1);
  if (!last) return null;
  const width = Math.min(WIDEST, roomWidth || WIDEST);
  const fitting = Math.max(10, Math.floor((width - LEFT) / SECOND / 10) * 10) * 1000;
  const lineMs = Math.max(fitting, Math.ceil((last.at_ms + 1) / MOST_LINES / 10_000) * 10_000);
  const lines = Math.floor(last.at_ms / lineMs) + 1;
  const height = lines * LINE + 10;
  const made = strokes.filter((stroke) => stroke.is_make).length;
  const missed = strokes.filter((stroke) => stroke.is_miss).length;
  // The best row is named where it ends.
  const best = strokes.reduce((most, stroke) => Math.max(most, stroke.row), 0);
  const end = strokes.find((stroke) => stroke.row === best && best > 1);
  const place = (atMs: number) => {
    const line = Math.floor(atMs / lineMs);
    return { x: LEFT + ((atMs - line * lineMs) / lineMs) * (width - LEFT - 12), foot: (line + 1) * LINE - 10 };
  };
  return (
    <Box ref={room}>
      <svg
        width={width}
        height={height}
        role="img"
        aria-label={`${made} made and ${quantity(missed, "miss", "misses")} in time; the same stands in the table`}
        style={{ display: "block" }}>
        {Array.from({ length: lines }, (_, line) => (
          <g key={line}>
            <text x={0} y={(line + 1) * LINE - 12} fontSize={13} fill={faint}>
              {showClock(line * lineMs)}
            </text>
            <line
              x1={LEFT - 6}
              x2={width - 4}
              y1={(line + 1) * LINE - 10}
              y2={(line + 1) * LINE - 10}
              stroke="#d8cdb6"
              strokeWidth={1.5}
            />
          </g>
        ))}
        {strokes
          .filter(({ at_ms: atMs }) => atMs <= last.at_ms)
          .map((stroke, number) => (
            <Drawn key={number} stroke={stroke} {...place(stroke.at_ms)} />
          ))}
        {end && (
          <text
            x={place(end.at_ms).x}
            y={place(end.at_ms).foot - TALL - 5}
            textAnchor={place(end.at_ms).x > width - 120 ? "end" : "middle"}
            fontSize={13}
            fontWeight={700}
            fill={tape.ink}>
            {best} in a row
          </text>
        )}
      </svg>
    </Box>
  );
}
