/** Small fields that the plan's forms share. */
import { Box, MenuItem, TextField } from "@mui/material";
import { lazy, Suspense, type ReactNode } from "react";

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

export interface DayFieldProps {
  label: string;
  value: string;
  min?: string;
  /** Whether it may be left empty: then it can be emptied by a button. */
  canBeOpen?: boolean;
  onChange: (value: string) => void;
  type?: "date" | "time";
}

const Picker = lazy(() => import("./DayField"));

/** A day, or an hour of the day. The calendar behind it comes when it is there; the form does not wait for it. */
export function DayField(props: DayFieldProps) {
  return (
    <Suspense
      fallback={
        <TextField
          label={props.label}
          size="small"
          value={props.value}
          disabled
          sx={{ flex: "1 1 170px", maxWidth: 240 }}
        />
      }>
      <Picker {...props} />
    </Suspense>
  );
}

/** Fields that flow beside each other. */
export function Fields({ children }: { children: ReactNode }) {
  return <Box sx={{ display: "flex", flexWrap: "wrap", gap: 1.5, rowGap: 2 }}>{children}</Box>;
}
