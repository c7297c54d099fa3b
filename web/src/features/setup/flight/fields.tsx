/** A length on a slider with its words: usable by mouse, finger and keys. */
import { Box, Slider, Typography } from "@mui/material";
import { useId } from "react";

import { showLength, type Units } from "../../../shared/lib/lengths";

interface LengthSliderProps {
  label: string;
  value: number;
  min: number;
  max: number;
  units: Units;
  onChange: (value: number) => void;
}

export function LengthSlider({ label, value, min, max, units, onChange }: LengthSliderProps) {
  const id = useId();
  return (
    <Box sx={{ flex: "1 1 180px", minWidth: 0 }}>
      <Typography id={id}>
        {label}: <b>{showLength(value, units)}</b>
      </Typography>
      <Slider
        aria-labelledby={id}
        getAriaValueText={(at) => showLength(at, units)}
        value={value}
        min={min}
        max={max}
        step={0.05}
        color="secondary"
        onChange={(_, next) => onChange(next)}
      />
    </Box>
  );
}
