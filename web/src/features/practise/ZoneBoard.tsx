/** The layout's own drawing as the pad: what was hit is pressed where it lies. What hit none of it has a strip below. */
import { Box } from "@mui/material";
import { memo } from "react";

import type { Schemas } from "../../api/client";
import type { Surface, Zone } from "../../api/setup";
import { Ground } from "../../shared/board/Ground";
import { closeOn, type View } from "../../shared/board/view";
import { ZoneOutline, type Look } from "../../shared/board/ZoneShape";
import { useRoom } from "../../shared/lib/useRoom";
import { court, tape } from "../../shared/ui/tape";
import { PadButton } from "./PadGrid";
import type { PressKind } from "./Pads";
import { pressing } from "./pressing";
import { placeLabels, type Placed } from "./zoneLabels";

type Pad = Schemas["Pad"];

interface PressedZoneProps {
  placed: Placed;
  pad: Pad;
  words: string;
  look: Look;
  surface: Surface;
  view: View;
  isOff: boolean;
  onPress: (kind: PressKind, text: string) => void;
}

/** Letters that can be read at arm's length, and in a larger room from further away. */
const lettersIn = (view: View) => Math.round(Math.max(15, Math.min(30, view.width / 22)));
/** What is pressed is never smaller than a thumb, but for where a neighbour lies. */
const THUMB_PX = 48;

const letterLook = (letters: number) =>
  ({
    fontSize: letters,
    fontWeight: 700,
    fill: tape.ink,
    stroke: tape.paper,
    strokeWidth: letters / 4,
    paintOrder: "stroke",
    style: { pointerEvents: "none", userSelect: "none" },
  }) as const;

function SideLabel({ placed, words, x, width }: { placed: Placed; words: string; x: number; width: number }) {
  const y = placed.sideY ?? 0;
  const letters = Math.min(17, Math.max(12, (width - 10) / (words.length * 0.56)));
  return (
    <>
      <polyline
        points={`${placed.left + placed.width / 2},${placed.top + placed.height / 2} ${x - 6},${y} ${x},${y}`}
        fill="none"
        stroke={tape.ink}
        strokeWidth={1.5}
        style={{ pointerEvents: "none" }}
      />
      <rect x={x} y={y - 21} width={width} height={42} fill={tape.paper} stroke={tape.ink} strokeWidth={1.5} />
      <text x={x + 6} y={y + letters * 0.36} {...letterLook(letters)}>
        {words}
      </text>
    </>
  );
}

function PressedZone({ placed, pad, words, look, surface, view, isOff, onPress }: PressedZoneProps) {
  const { zone, number, left, top, width, height, lines, letters, sideY } = placed;
  const press = () => {
    if (!isOff) onPress("zone", pad.text);
  };
  const middle = { x: left + width / 2, y: top + height / 2 };
  return (
    <g
      role="button"
      tabIndex={isOff ? -1 : 0}
      aria-disabled={isOff}
      aria-label={`${number} ${words}`}
      data-pad="zone"
      data-text={pad.text}
      {...pressing(press)}
      // A drawing is no button of the browser's, so the keys that press one are read here.
      onKeyDown={(event) => {
        if (event.key !== "Enter" && event.key !== " ") return;
        event.preventDefault();
        event.stopPropagation();
        press();
      }}
      style={{ cursor: isOff ? "default" : "pointer" }}>
      <ZoneOutline zone={zone} surface={surface} view={view} look={look} />
      <rect x={left} y={top} width={Math.max(1, width)} height={Math.max(1, height)} fill="transparent" />
      {lines.map((line, index) => (
        <text
          key={index}
          x={middle.x}
          y={middle.y + (index - (lines.length - 1) / 2) * letters * 1.15 + letters * 0.36}
          textAnchor="middle"
          {...letterLook(letters)}>
          {line}{" "}
        </text>
      ))}
      {sideY !== null && (
        <text x={middle.x} y={middle.y + 5} textAnchor="middle" {...letterLook(14)}>
          {number}
        </text>
      )}
      {sideY !== null && (
        <SideLabel placed={placed} words={`${number} ${words}`} x={view.width - SIDE_PX} width={SIDE_PX - 4} />
      )}
      <rect
        data-sheen={`zone ${pad.text}`}
        x={left}
        y={top}
        width={width}
        height={height}
        fill={tape.ink}
        opacity={0}
        style={{ pointerEvents: "none" }}
      />
    </g>
  );
}

