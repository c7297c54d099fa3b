/** The whole screen of a court: nothing scrolls, and everything keeps to its height. */
import { Box } from "@mui/material";
import type { ReactNode } from "react";

import { court } from "../../shared/ui/tape";

interface CourtFrameProps {
  isPlaying: boolean;
  /** Whether this device counts; said for whoever watches the page. */
  isCountedHere?: boolean;
  children: ReactNode;
}

export function CourtFrame({ isPlaying, isCountedHere = false, children }: CourtFrameProps) {
  return (
    <Box
      component="main"
      data-playing={isPlaying}
      data-counted={isCountedHere ? "here" : "there"}
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
