/** The tape list: what one person lays where, step by step, surface by surface; and the sizes to check by. */
import { Box, Stack, Typography } from "@mui/material";

import type { WorkedOut } from "../../../api/setup";
import { capital } from "../../../shared/lib/format";

type SurfaceTape = WorkedOut["tape"][number];

function Steps({ steps }: { steps: SurfaceTape["steps"] }) {
  if (steps.length === 0) return <Typography>Nothing to lay: all of it is there.</Typography>;
  return (
    <Box component="ol" sx={{ m: 0, pl: 2.75, display: "grid", gap: 1 }}>
      {steps.map(({ what, where }) => (
        <Box component="li" key={`${what} ${where.join()}`} sx={{ breakInside: "avoid" }}>
          <b>{capital(what)}</b>
          {where.map((line) => (
            <div key={line}>{line}</div>
          ))}
        </Box>
      ))}
    </Box>
  );
}

/** Under a heading of its own its surfaces are one level deeper. */
export function TapeList({ tape, level = "h3" }: { tape: SurfaceTape[]; level?: "h2" | "h3" }) {
  return (
    <Stack spacing={2.5}>
      {tape.map(({ surface, title, steps, checks }) => (
        <Stack key={surface} component="section" spacing={1} aria-label={`Tape on ${title}`}>
          <Typography variant="h3" component={level}>
            {capital(title)}
          </Typography>
          <Steps steps={steps} />
          <Typography variant="body2" color="text.secondary" component="div">
            Then it measures
            <Box component="ul" sx={{ m: 0, pl: 2.5 }}>
              {checks.map(({ zone, size, rounding }) => (
                <Box component="li" key={zone} sx={{ breakInside: "avoid" }}>
                  {zone}: {[size, rounding].filter(Boolean).join("; ")}
                </Box>
              ))}
            </Box>
          </Typography>
        </Stack>
      ))}
    </Stack>
  );
}