/** Room at the side for the names that do not fit into their zones. */
const SIDE_PX = 132;

interface ZoneBoardProps {
  zones: Zone[];
  surface: Surface;
  pads: Pad[];
  target: string | null;
  then: string | null;
  pointed: string | null;
  isOff: boolean;
  onPress: (kind: PressKind, text: string) => void;
}

export const ZoneBoard = memo(function ZoneBoard({
  zones,
  surface,
  pads,
  target,
  then,
  pointed,
  isOff,
  onPress,
}: ZoneBoardProps) {
  const { room, width, height } = useRoom();
  const padOf = (zone: Zone) => pads.find((each) => each.text === zone.name);
  const wordsOf = (zone: Zone) => {
    const pad = padOf(zone);
    const name = zone.name === target ? `now: ${zone.name}` : zone.name;
    const said = pad?.beside ? `${name}, ${pad.beside}` : name;
    return `${pad?.is_done ? "✓ " : ""}${zone.name === pointed ? "▸ " : ""}${said}`;
  };
  const whole = closeOn(zones, surface, width, height);
  const fitting = placeLabels(zones, surface, whole, wordsOf, lettersIn(whole), height);
  const isRoomy = fitting.every(({ sideY }) => sideY === null);
  // Where a name does not fit into its zone, all move aside and leave room for it.
  const narrow = isRoomy ? whole : closeOn(zones, surface, Math.max(1, width - SIDE_PX - 12), height);
  const view = { ...narrow, width };
  const placed = isRoomy ? fitting : placeLabels(zones, surface, narrow, wordsOf, lettersIn(narrow), height);
  // Mustard is what is next to be played everywhere; what comes after it has the tape of a choice.
  const lookOf = (name: string): Look => (name === target ? "next" : name === then ? "chosen" : "plain");
  return (
    <Box sx={{ flex: 1, minHeight: 0, display: "flex", flexDirection: "column", gap: 1, p: 1 }}>
      <Box
        ref={room}
        sx={{
          flex: 1,
          minHeight: 0,
          overflow: "hidden",
          bgcolor: tape.paper,
          outline: `3px solid ${court.line}`,
          "& *": { touchAction: "manipulation" },
          "& [data-pad], & [data-pad] *": { display: "block" },
        }}>
        <svg
          width={width}
          height={height}
          style={{ display: "block", userSelect: "none", filter: isOff ? "brightness(0.7)" : undefined }}
          role="group"
          aria-label={`${surface.title}: press what was hit`}>
          <Ground surface={surface} view={view} areSpotsShown={false} />
          {/* Round about small ones, below all of them: a thumb beside a line is meant for it, one on a neighbour is not. */}
          {placed.map(({ zone, left, top, width: wide, height: tall }) => (
            <rect
              key={zone.name}
              {...pressing(() => !isOff && onPress("zone", zone.name))}
              x={left - Math.max(0, (THUMB_PX - wide) / 2)}
              y={top - Math.max(0, (THUMB_PX - tall) / 2)}
              width={Math.max(THUMB_PX, wide)}
              height={Math.max(THUMB_PX, tall)}
              fill="transparent"
            />
          ))}
          {placed.map((each) => {
            const { zone } = each;
            const pad = padOf(zone);
            return (
              pad && (
                <PressedZone
                  key={zone.name}
                  placed={each}
                  pad={pad}
                  words={wordsOf(zone)}
                  look={zone.name === pointed ? "next" : lookOf(zone.name)}
                  surface={surface}
                  view={view}
                  isOff={isOff}
                  onPress={onPress}
                />
              )
            );
          })}
        </svg>
      </Box>
      {pads
        .filter((pad) => pad.kind !== "zone")
        .map((pad) => (
          <Box key={pad.kind} sx={{ display: "grid", height: { xs: 76, md: 92 } }}>
            <PadButton pad={pad} digit="X" isOff={isOff} onPress={onPress} />
          </Box>
        ))}
    </Box>
  );
});
