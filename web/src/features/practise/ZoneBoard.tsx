/** The layout's own drawing as the pad: what was hit is pressed where it lies. What hit none of it has a strip below. */
import { Box } from "@mui/material";
import { memo } from "react";

import type { Schemas } from "../../api/client";
import type { Surface, Zone } from "../../api/setup";
import { boxOf } from "../../shared/board/geometry";
import { Ground } from "../../shared/board/Ground";
import { closeOn, type View } from "../../shared/board/view";
import { ZoneShape, type Look } from "../../shared/board/ZoneShape";
import { useRoom } from "../../shared/lib/useRoom";
import { court, tape } from "../../shared/ui/tape";
import { PadButton } from "./PadGrid";
import type { PressKind } from "./Pads";
import { pressing } from "./pressing";

type Pad = Schemas["Pad"];

interface PressedZoneProps {
  zone: Zone;
  pad: Pad;
  look: Look;
  /** Whether a clicker points at it. */
  isPointed: boolean;
  surface: Surface;
  view: View;
  isOff: boolean;
  onPress: (kind: PressKind, text: string) => void;
}

/** Letters that can be read at arm's length, and in a larger room from further away. */
const lettersIn = (view: View) => Math.max(15, Math.min(30, view.width / 22));

function PressedZone({ zone, pad, look, isPointed, surface, view, isOff, onPress }: PressedZoneProps) {
  const box = boxOf(zone, surface);
  const [left, top] = [view.x(box.left), view.y(box.top)];
  const name = look === "next" ? `now: ${zone.name}` : zone.name;
  const words = pad.beside ? `${name}, ${pad.beside}` : name;
  const press = () => {
    if (!isOff) onPress("zone", pad.text);
  };
  return (
    <g
      role="button"
      tabIndex={isOff ? -1 : 0}
      aria-disabled={isOff}
      aria-label={words}
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
      style={{ cursor: isOff ? "default" : "pointer" }}
    >
      <ZoneShape zone={zone} surface={surface} view={view} look={isPointed ? "next" : look} text={`${pad.is_done ? "✓ " : ""}${isPointed ? "▸ " : ""}${words}`} letters={lettersIn(view)} />
      {/* A line or a small ring is hard to hit with a thumb: what is pressed is never smaller than one. */}
      <rect x={left - Math.max(0, 24 - (view.x(box.right) - left) / 2)} y={top - Math.max(0, 24 - (view.y(box.bottom) - top) / 2)} width={Math.max(48, view.x(box.right) - left)} height={Math.max(48, view.y(box.bottom) - top)} fill="transparent" />
      <rect data-sheen={`zone ${pad.text}`} x={left} y={top} width={view.x(box.right) - left} height={view.y(box.bottom) - top} fill={tape.ink} opacity={0} style={{ pointerEvents: "none" }} />
    </g>
  );
}

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

export const ZoneBoard = memo(function ZoneBoard({ zones, surface, pads, target, then, pointed, isOff, onPress }: ZoneBoardProps) {
  const { room, width, height } = useRoom();
  const view = closeOn(zones, surface, width, height);
  // Mustard is what is next to be played everywhere; what comes after it has the tape of a choice.
  const lookOf = (name: string): Look => (name === target ? "next" : name === then ? "chosen" : "plain");
  return (
    <Box sx={{ flex: 1, minHeight: 0, display: "flex", flexDirection: "column", gap: 1, p: 1 }}>
      <Box ref={room} sx={{ flex: 1, minHeight: 0, overflow: "hidden", bgcolor: tape.paper, outline: `3px solid ${court.line}`, "& *": { touchAction: "manipulation" }, "& [data-pad], & [data-pad] *": { display: "block" } }}>
        <svg width={width} height={height} style={{ display: "block", userSelect: "none", filter: isOff ? "brightness(0.7)" : undefined }} role="group" aria-label={`${surface.title}: press what was hit`}>
          <Ground surface={surface} view={view} areSpotsShown={false} />
          {zones.map((zone) => {
            const pad = pads.find((each) => each.text === zone.name);
            return pad && <PressedZone key={zone.name} zone={zone} pad={pad} look={lookOf(zone.name)} isPointed={zone.name === pointed} surface={surface} view={view} isOff={isOff} onPress={onPress} />;
          })}
        </svg>
      </Box>
      {pads.filter((pad) => pad.kind !== "zone").map((pad) => (
        <Box key={pad.kind} sx={{ display: "grid", height: { xs: 76, md: 92 } }}>
          <PadButton pad={pad} digit="X" isOff={isOff} onPress={onPress} />
        </Box>
      ))}
    </Box>
  );
});
