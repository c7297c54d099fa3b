/** The block as a strip of tape in true proportion to its time: dragged to move, pulled at its end to stretch; by keys, too. */
import { Box } from "@mui/material";
import { memo, useRef, useState, type KeyboardEvent, type PointerEvent } from "react";

import { quantity, showMinutes } from "../../shared/lib/format";
import { useStable } from "../../shared/lib/useStable";
import { ribbonLook } from "../../shared/ui/ribbonLook";
import { isPlaced, type Proposal, type ProposedPart } from "./draft";
import type { Edits } from "./edits";

/** Beyond this a press is a drag. */
const DRAG_PX = 6;

interface Drag {
  key: string;
  isStretch: boolean;
  fromX: number;
  dx: number;
}

function label(part: ProposedPart): string {
  const runs = part.runs_planned ? `, ${quantity(part.runs_planned, "run")}` : "";
  return `${showMinutes(part.planned_s)} ${part.title}${runs}${part.is_locked ? ", locked" : ""}`;
}

/** Every key does what a pointer can: arrows move, plus and minus stretch, L locks, Delete takes out. */
function onKey(event: KeyboardEvent, part: ProposedPart, edits: Edits) {
  const acts: Record<string, () => void> = {
    ArrowLeft: () => edits.move(part.key, -1),
    ArrowRight: () => edits.move(part.key, 1),
    "+": () => edits.stretch(part.key, 1),
    "=": () => edits.stretch(part.key, 1),
    "-": () => edits.stretch(part.key, -1),
    l: () => edits.lock(part.key),
    Delete: () => edits.remove(part.key),
  };
  const act = acts[event.key];
  if (!act || event.ctrlKey || event.metaKey || event.altKey) return;
  event.preventDefault();
  act();
}

/** What a drag comes to: places moved past, or runs (minutes, for a part by the clock) pulled on. */
function settle(drag: Drag, parts: ProposedPart[], pxPerSecond: number): number {
  const index = parts.findIndex((part) => part.key === drag.key);
  const part = parts[index];
  if (!part) return 0;
  const seconds = drag.dx / pxPerSecond;
  if (drag.isStretch) return Math.round(seconds / (part.runs_planned ? part.planned_s / part.runs_planned : 60));
  const middle = part.start_s + part.planned_s / 2 + seconds;
  const between = parts.filter(isPlaced);
  const from = between.indexOf(part);
  const to = between.filter((each) => each !== part && each.start_s + each.planned_s / 2 < middle).length;
  return to - from;
}

export function RibbonEditor({ proposal, minutes, edits }: { proposal: Proposal; minutes: number; edits: Edits }) {
  const strip = useRef<HTMLDivElement>(null);
  const [drag, setDrag] = useState<Drag | null>(null);
  const { parts } = proposal;

  // The same from drag to drag, so that only the part that moves is drawn anew.
  const handlers = useStable({
    onBegin: (event: PointerEvent, key: string, isStretch: boolean) => {
      event.stopPropagation();
      event.currentTarget.setPointerCapture(event.pointerId);
      setDrag({ key, isStretch, fromX: event.clientX, dx: 0 });
    },
    onFollow: (event: PointerEvent) => {
      if (drag) setDrag({ ...drag, dx: event.clientX - drag.fromX });
    },
    onEnd: () => {
      if (drag && strip.current && Math.abs(drag.dx) > DRAG_PX) {
        const by = settle(drag, parts, strip.current.clientWidth / (minutes * 60));
        if (by) (drag.isStretch ? edits.stretch : edits.move)(drag.key, by);
      }
      setDrag(null);
    },
  });

  return (
    <Box
      ref={strip}
      role="group"
      aria-label="The block as a ribbon of time"
      sx={{ display: "flex", height: 76, width: "100%", touchAction: "pan-y" }}>
      {parts.map((part) => (
        <Part key={part.key} part={part} drag={drag?.key === part.key ? drag : null} edits={edits} {...handlers} />
      ))}
      {proposal.spare_s > 30 && (
        <Box aria-hidden sx={{ flex: `${proposal.spare_s} 0 0`, border: "2px dashed", borderColor: "divider" }} />
      )}
    </Box>
  );
}

