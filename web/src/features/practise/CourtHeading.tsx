/** What is played, small: the ladder and rung, the side and what is asked for. */
import { Box, Typography } from "@mui/material";
import { memo } from "react";

import type { Run } from "../../api/queries";
import { court } from "../../shared/ui/tape";

export const CourtHeading = memo(function CourtHeading({ run }: { run: Run }) {
  return (
    <Box sx={{ minWidth: 0, flex: 1 }}>
      <Typography component="h1" sx={{ fontSize: "clamp(0.95rem, 2.6vmin, 1.4rem)", fontWeight: 700, lineHeight: 1.2 }}>
        {run.ladder.title}: {run.rung.title}
      </Typography>
      <Typography sx={{ fontSize: "clamp(0.85rem, 2.2vmin, 1.15rem)", color: court.dim, lineHeight: 1.2 }}>
        {run.way && <b style={{ color: court.mustard }}>{run.way}, </b>}
        {run.side_words ? `${run.side_words}, ` : ""}
        {run.rung.goal_words}
      </Typography>
    </Box>
  );
});
