/** The days and hours that forms ask for. */
import { TextField } from "@mui/material";
import { lazy, Suspense } from "react";

export interface DayFieldProps {
  label: string;
  value: string;
  min?: string;
  /** Whether it may be left empty: then it can be emptied by a button. */
  canBeOpen?: boolean;
  onChange: (value: string) => void;
  type?: "date" | "time";
}

const Picker = lazy(() => import("./DayPicker"));

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
