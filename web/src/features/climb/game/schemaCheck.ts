/** What the published JSON Schema of a game's settings does not take, found before anything is asked of the server. */
import type { Property, Row, Settings, SettingsSchema, Value } from "./schema";

/** At which setting, as the way to it within the settings, and what is wrong. */
export interface Misfit {
  at: string;
  msg: string;
}

type Cell = Value | undefined;

function numberMisfit({ title, type, minimum, maximum, "x-unit": unit }: Property, value: Cell): string | null {
  if (value === null && Array.isArray(type)) return null;
  const allowed = `${minimum} to ${maximum}${unit ? ` ${unit}` : ""}`;
  if (typeof value !== "number" || !Number.isInteger(value)) return `${title} must be a whole number, ${allowed}.`;
  const isOutside = value < (minimum ?? -Infinity) || value > (maximum ?? Infinity);
  return isOutside ? `${title} must be ${allowed}; ${value} is outside.` : null;
}

function textMisfit({ title, minLength, maxLength }: Property, value: Cell): string | null {
  const text = typeof value === "string" ? value : "";
  if (text.trim().length < (minLength ?? 0)) return `${title ?? "A name"}: write something here.`;
  return text.length > (maxLength ?? Infinity) ? `${title ?? "A name"}: at most ${maxLength} characters.` : null;
}

function listMisfits(at: string, { title, minItems, maxItems, items }: Property, value: Cell): Misfit[] {
  const list: (string | Row)[] = Array.isArray(value) ? value : [];
  const fewest = minItems ?? 0;
  const most = maxItems ?? Infinity;
  if (list.length < fewest || list.length > most)
    return [{ at, msg: `${title}: give ${fewest === most ? fewest : `${fewest} to ${most}`} of them.` }];
  return list.flatMap((each, place) => {
    if (!items) return [];
    if (typeof each === "string") return misfits(`${at}/${place}`, items, each);
    return Object.entries(items.properties ?? {}).flatMap(([column, property]) =>
      misfits(`${at}/${place}/${column}`, property, each[column]),
    );
  });
}

function misfits(at: string, property: Property, value: Cell): Misfit[] {
  if (property.type === "array") return listMisfits(at, property, value);
  if (property.oneOf) return [];
  const msg = property.type === "string" ? textMisfit(property, value) : numberMisfit(property, value);
  return msg ? [{ at, msg }] : [];
}

/** Everything that does not fit; half-typed settings are not worth asking the server about. */
export function whatDoesNotFit(schema: SettingsSchema, settings: Settings): Misfit[] {
  return Object.entries(schema.properties).flatMap(([name, property]) => misfits(name, property, settings[name]));
}
