/** The steps of a part by the clock, one after the other, with the time each is given. */
import { Checkbox, FormControlLabel, Stack, Typography } from "@mui/material";
import { useState } from "react";

import { showMinutes } from "../../shared/lib/format";
import type { TimedStep } from "./usePartClock";

/** Ticked by hand, or by the clock; `on` is the step that is on now, null while no clock runs. */
export function Steps({ steps, on = null }: { steps: TimedStep[]; on?: number | null }) {
  const [ticked, setTicked] = useState<number[]>([]);
  const toggle = (index: number) =>
    setTicked((now) => (now.includes(index) ? now.filter((each) => each !== index) : [...now, index]));
  return (
    <Stack>
      {steps.map((step, index) => (
        <FormControlLabel
          key={`${index} ${step.words}`}
          control={
            <Checkbox checked={ticked.includes(index) || (on !== null && index < on)} onChange={() => toggle(index)} />
          }
          aria-current={index === on ? "step" : undefined}
          sx={{ borderLeft: "6px solid", borderColor: index === on ? "secondary.main" : "transparent", pl: 1 }}
          label={
            <Typography sx={{ fontSize: "1.15rem", fontWeight: index === on ? 700 : 400 }}>
              {step.words}{" "}
              <Typography component="span" color="text.secondary">
                {showMinutes(step.seconds)}
              </Typography>
            </Typography>
          }
        />
      ))}
    </Stack>
  );
}
