/** The whole screen of a court: nothing scrolls, and everything keeps to its height. */
import { Box } from "@mui/material";
import type { ReactNode } from "react";

import { court } from "../../shared/ui/tape";

export function CourtFrame({ isPlaying, children }: { isPlaying: boolean; children: ReactNode }) {
  return (
    <Box
      component="main"
      data-playing={isPlaying}
      sx={{
        height: "100dvh",
        display: "flex",
        flexDirection: "column",
        bgcolor: court.ground,
        color: court.text,
        overflow: "hidden",
      }}>
      {children}
    </Box>
  );
}
