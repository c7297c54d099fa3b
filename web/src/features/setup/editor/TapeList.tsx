/** The tape list: each corner from two landmarks, as a tape reads it; and what rounding does. */
import { Box, Stack, Typography } from "@mui/material";

import type { WorkedOut } from "../../../api/setup";
import { capital } from "../../../shared/lib/format";

type Taped = WorkedOut["tape"][number];

function Corners({ taped }: { taped: Taped }) {
  return (
    <Box component="table" sx={{ borderCollapse: "collapse", width: "100%", fontSize: "0.95rem", "& td": { py: 0.4, pr: 1.5, verticalAlign: "top" } }}>
      <tbody>
        {taped.fixes.map(({ corner, reaches }) => (
          <tr key={corner}>
            <Box component="th" scope="row" sx={{ textAlign: "left", fontWeight: 600, pr: 1.5, py: 0.4, verticalAlign: "top", whiteSpace: "nowrap" }}>
              {corner}
            </Box>
            {reaches.map(({ landmark, words }) => (
              <td key={landmark}>
                <b>{words}</b> from the {landmark}
              </td>
            ))}
          </tr>
        ))}
      </tbody>
    </Box>
  );
}

export function TapeList({ tape }: { tape: WorkedOut["tape"] }) {
  return (
    <Stack spacing={2}>
      {tape.map((taped) => (
        <Box key={taped.zone} component="section" aria-label={`Tape for ${taped.zone}`}>
          <Typography variant="h3">
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
