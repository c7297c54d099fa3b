/** A layout as it is being laid: what it holds, new targets, and what of it is kept where. */
import type { DrawnPlace, Kind, Layout, Shape, Stand, Surface, Zone } from "../../../api/setup";
import { toMillimetre } from "../../../shared/lib/lengths";

export interface Laid {
  title: string;
  zones: Zone[];
  stand: Stand;
  pattern: string;
}

export const KINDS: Record<Kind, { word: string; adds: string }> = {
  rectangle: { word: "box", adds: "Box" },
  circle: { word: "ring", adds: "Ring" },
  strip: { word: "strip", adds: "Strip" },
  line: { word: "line", adds: "Line" },
  row: { word: "row", adds: "Row" },
};

export const laidOf = ({ title, zones, stand, pattern }: Layout): Laid => ({ title, zones, stand, pattern });

export const emptyOn = (place: DrawnPlace): Laid => ({
  title: `New on ${place.title.toLowerCase()}`,
  zones: [],
  stand: place.first_stand,
  pattern: "",
});

export const isSame = (one: Laid, other: Laid) => JSON.stringify(one) === JSON.stringify(other);

function shapeOf(kind: Kind, surface: Surface): Shape {
  const short = Math.min(surface.width_m, surface.length_m);
  const size = toMillimetre(Math.max(0.05, Math.round(short * 0.25 * 20) / 20));
  switch (kind) {
    case "circle":
      return { kind, radius_m: toMillimetre(size / 2) };
    case "strip":
      return { kind, width_m: toMillimetre(size / 2) };
    case "line":
      return { kind, across_m: size, up_m: 0, within_m: 0.1 };
    case "row":
      return {
        kind,
        across_m: toMillimetre(Math.min(surface.width_m * 0.8, Math.max(size, 8 * surface.thing_m))),
        up_m: 0,
        apart_m: 0.01,
        size_m: surface.thing_m,
      };
    default:
      return { kind, width_m: size, height_m: toMillimetre(Math.max(0.05, Math.round(size * 15) / 20)) };
  }
}

/** A name that no target has yet: "box", "box 2". */
export function freeName(zones: Zone[], word: string): string {
  const taken = new Set(zones.map(({ name }) => name));
  let number = 1;
  while (taken.has(number === 1 ? word : `${word} ${number}`)) number += 1;
  return number === 1 ? word : `${word} ${number}`;
}

/** Where across a surface one new target after the other is put, so that they do not hide each other. */
const PLACES = [0.5, 0.2, 0.8, 0.35, 0.65];

/** A new target in the middle of a surface; a wall is aimed at from knee to head. */
export function newZone(kind: Kind, surface: Surface, zones: Zone[]): Zone {
  const y =
    surface.kind === "wall"
      ? Math.min(surface.length_m / 2, 1.2)
      : surface.length_m * (surface.kind === "air" ? 0.5 : 0.75);
  const [share = 0.5] = PLACES.slice(zones.filter((zone) => zone.surface === surface.id).length % PLACES.length);
  return {
    name: freeName(zones, KINDS[kind].word),
    surface: surface.id,
    shape: shapeOf(kind, surface),
    at: [toMillimetre(surface.width_m * share), toMillimetre(y)],
  };
}

/** A pattern with a target's new name in it, as it is written with commas. */
export const renamed = (pattern: string, from: string, to: string) =>
  pattern
    .split(",")
    .map((word) => (word.trim() === from ? word.replace(from, to) : word))
    .join(",");

/** Where changes wait that were not saved, on this device. */
export const draftKey = (id: number | null, place: string) => `jolly-layout-${id ?? `new-${place}`}`;

export function isLaid(value: unknown): value is Laid {
  return (
    typeof value === "object" &&
    value !== null &&
    "zones" in value &&
    Array.isArray(value.zones) &&
    "stand" in value &&
    "title" in value &&
    "pattern" in value
  );
}
