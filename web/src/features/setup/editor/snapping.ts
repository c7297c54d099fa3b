/** Snapping: what is dragged goes to the nearest line of the place, half, third or quarter, or else to whole steps. */
import type { Surface, Zone } from "../../../api/setup";
import { boxOf, middleOf, movedTo, pulled, runsAcross, type Handle, type Point } from "../../../shared/board/geometry";

type Guide = Surface["guides_x"][number];

export interface Snapped {
  zone: Zone;
  x: Guide | null;
  y: Guide | null;
}

interface Pull {
  by: number;
  guide: Guide | null;
}

/** How far to shift so that one of the edges lies on a guide that is near enough. */
function pullOf(edges: number[], guides: Guide[], nearM: number): Pull {
  let best: Pull = { by: Number.POSITIVE_INFINITY, guide: null };
  for (const guide of guides) {
    for (const edge of edges) {
      const by = guide.at_m - edge;
      if (Math.abs(by) <= nearM && Math.abs(by) < Math.abs(best.by)) best = { by, guide };
    }
  }
  return best.guide ? best : { by: 0, guide: null };
}

const toStep = (value: number, step: number) => Math.round(value / step) * step;

/** A target on its way to a place: its middle and its edges are drawn to the guides. */
export function snapMove(zone: Zone, to: Point, surface: Surface, nearM: number, step: number): Snapped {
  const moved = movedTo(zone, { x: toStep(to.x, step), y: toStep(to.y, step) }, surface);
  const box = boxOf(moved, surface);
  const middle = middleOf(moved);
  const x = runsAcross(zone)
    ? { by: 0, guide: null }
    : pullOf([box.left, middle.x, box.right], surface.guides_x, nearM);
  const y = pullOf([box.bottom, middle.y, box.top], surface.guides_y, nearM);
  return { zone: movedTo(moved, { x: middle.x + x.by, y: middle.y + y.by }, surface), x: x.guide, y: y.guide };
}

/** A handle on its way to a place. */
export function snapPull(
  zone: Zone,
  handle: Handle["id"],
  to: Point,
  surface: Surface,
  nearM: number,
  step: number,
): Snapped {
  const isAcross = handle !== "n" && handle !== "s";
  const isUp = handle !== "e";
  const x = isAcross ? pullOf([to.x], surface.guides_x, nearM) : { by: 0, guide: null };
  const y = isUp ? pullOf([to.y], surface.guides_y, nearM) : { by: 0, guide: null };
  const spot = { x: x.guide ? to.x + x.by : toStep(to.x, step), y: y.guide ? to.y + y.by : toStep(to.y, step) };
  return { zone: pulled(zone, handle, spot, surface), x: x.guide, y: y.guide };
}
