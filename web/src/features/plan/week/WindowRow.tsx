/** One window of the usual week: day, hour, minutes and place. */
import Close from "@mui/icons-material/Close";
import { Box, IconButton, TextField, Typography } from "@mui/material";

import type { Place } from "../../../api/planning";
import { Fields, Pick } from "../../../shared/ui/Pick";
import { DayField } from "../../../shared/ui/DayField";
import { WEEKDAYS } from "../../../shared/lib/weekDates";
import type { NewWindow } from "./TermsEditor";

const DAYS = WEEKDAYS.map((word, day) => ({ value: String(day), word }));

interface WindowRowProps {
  number: number;
  window: NewWindow;
  places: Place[];
  fault: string;
  onChange: (window: NewWindow) => void;
  onRemove: () => void;
}

export function WindowRow({ number, window, places, fault, onChange, onRemove }: WindowRowProps) {
  const choices = [
    { value: "", word: "anywhere" },
    ...places.map(({ id, name }) => ({ value: String(id), word: name })),
  ];
  return (
    <Box role="group" aria-label={`Window ${number}`}>
      <Fields>
        <Pick
          label="Day"
          value={String(window.weekday)}
          choices={DAYS}
          onChange={(day) => onChange({ ...window, weekday: Number(day) })}
          width={130}
        />
        <DayField label="From" type="time" value={window.start} onChange={(start) => onChange({ ...window, start })} />
        <TextField
          label="Minutes"
          type="number"
          size="small"
          value={window.minutes}
          onChange={(event) => onChange({ ...window, minutes: Number(event.target.value) })}
          slotProps={{ htmlInput: { min: 10, max: 180, step: 5 } }}
          sx={{ width: 100 }}
        />
        <Pick
          label="Place"
          value={String(window.place ?? "")}
          choices={choices}
          onChange={(place) => onChange({ ...window, place: Number(place) || null })}
          width={150}
        />
        <IconButton aria-label={`Take out window ${number}`} onClick={onRemove}>
          <Close />
        </IconButton>
      </Fields>
      {fault && <Typography color="error">{fault}</Typography>}
    </Box>
  );
}
