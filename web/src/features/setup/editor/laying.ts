/** A layout as it is being laid: what it holds, new targets, and what of it is kept where. */
import type { DrawnPlace, Kind, Layout, Ready, Stand, Surface, Zone } from "../../../api/setup";
import type { ShapeModule } from "../../../shared/board/shape";
import { toMillimetre } from "../../../shared/lib/lengths";

export interface Laid {
  title: string;
  zones: Zone[];
  stand: Stand;
  pattern: string;
}

export const laidOf = ({ title, zones, stand, pattern }: Layout): Laid => ({ title, zones, stand, pattern });

export const emptyOn = (place: DrawnPlace): Laid => ({
  title: `New on ${place.title.toLowerCase()}`,
  zones: [],
  stand: place.first_stand,
  pattern: "",
});

export const isSame = (one: Laid, other: Laid) => JSON.stringify(one) === JSON.stringify(other);

function firstSize(surface: Surface): number {
  const short = Math.min(surface.width_m, surface.length_m);
  return toMillimetre(Math.max(0.05, Math.round(short * 0.25 * 20) / 20));
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
export function newZone(module: ShapeModule<Kind>, surface: Surface, zones: Zone[]): Zone {
  const y =
    surface.kind === "wall"
      ? Math.min(surface.length_m / 2, 1.2)
      : surface.length_m * (surface.kind === "air" ? 0.5 : 0.75);
  const [share = 0.5] = PLACES.slice(zones.filter((zone) => zone.surface === surface.id).length % PLACES.length);
  return {
    name: freeName(zones, module.wordOn?.(surface) ?? module.word),
    surface: surface.id,
    shape: module.first(firstSize(surface), surface),
    at: [toMillimetre(surface.width_m * share), toMillimetre(y)],
    ...(module.isSetOutOn?.(surface) && { counts: "set_out" }),
  };
}

/** What is there already, as a target of that name. */
export function readyZone({ title, surface, at, shape }: Ready, zones: Zone[]): Zone {
  return { name: freeName(zones, title), surface, shape, at };
}

/** The targets with one of them changed; what was joined to it stays joined, under its new name. */
export function withZone(zones: Zone[], index: number, zone: Zone): Zone[] {
  const before = zones[index]?.name;
  return zones.map((each, other) =>
    other === index ? zone : each.joined_to === before ? { ...each, joined_to: zone.name } : each,
  );
}

/** The targets without one of them; what was joined to it counts by itself. */
export function withoutZone(zones: Zone[], index: number): Zone[] {
  const gone = zones[index]?.name;
  return zones.flatMap((each, other) =>
    other === index ? [] : [each.joined_to === gone ? { ...each, counts: "alone" as const, joined_to: "" } : each],
  );
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
