/** The tape list: each corner from two landmarks, as a tape reads it; and what rounding does. */
import { Box, Stack, Typography } from "@mui/material";
import { Fragment } from "react";

import type { WorkedOut } from "../../../api/setup";
import { capital } from "../../../shared/lib/format";

type Taped = WorkedOut["tape"][number];

function Corners({ taped }: { taped: Taped }) {
  return (
    <Box
      component="dl"
      sx={{
        m: 0,
        fontSize: "0.95rem",
        display: "grid",
        gridTemplateColumns: "minmax(5.2rem, auto) minmax(0, 1fr)",
        columnGap: 1.25,
        rowGap: 0.5,
      }}>
      {taped.fixes.map(({ corner, reaches }) => (
        <Fragment key={corner}>
          <dt>{corner}</dt>
          <Box component="dd" sx={{ m: 0 }}>
            {reaches.map(({ landmark, words }) => (
              <div key={landmark}>
                <b>{words}</b> from the {landmark}
              </div>
            ))}
          </Box>
        </Fragment>
      ))}
    </Box>
  );
}

/** Under a heading of its own its targets are one level deeper. */
export function TapeList({ tape, level = "h3" }: { tape: WorkedOut["tape"]; level?: "h2" | "h3" }) {
  return (
    <Stack spacing={2}>
      {tape.map((taped) => (
        <Box key={taped.zone} component="section" aria-label={`Tape for ${taped.zone}`} sx={{ breakInside: "avoid" }}>
          <Typography variant="h3" component={level}>
            {capital(taped.zone)}: {taped.size}
          </Typography>
          <Corners taped={taped} />
          <Typography variant="body2" color="text.secondary">
            {capital([...taped.parts, taped.rounding].filter(Boolean).join("; "))}
            {taped.parts.length > 0 || taped.rounding ? "." : ""}
          </Typography>
        </Box>
      ))}
    </Stack>
  );
}
