/** From metres on a surface to points on the screen, fitted into the room there is, closer in where that was asked. */
import type { Surface, Zone } from "../../api/setup";
import { boxOf, type Point } from "./geometry";

const PAD = 34;
const TALLEST = 540;
const LOWEST = 260;

export interface Closer {
  zoom: number;
  /** What is in the middle of the view, in metres; the middle of the surface without it. */
  at: Point | null;
  /** The part that is asked for, from one distance to another; then what is said of a zoom does not count. */
  part?: Surface["closer"][number] | undefined;
}

export interface View {
  width: number;
  height: number;
  /** Points for a metre. */
  scale: number;
  x: (metres: number) => number;
  y: (metres: number) => number;
}

/** A view with that spot in its middle. */
function around(width: number, height: number, scale: number, middle: Point): View {
  return {
    width,
    height,
    scale,
    x: (metres) => width / 2 + (metres - middle.x) * scale,
    y: (metres) => height / 2 - (metres - middle.y) * scale,
  };
}

const middleOfSurface = (surface: Surface): Point => ({ x: surface.width_m / 2, y: surface.length_m / 2 });

/** A whole surface in the middle of a room, so many points for a metre; as many as fit beside the margin without it. */
export function wholeOf(
  surface: Surface,
  width: number,
  height: number,
  scale = Math.min((width - 8) / surface.width_m, (height - 8) / surface.length_m),
): View {
  return around(width, height, scale, middleOfSurface(surface));
}

export function viewOf(surface: Surface, width: number, { zoom, at, part }: Closer): View {
  if (part) {
    const middle = { x: surface.width_m / 2, y: (part.from_m + part.to_m) / 2 };
    const wide = Math.max(1, width - 2 * PAD) / surface.width_m;
    const scale = Math.min(wide, (TALLEST - 2 * PAD) / (part.to_m - part.from_m));
    return around(width, (part.to_m - part.from_m) * scale + 2 * PAD, scale, middle);
  }
  const across = Math.max(1, width - 2 * PAD) / surface.width_m;
  const height = Math.min(TALLEST, Math.max(LOWEST, across * surface.length_m + 2 * PAD));
  const scale = Math.min(across, (height - 2 * PAD) / surface.length_m) * zoom;
  return around(width, height, scale, at ?? middleOfSurface(surface));
}

/** How much of what is around targets is seen with them, as a share of their extent. */
const AROUND = 0.25;

/** As close in on all of the targets as a room allows, with a little of the surface around them. */
export function closeOn(zones: Zone[], surface: Surface, width: number, height: number): View {
  const boxes = zones.map((zone) => boxOf(zone, surface));
  const [left, right] = [Math.min(...boxes.map((box) => box.left)), Math.max(...boxes.map((box) => box.right))];
  const [bottom, top] = [Math.min(...boxes.map((box) => box.bottom)), Math.max(...boxes.map((box) => box.top))];
  const scale = Math.min(width / ((right - left) * (1 + AROUND)), height / ((top - bottom) * (1 + AROUND)));
  // What lies beyond the surface's edge is nothing to be seen.
  const within = (middle: number, half: number, whole: number) =>
    2 * half >= whole ? whole / 2 : Math.min(Math.max(middle, half), whole - half);
  const edge = 6 / scale;
  return around(width, height, scale, {
    x: within((left + right) / 2, width / 2 / scale - edge, surface.width_m),
    y: within((bottom + top) / 2, height / 2 / scale - edge, surface.length_m),
  });
}
