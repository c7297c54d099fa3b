/** One setting that is a number, a choice or a line of text. */
import { MenuItem, TextField } from "@mui/material";

import type { PlainField } from "./schema";

interface PlainInputProps {
  field: PlainField;
  value: number | string | null;
  problem: string | undefined;
  /** What it is called to a screen reader, where several stand below one heading. */
  label?: string;
  onChange: (value: number | string | null) => void;
}

export function PlainInput({ field, value, problem, label = field.title, onChange }: PlainInputProps) {
  const common = { label, size: "small" as const, fullWidth: true, error: problem !== undefined };
  if (field.kind === "choice") {
    return (
      <TextField
        {...common}
        select
        value={value ?? ""}
        helperText={problem}
        onChange={(event) => onChange(event.target.value)}>
        {field.options.map((option) => (
          <MenuItem key={option.value} value={option.value}>
            {option.title}
          </MenuItem>
        ))}
      </TextField>
    );
  }
  if (field.kind === "text") {
    return (
      <TextField
        {...common}
        value={value ?? ""}
        helperText={problem ?? field.hint}
        onChange={(event) => onChange(event.target.value)}
        slotProps={{ htmlInput: { maxLength: field.longest } }}
      />
    );
  }
  const range = `${field.minimum} to ${field.maximum}${field.unit ? ` ${field.unit}` : ""}${field.isOptional ? ", or nothing" : ""}`;
  return (
    <TextField
      {...common}
      type="number"
      value={value ?? ""}
      helperText={problem ?? range}
      onChange={(event) => onChange(event.target.value === "" ? null : Number(event.target.value))}
    />
  );
}
