/** The parts of a warm-up or a cool-down, one after the other, with the time each is given. */
import { Checkbox, FormControlLabel, Stack, Typography } from "@mui/material";

import type { Part } from "../../api/queries";
import { showMinutes } from "../../shared/lib/format";

export function WarmUp({ part }: { part: Part }) {
  return (
    <Stack>
      {part.steps.map((step) => (
        <FormControlLabel
          key={step.words}
          control={<Checkbox />}
          label={
            <Typography sx={{ fontSize: "1.15rem" }}>
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
