/** The parts of a warm-up or a cool-down, one after the other, with the time each is given. */
import { Checkbox, FormControlLabel, Stack, Typography } from "@mui/material";

import type { Segment } from "../../api/queries";
import { showMinutes } from "../../shared/lib/format";

export function WarmUp({ segment }: { segment: Segment }) {
  return (
    <Stack>
      {segment.parts.map((part) => (
        <FormControlLabel
          key={part.words}
          control={<Checkbox />}
          label={
            <Typography sx={{ fontSize: "1.15rem" }}>
              {part.words}{" "}
              <Typography component="span" color="text.secondary">
                {showMinutes(part.seconds)}
              </Typography>
            </Typography>
          }
        />
      ))}
    </Stack>
  );
}
