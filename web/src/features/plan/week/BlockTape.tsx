/** A block in its week: a strip of tape that can be dragged to another window, or moved by its menu. */
import OpenWith from "@mui/icons-material/OpenWith";
import { Box, IconButton, Menu, MenuItem } from "@mui/material";
import { useState, type CSSProperties, type PointerEvent } from "react";
import { Link as RouterLink } from "react-router";

import type { Block } from "../../../api/queries";
import { tape } from "../../../shared/ui/tape";
import { showHour } from "../../../shared/lib/format";

const LOOKS = {
  planned: { ground: tape.teal, ink: "#ffffff", word: "" },
  started: { ground: tape.mustard, ink: tape.ink, word: "playing" },
  done: { ground: "#e9e1d0", ink: tape.ink, word: "✓ done" },
  dropped: { ground: "transparent", ink: tape.ink, word: "dropped" },
};
/** Beyond this a press is a drag. */
const DRAG_PX = 6;

export interface Target {
  id: number;
  words: string;
}

interface BlockTapeProps {
  block: Block;
  targets: Target[];
  /** Over which window the block is held, null for none; told at every change. */
  onOver: (block: number, window: number | null) => void;
  onDrop: (block: number, window: number) => void;
  onChoose: (block: Block, target: Target) => void;
}

function windowAt(event: PointerEvent): number | null {
  // A window that holds a block already lies under it.
  const under = document.elementsFromPoint(event.clientX, event.clientY).find((each) => each.matches("[data-window]"));
  return under instanceof HTMLElement ? Number(under.dataset["window"]) : null;
}

/** Dragging with a mouse or pen. A finger scrolls; it has the menu. */
function useDragging({ block, onOver, onDrop }: BlockTapeProps) {
  const [from, setFrom] = useState<{ x: number; y: number } | null>(null);
  const [shift, setShift] = useState<{ x: number; y: number } | null>(null);
  const stop = () => {
    setFrom(null);
    setShift(null);
    onOver(block.id, null);
  };
  return {
    shift,
    handlers: {
      onPointerDown: (event: PointerEvent) => {
        if (event.pointerType === "touch" || event.button !== 0 || block.status !== "planned") return;
        // What is pressed in the menu comes by here, too: it is a child of this part, though not in its place.
        const pressed = event.target as HTMLElement;
        if (pressed.closest("button") || !event.currentTarget.contains(pressed)) return;
        event.currentTarget.setPointerCapture(event.pointerId);
        setFrom({ x: event.clientX, y: event.clientY });
      },
      onPointerMove: (event: PointerEvent) => {
        if (!from) return;
        const next = { x: event.clientX - from.x, y: event.clientY - from.y };
        if (!shift && Math.hypot(next.x, next.y) < DRAG_PX) return;
        setShift(next);
        onOver(block.id, windowAt(event));
      },
      onPointerUp: (event: PointerEvent) => {
        const window = shift && windowAt(event);
        stop();
        if (window) onDrop(block.id, window);
      },
      onPointerCancel: stop,
    },
  };
}

function MoveMenu({ block, targets, onChoose }: Pick<BlockTapeProps, "block" | "targets" | "onChoose">) {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const choose = (target: Target) => {
    setAnchor(null);
    onChoose(block, target);
  };
  return (
    <>
      <IconButton
        aria-label={`Move ${block.title}`}
        title="Move to another window"
        onClick={(event) => setAnchor(event.currentTarget)}
        sx={{
          position: "absolute",
          right: 0,
          bottom: 0,
          width: 30,
          height: 30,
          borderRadius: 0,
          color: "inherit",
          bgcolor: "inherit",
          "&:hover": { bgcolor: tape.ink },
        }}>
        <OpenWith fontSize="small" />
      </IconButton>
      <Menu anchorEl={anchor} open={anchor !== null} onClose={() => setAnchor(null)}>
        {targets.map((target) => (
          <MenuItem key={target.id} onClick={() => choose(target)}>
            {target.words}
          </MenuItem>
        ))}
      </Menu>
    </>
  );
}

export function BlockTape(props: BlockTapeProps & { style?: CSSProperties }) {
  const { block, targets, onChoose, style } = props;
  const { shift, handlers } = useDragging(props);
  const look = LOOKS[block.status];
  const isPlanned = block.status === "planned";
  return (
    <Box
      {...handlers}
      style={style}
      data-block={block.id}
      sx={{
        bgcolor: look.ground,
        color: look.ink,
        border: block.status === "dropped" ? "2px dashed" : 0,
        px: 0.75,
        py: 0.5,
        fontSize: "0.85rem",
        lineHeight: 1.2,
        overflow: "hidden",
        userSelect: "none",
        position: "relative",
        cursor: isPlanned ? "grab" : "default",
        transform: shift ? `translate(${shift.x}px, ${shift.y}px)` : "none",
        zIndex: shift ? 5 : 1,
        pointerEvents: shift ? "none" : "auto",
        opacity: shift ? 0.85 : 1,
      }}>
      <Box>
        <b>
          {block.start && `${showHour(block.start)}, `}
          {block.minutes} min {look.word}
        </b>
        <Box
          component={RouterLink}
          to={`/plan/blocks/${block.id}`}
          draggable={false}
          sx={{ display: "block", color: "inherit", fontSize: "0.8rem" }}>
          {block.title}
        </Box>
      </Box>
      {isPlanned && targets.length > 0 && <MoveMenu block={block} targets={targets} onChoose={onChoose} />}
    </Box>
  );
}
