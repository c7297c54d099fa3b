/** A day of the calendar or an hour of the day, to be typed or picked, as the athlete's region writes them. */
import { DatePicker } from "@mui/x-date-pickers/DatePicker";
import { LocalizationProvider } from "@mui/x-date-pickers/LocalizationProvider";
import { TimePicker } from "@mui/x-date-pickers/TimePicker";
import { AdapterDayjs } from "@mui/x-date-pickers/AdapterDayjs";
import dayjs, { type Dayjs } from "dayjs";
import updateLocale from "dayjs/plugin/updateLocale";
import { useState } from "react";

import type { DayFieldProps } from "./DayField";
import { dayFormat, hasHalfDays, weekStart } from "../lib/region";

dayjs.extend(updateLocale);
dayjs.updateLocale("en", { weekStart: weekStart() });

/** As the API writes them. */
const DAY = "YYYY-MM-DD";
const HOUR = "HH:mm";
/** Any day does to write an hour on. */
const SOME_DAY = "2001-01-01";

export default function DayField({ label, value, min, onChange, canBeOpen = false, type = "date" }: DayFieldProps) {
  const isDay = type === "date";
  const read = (text: string) => (text ? dayjs(isDay ? text : `${SOME_DAY}T${text}`) : null);
  // What is being typed, until the form holds something else than what it held before and what it was told since: it may
  // say late what it was told early.
  const [typed, setTyped] = useState<{ known: string[]; at: Dayjs | null } | null>(null);
  const known = typed?.known.includes(value) ? typed.known : [value];
  // Once it says the last of them, what it said before is somebody else's to say again.
  if (typed && known.length > 1 && known.at(-1) === value) setTyped({ known: [value], at: typed.at });
  const shared = {
    label,
    value: typed?.known.includes(value) ? typed.at : read(value),
    // Half-typed, or earlier than can be, is no day yet: the form keeps the one that it has.
    onChange: (next: Dayjs | null, { validationError }: { validationError: unknown }) => {
      const written = next?.isValid() && validationError === null ? next.format(isDay ? DAY : HOUR) : "";
      const isSaid = written !== "" || (canBeOpen && next === null);
      setTyped({ known: isSaid ? [...known, written] : known, at: next });
      if (isSaid) onChange(written);
    },
    slotProps: {
      textField: { size: "small" as const, sx: { flex: "1 1 170px", maxWidth: 240 } },
      field: { clearable: canBeOpen },
    },
  };
  return (
    <LocalizationProvider dateAdapter={AdapterDayjs}>
      {isDay ? (
        <DatePicker {...shared} format={dayFormat()} minDate={read(min ?? "") ?? undefined} />
      ) : (
        <TimePicker {...shared} ampm={hasHalfDays()} format={hasHalfDays() ? "hh:mm A" : HOUR} />
      )}
    </LocalizationProvider>
  );
}
