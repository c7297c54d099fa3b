/** The settings of a game as its published JSON Schema describes them, as far as an editor needs it. */
export type Value = number | string | null | string[] | Row[];
export type Row = Record<string, number | string | null>;
export type Settings = Record<string, Value>;

export interface NumberField {
  kind: "number";
  name: string;
  title: string;
  start: number | null;
  minimum: number;
  maximum: number;
  unit: string;
  isOptional: boolean;
}
export interface ChoiceField {
  kind: "choice";
  name: string;
  title: string;
  start: string;
  options: { value: string; title: string }[];
}
export interface TextField {
  kind: "text";
  name: string;
  title: string;
  start: string;
  longest: number;
  /** How it is written. */
  hint: string | undefined;
}
export interface NamesField {
  kind: "names";
  name: string;
  title: string;
  fewest: number;
  most: number;
  longest: number;
  areTargets: boolean;
}
export interface RowsField {
  kind: "rows";
  name: string;
  title: string;
  fewest: number;
  most: number;
  columns: PlainField[];
  areTargets: boolean;
}
export type PlainField = NumberField | ChoiceField | TextField;
export type Field = PlainField | NamesField | RowsField;

export interface Property {
  type: string | string[];
  /** The items of a list of names have none. */
  title?: string;
  description?: string;
  default?: Value;
  minimum?: number;
  maximum?: number;
  minLength?: number;
  maxLength?: number;
  minItems?: number;
  maxItems?: number;
  oneOf?: { const: string; title: string }[];
  items?: Property & { properties?: Record<string, Property> };
  "x-unit"?: string;
  "x-of-the-run"?: boolean;
  "x-targets"?: boolean;
  "x-metric"?: boolean;
}

export interface SettingsSchema {
  properties: Record<string, Property>;
}

function plainField(name: string, property: Property): PlainField {
  const title = property.title ?? "";
  const words = typeof property.default === "string" ? property.default : "";
  if (property.oneOf)
    return {
      kind: "choice",
      name,
      title,
      start: words,
      options: property.oneOf.map((each) => ({ value: each.const, title: each.title })),
    };
  if (property.type === "string")
    return { kind: "text", name, title, start: words, longest: property.maxLength ?? 100, hint: property.description };
  const start = typeof property.default === "number" ? property.default : null;
  return {
    kind: "number",
    name,
    title,
    start,
    minimum: property.minimum ?? 0,
    maximum: property.maximum ?? 0,
    unit: property["x-unit"] ?? "",
    isOptional: Array.isArray(property.type),
  };
}

function fieldOf(name: string, property: Property): Field {
  if (property.type !== "array") return plainField(name, property);
  const list = {
    name,
    title: property.title ?? "",
    fewest: property.minItems ?? 0,
    most: property.maxItems ?? 24,
    areTargets: property["x-targets"] ?? false,
  };
  const columns = Object.entries(property.items?.properties ?? {}).map(([column, each]) => plainField(column, each));
  return columns.length > 0
    ? { kind: "rows", ...list, columns }
    : { kind: "names", ...list, longest: property.items?.maxLength ?? 24 };
}

/** The fields of an editor; what every run is given on its own is not asked for. */
export function fieldsOf(schema: SettingsSchema): Field[] {
  return Object.entries(schema.properties)
    .filter(([, property]) => !property["x-of-the-run"])
    .map(([name, property]) => fieldOf(name, property));
}

export function defaultsOf(schema: SettingsSchema): Settings {
  return Object.fromEntries(
    Object.entries(schema.properties).map(([name, property]) => [name, property.default ?? null]),
  );
}

/** The schema with the metrics of a game to choose from, where one is asked for. */
export function withMetrics(schema: SettingsSchema, metrics: { id: string; title: string }[]): SettingsSchema {
  const options = metrics.map(({ id, title }) => ({ const: id, title }));
  const properties = Object.entries(schema.properties).map(([name, property]) => {
    const asked = property["x-metric"] ? { ...property, oneOf: options, default: options[0]?.const ?? "" } : property;
    return [name, asked] as const;
  });
  return { properties: Object.fromEntries(properties) };
}

/** A row as it begins. */
export function emptyRow(field: RowsField): Row {
  return Object.fromEntries(field.columns.map((column) => [column.name, column.start]));
}
