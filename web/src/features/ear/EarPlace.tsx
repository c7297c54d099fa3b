/** Where it is listened to: what was corrected at a place is known there the next time. */
import { MenuItem, TextField } from "@mui/material";
import { useQuery } from "@tanstack/react-query";

import { api, unwrap } from "../../api/client";
import { placesQuery } from "../../api/planning";
import { useChange } from "../../api/queries";
import { teach, type HandWork, type Lessons } from "../../shared/ear/calls";
import { useKept } from "../../shared/lib/useKept";

export interface EarPlaceState {
  /** The id of an own place. */
  place: number | null;
  lessons: Lessons | null;
  choose: (place: number | null) => void;
}

/** The place that was chosen last on this device. */
export function useEarPlace(): EarPlaceState {
  const places = useQuery(placesQuery).data ?? [];
  const [kept, choose] = useKept<number | null>("ear.place", (value) => (typeof value === "number" ? value : null));
  const place = places.find(({ id }) => id === kept);
  return { place: place?.id ?? null, lessons: place?.ear ?? null, choose };
}

/** What was said of a recording by hand teaches the next one at that place. */
export function useLesson() {
  return useChange(
    async ({ place, ear, work }: { place: number; ear: string; work: HandWork }) => {
      const body = await teach(ear, work);
      return unwrap(api.PUT("/api/places/{place_id}/ear/", { params: { path: { place_id: place } }, body }));
    },
    ["places"],
  );
}

export function EarPlace({ place, choose }: EarPlaceState) {
  const places = useQuery(placesQuery).data ?? [];
  if (places.length === 0) return null;
  return (
    <TextField
      select
      size="small"
      label="Where it sounds"
      value={place ?? 0}
      onChange={(event) => choose(Number(event.target.value) || null)}
      helperText="What you correct is known there the next time"
      sx={{ minWidth: 260, "& .MuiSelect-icon": { color: "inherit" } }}>
      <MenuItem value={0}>somewhere new</MenuItem>
      {places.map(({ id, name, ear }) => (
        <MenuItem key={id} value={id}>
          {name}
          {ear && ", heard before"}
        </MenuItem>
      ))}
    </TextField>
  );
}
