/** Dragging a target, or one of its handles, by mouse or finger: where it is on its way, and where it was let go. */
import { useRef, useState, type PointerEvent } from "react";

import type { Surface, Zone } from "../../../api/setup";
import { middleOf, type Handle, type Point } from "../../../shared/board/geometry";
import { snapMove, snapPull, type Snapped } from "./snapping";

/** As near as this on the screen a guide draws a target to itself. */
const NEAR = 9;

interface Grip {
  index: number;
  zone: Zone;
  handle: Handle | null;
  from: Point;
}

type Carried = Snapped & { index: number };

interface DragProps {
  surface: Surface;
  scale: number;
  step: number;
  onDrop: (index: number, zone: Zone) => void;
}

export function useDrag({ surface, scale, step, onDrop }: DragProps) {
  const grip = useRef<Grip | null>(null);
  const [carried, setCarried] = useState<Carried | null>(null);
  // What a quick hand lets go of may not have been drawn yet.
  const latest = useRef<Carried | null>(null);

  const take = (event: PointerEvent, index: number, zone: Zone, handle: Handle | null = null) => {
    if (event.button !== 0) return;
    event.stopPropagation();
    event.currentTarget.setPointerCapture(event.pointerId);
    grip.current = { index, zone, handle, from: { x: event.clientX, y: event.clientY } };
  };

  const move = (event: PointerEvent) => {
    if (!grip.current) return;
    const { index, zone, handle, from } = grip.current;
    const start = handle ?? middleOf(zone);
    const to = { x: start.x + (event.clientX - from.x) / scale, y: start.y - (event.clientY - from.y) / scale };
    const near = NEAR / scale;
    latest.current = {
      index,
      ...(handle ? snapPull(zone, handle.id, to, surface, near, step) : snapMove(zone, to, surface, near, step)),
    };
    setCarried(latest.current);
  };

  const cancel = () => {
    grip.current = null;
    latest.current = null;
    setCarried(null);
  };

  const drop = () => {
    if (latest.current) onDrop(latest.current.index, latest.current.zone);
    cancel();
  };

  return { carried, take, hand: { onPointerMove: move, onPointerUp: drop, onPointerCancel: cancel } };
}
