/** Lies over a court while nothing is counted there: what is to be read, and one big button. */
import { Box, Stack } from "@mui/material";
import type { ReactNode } from "react";

import { court } from "../../shared/ui/tape";

export const bigButton = { fontSize: "clamp(1.4rem, 4vmin, 2.2rem)", px: 5, py: 2 };

export function Curtain({ children, isClear = false }: { children: ReactNode; isClear?: boolean }) {
  return (
    <Box
      sx={{
        position: "absolute",
        inset: 0,
        zIndex: 2,
        bgcolor: isClear ? "rgba(16, 23, 43, 0.86)" : court.ground,
        display: "grid",
        placeItems: "center",
        p: 2,
        overflow: "auto",
      }}>
      <Stack spacing={2.5} sx={{ alignItems: "center", textAlign: "center", maxWidth: 720 }}>
        {children}
      </Stack>
    </Box>
  );
}
