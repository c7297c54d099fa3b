/** A clip as it is seen, and what is drawn on it. All is measured in heights of the picture. */
import { Box } from "@mui/material";
import { useState, type KeyboardEvent, type PointerEvent, type Ref } from "react";

import { tape } from "../../shared/ui/tape";
import type { Drawn } from "./filmNotes";

export type Tool = "none" | "line" | "angle";
export const SPOTS: Record<Tool, number> = { none: 0, line: 2, angle: 3 };
/** What was drawn is seen so near to its moment. */
const NEAR_S = 0.25;
const NUDGE = 0.02;
const COLOURS = [tape.mustard, tape.coral, "#4fd8c7"];

/** With the degrees it comes to, where it does. */
export type Shown = Drawn & { degrees: number | null };

const isNear = (drawn: Drawn, atS: number) => Math.abs(drawn.at_s - atS) <= NEAR_S;

interface PictureProps {
  name: string;
  url: string;
  isMirrored: boolean;
  drawn: Shown[];
  atS: number;
  tool: Tool;
  onDraw: (spots: [number, number][]) => void;
  onReady: (video: HTMLVideoElement) => void;
  onSeeked: () => void;
  onTrouble: () => void;
  videoRef: Ref<HTMLVideoElement>;
  drawingRef: Ref<SVGSVGElement>;
}

const degrees = (value: number) => `${value.toFixed(1)}°`;
const pointsOf = (spots: number[][]) => spots.map((spot) => spot.join(",")).join(" ");

export function Picture({
  name,
  url,
  isMirrored,
  drawn,
  atS,
  tool,
  onDraw,
  onReady,
  onSeeked,
  onTrouble,
  videoRef,
  drawingRef,
}: PictureProps) {
  const [aspect, setAspect] = useState(16 / 9);
  const [spots, setSpots] = useState<[number, number][]>([]);
  const [cross, setCross] = useState<[number, number] | null>(null);
  const put = (spot: [number, number]) => {
    const all = [...spots, spot];
    if (all.length < SPOTS[tool]) {
      setSpots(all);
      return;
    }
    setSpots([]);
    onDraw(all);
  };
  const spotOf = ({ clientX, clientY, currentTarget }: PointerEvent<SVGSVGElement>): [number, number] => {
    const { left, top, height } = currentTarget.getBoundingClientRect();
    const x = (clientX - left) / height;
    return [isMirrored ? aspect - x : x, (clientY - top) / height];
  };
  const byKeys = (event: KeyboardEvent) => {
    const [x, y] = cross ?? [aspect / 2, 0.5];
    const way = isMirrored ? -NUDGE : NUDGE;
    const moved: Record<string, [number, number]> = {
      ArrowLeft: [x - way, y],
      ArrowRight: [x + way, y],
      ArrowUp: [x, y - NUDGE],
      ArrowDown: [x, y + NUDGE],
    };
    if (event.key === "Enter" || event.key === " ") put([x, y]);
    else if (event.key in moved) setCross(moved[event.key] ?? null);
    else return;
    event.preventDefault();
    event.stopPropagation();
  };
  const isDrawing = tool !== "none";
  return (
    <Box
      sx={{
        position: "relative",
        aspectRatio: String(aspect),
        maxHeight: "70vh",
        mx: "auto",
        width: "100%",
        maxWidth: `calc(70vh * ${aspect})`,
        bgcolor: "#000",
        transform: isMirrored ? "scaleX(-1)" : undefined,
      }}>
      <video
        ref={videoRef}
        src={url}
        muted
        playsInline
        preload="auto"
        aria-label={name}
        style={{ width: "100%", height: "100%", display: "block" }}
        onLoadedMetadata={({ currentTarget }) => {
          if (currentTarget.videoWidth === 0) {
            onTrouble(); // Sound alone, or a way of packing pictures that this browser does not know.
            return;
          }
          setAspect(currentTarget.videoWidth / currentTarget.videoHeight);
          onReady(currentTarget);
        }}
        onSeeked={onSeeked}
        onError={onTrouble}
      />
      <svg
        ref={drawingRef}
        viewBox={`0 0 ${aspect} 1`}
        role="img"
        aria-label={isDrawing ? `${name}: put ${SPOTS[tool]} spots, by arrows and Enter` : `Drawn on ${name}`}
        tabIndex={isDrawing ? 0 : -1}
        onKeyDown={isDrawing ? byKeys : undefined}
        onPointerDown={isDrawing ? (event) => put(spotOf(event)) : undefined}
        style={{
          position: "absolute",
          inset: 0,
          width: "100%",
          height: "100%",
          cursor: isDrawing ? "crosshair" : "default",
          touchAction: isDrawing ? "none" : "auto",
          pointerEvents: isDrawing ? "auto" : "none",
        }}>
        {drawn.map(
          (each, place) =>
            isNear(each, atS) && (
              // On a dark edge it is seen on any picture.
              <g key={place}>
                <polyline points={pointsOf(each.spots)} fill="none" stroke={tape.ink} strokeWidth={0.016} />
                <polyline
                  data-kept={each.degrees === null ? "" : degrees(each.degrees)}
                  points={pointsOf(each.spots)}
                  fill="none"
                  stroke={COLOURS[place % COLOURS.length]}
                  strokeWidth={0.008}
                />
                {each.degrees !== null && (
                  <text
                    transform={`translate(${pointsOf(each.spots.slice(1, 2))}) scale(${isMirrored ? -1 : 1}, 1)`}
                    dx={0.02}
                    dy={-0.02}
                    fontSize={0.06}
                    fontWeight={700}
                    fill={COLOURS[place % COLOURS.length]}
                    stroke={tape.ink}
                    strokeWidth={0.016}
                    paintOrder="stroke">
                    {degrees(each.degrees)}
                  </text>
                )}
              </g>
            ),
        )}
        {isDrawing && (
          <g stroke="#fff" fill="none" strokeWidth={0.006}>
            <polyline points={pointsOf(spots)} />
            {spots.map(([x, y]) => (
              <circle key={`${x} ${y}`} cx={x} cy={y} r={0.012} />
            ))}
            {cross && (
              <path
                d={`M${cross[0] - 0.04} ${cross[1]}h0.08M${cross[0]} ${cross[1] - 0.04}v0.08`}
                stroke={tape.mustard}
              />
            )}
          </g>
        )}
      </svg>
    </Box>
  );
}