interface PartProps {
  part: ProposedPart;
  drag: Drag | null;
  edits: Edits;
  onBegin: (event: PointerEvent, key: string, isStretch: boolean) => void;
  onFollow: (event: PointerEvent) => void;
  onEnd: () => void;
}

const Part = memo(function Part({ part, drag, edits, onBegin, onFollow, onEnd }: PartProps) {
  const look = ribbonLook(part);
  return (
    <Box
      component="button"
      type="button"
      aria-label={label(part)}
      aria-keyshortcuts={
        part.rung
          ? "ArrowLeft ArrowRight + - L Delete"
          : isPlaced(part)
            ? "ArrowLeft ArrowRight + - Delete"
            : "+ - Delete"
      }
      title={part.title}
      data-part={part.key}
      onKeyDown={(event: KeyboardEvent) => onKey(event, part, edits)}
      onPointerDown={(event: PointerEvent) => isPlaced(part) && onBegin(event, part.key, false)}
      onPointerMove={onFollow}
      onPointerUp={onEnd}
      onPointerCancel={onEnd}
      // Not among the styles below: each place of a drag would be a style sheet of its own.
      style={{ transform: drag && !drag.isStretch ? `translateX(${drag.dx}px)` : "none" }}
      sx={{
        flex: `${part.planned_s} 0 0`,
        // On a phone a finger needs so much, however short the part is.
        minWidth: { xs: 24, md: 0 },
        m: 0,
        p: 0,
        position: "relative",
        font: "inherit",
        textAlign: "left",
        verticalAlign: "top",
        cursor: isPlaced(part) ? "grab" : "default",
        bgcolor: look.ground,
        color: look.ink,
        border: 0,
        borderRight: "3px solid",
        borderColor: "background.paper",
        overflow: "hidden",
        zIndex: drag ? 2 : 0,
        opacity: drag ? 0.85 : 1,
        // A locked strip is nailed down: a line of stitches along it.
        ...(part.is_locked && {
          backgroundImage: `repeating-linear-gradient(90deg, ${look.ink} 0 6px, transparent 6px 12px)`,
          backgroundSize: "100% 4px",
          backgroundRepeat: "no-repeat",
          backgroundPosition: "0 100%",
        }),
        "&:focus-visible": { outline: "3px solid", outlineColor: "text.primary", outlineOffset: -4, zIndex: 3 },
        containerType: "inline-size",
        "@container (max-width: 52px)": { "& > .words": { display: "none" } },
      }}>
      <Box className="words" sx={{ px: 0.75, pt: 0.5, fontSize: "0.84rem", lineHeight: 1.2, height: "100%" }}>
        <b style={{ whiteSpace: "nowrap" }}>{showMinutes(part.planned_s)}</b>{" "}
        <Box
          sx={{
            display: "-webkit-box",
            WebkitLineClamp: 2,
            WebkitBoxOrient: "vertical",
            overflow: "hidden",
            overflowWrap: "normal",
            hyphens: "auto",
          }}>
          {look.word}
        </Box>
      </Box>
      <Box
        component="span"
        aria-hidden
        className="stretch"
        // The rest of the pull is heard by the part around it.
        onPointerDown={(event: PointerEvent) => onBegin(event, part.key, true)}
        style={{ transform: drag?.isStretch ? `translateX(${Math.min(0, drag.dx)}px)` : "none" }}
        sx={{
          position: "absolute",
          right: 0,
          top: 0,
          bottom: 0,
          width: 12,
          cursor: "ew-resize",
          borderRight: drag?.isStretch ? "4px solid" : "2px dotted",
          borderColor: look.ink,
        }}
      />
    </Box>
  );
});
