/** Where to stand: slide back and forth and see what that does to every target. */
import { Box, Slider, Stack, TextField, Typography } from "@mui/material";

import type { DrawnPlace, Stand, WorkedOut } from "../../../api/setup";
import { showChance } from "../../../shared/lib/format";
import { toMillimetre, TYPED, type Units } from "../../../shared/lib/lengths";

interface StandSliderProps {
  place: DrawnPlace;
  stand: Stand;
  units: Units;
  worked: WorkedOut | undefined;
  /** The target that is spoken of. */
  zone: string | undefined;
  onSlide: (stand: Stand) => void;
  onSettle: (stand: Stand) => void;
}

export function StandSlider({ place, stand, units, worked, zone, onSlide, onSettle }: StandSliderProps) {
  const { unit, perMetre, step } = TYPED[units];
  const found = worked?.zones.find(({ name }) => name === zone) ?? worked?.zones[0];
  const at = (value: number | number[]): Stand => ({ ...stand, back_m: toMillimetre(Number(value)) });
  return (
    <Box>
      <Stack direction="row" sx={{ justifyContent: "space-between", flexWrap: "wrap", gap: 1, alignItems: "baseline" }}>
        <Typography variant="h3" component="h2" id="stand-here">
          Stand here: {worked?.stand_words ?? ""}
        </Typography>
        {found?.predicted && (
          <Typography data-testid="stand-foretold">
            {found.name}: <b>{showChance(found.predicted)}</b>
          </Typography>
        )}
      </Stack>
      <Stack direction="row" sx={{ gap: 3, alignItems: "center", mt: 0.5 }}>
        <Slider
          aria-labelledby="stand-here"
          getAriaValueText={() => worked?.stand_words ?? ""}
          value={stand.back_m}
          min={place.least_back_m}
          max={place.most_back_m}
          step={units === "metric" ? 0.05 : 0.0762}
          onChange={(_, value) => onSlide(at(value))}
          onChangeCommitted={(_, value) => onSettle(at(value))}
          color="secondary"
          sx={{ flex: 1, ml: 1 }}
        />
        <TextField
          label={`You, from the left (${unit})`}
          size="small"
          type="number"
          value={Math.round(stand.x_m * perMetre)}
          onChange={(event) => onSettle({ ...stand, x_m: toMillimetre(Number(event.target.value) / perMetre) })}
          sx={{ width: 175 }}
          slotProps={{ htmlInput: { step } }}
        />
      </Stack>
    </Box>
  );
}
