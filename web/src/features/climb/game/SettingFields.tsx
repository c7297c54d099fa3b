/** The fields of settings, made from their published schema: of a game, or of an item on a card. */
import { ListInput } from "./ListInput";
import { PlainInput } from "./PlainInput";
import { fieldsOf, type Row, type Settings, type SettingsSchema, type Value } from "./schema";

interface SettingFieldsProps {
  schema: SettingsSchema;
  settings: Settings;
  problemAt: (...loc: (string | number)[]) => string | undefined;
  /** The names of the rung's own targets, where they would do. */
  targets?: string[];
  onChange: (settings: Settings) => void;
}

const NONE: string[] = [];

export function SettingFields({ schema, settings, problemAt, targets = NONE, onChange }: SettingFieldsProps) {
  const set = (name: string, value: Value) => onChange({ ...settings, [name]: value });
  return fieldsOf(schema).map((field) =>
    field.kind === "names" || field.kind === "rows" ? (
      <ListInput
        key={field.name}
        field={field}
        value={(settings[field.name] ?? []) as string[] | Row[]}
        problemAt={problemAt}
        targets={targets}
        onChange={(value) => set(field.name, value)}
      />
    ) : (
      <PlainInput
        key={field.name}
        field={field}
        value={(settings[field.name] ?? null) as number | string | null}
        problem={problemAt(field.name)}
        onChange={(value) => set(field.name, value)}
      />
    ),
  );
}
