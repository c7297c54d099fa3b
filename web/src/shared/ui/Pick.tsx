/** Small fields of a form: one of a few, and how several flow beside each other. */
import { Box, MenuItem, TextField } from "@mui/material";
import type { ReactNode } from "react";

export interface Choice {
  value: string;
  word: string;
}

interface PickProps {
  label: string;
  value: string;
  choices: Choice[];
  onChange: (value: string) => void;
  width?: number;
}

/** One of a few. */
export function Pick({ label, value, choices, onChange, width = 190 }: PickProps) {
  return (
    <TextField
      select
      size="small"
      label={label}
      value={value}
      onChange={(event) => onChange(event.target.value)}
      slotProps={{ inputLabel: { shrink: true }, select: { displayEmpty: true } }}
      sx={{ flex: `1 1 ${width}px`, maxWidth: 300 }}>
      {choices.map((choice) => (
        <MenuItem key={choice.value} value={choice.value}>
          {choice.word}
        </MenuItem>
      ))}
    </TextField>
  );
}

/** Fields that flow beside each other. */
export function Fields({ children }: { children: ReactNode }) {
  return <Box sx={{ display: "flex", flexWrap: "wrap", gap: 1.5, rowGap: 2 }}>{children}</Box>;
}
