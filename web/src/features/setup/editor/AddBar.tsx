/** Which part of a place is seen, and what is laid on it: a new shape, or what lies between printed lines. */
import { Button, MenuItem, Stack, TextField, ToggleButton, ToggleButtonGroup, Typography } from "@mui/material";

import type { DrawnPlace, Ready, Surface, Zone } from "../../../api/setup";
import { listShapes } from "../../../shared/board/shapes";
import { capital } from "../../../shared/lib/format";
import { newZone, readyZone } from "./laying";

interface ReadyPickerProps {
  ready: Ready[];
  onTake: (ready: Ready) => void;
}

function ReadyPicker({ ready, onTake }: ReadyPickerProps) {
  if (ready.length === 0) return null;
  return (
    <TextField
      select
      size="small"
      label="What is there"
      value=""
      onChange={(event) => {
        const found = ready.find((each) => each.title === event.target.value);
        if (found) onTake(found);
      }}
      sx={{ minWidth: 190 }}>
      {ready.map((each) => (
        <MenuItem key={each.title} value={each.title}>
          {capital(each.title)}
        </MenuItem>
      ))}
    </TextField>
  );
}

interface AddBarProps {
  place: DrawnPlace;
  surface: Surface;
  zones: Zone[];
  onSurface: (id: string) => void;
  onAdd: (zone: Zone) => void;
}

export function AddBar({ place, surface, zones, onSurface, onAdd }: AddBarProps) {
  return (
    <Stack direction="row" sx={{ gap: 1, flexWrap: "wrap", alignItems: "center" }}>
      {place.surfaces.length > 1 && (
        <ToggleButtonGroup
          exclusive
          size="small"
          value={surface.id}
          onChange={(_, next: string | null) => next && onSurface(next)}
          aria-label="Which part of the place"
          sx={{ flexWrap: "wrap" }}>
          {place.surfaces.map((each) => (
            <ToggleButton key={each.id} value={each.id}>
              {capital(each.title)}
            </ToggleButton>
          ))}
        </ToggleButtonGroup>
      )}
      <Typography sx={{ ml: 1 }}>Add a</Typography>
      {listShapes().map((shape) => (
        <Button
          key={shape.kind}
          size="small"
          variant="outlined"
          aria-label={`Add a ${shape.wordOn?.(surface) ?? shape.word}`}
          onClick={() => onAdd(newZone(shape, surface, zones))}>
          {capital(shape.wordOn?.(surface) ?? shape.word)}
        </Button>
      ))}
      <ReadyPicker
        ready={place.ready.filter((each) => each.surface === surface.id)}
        onTake={(each) => onAdd(readyZone(each, zones))}
      />
    </Stack>
  );
}
