/** An empty screen says what to do first. */
import { Box, Stack, Typography } from "@mui/material";
import type { ReactNode } from "react";

export function EmptyState({ title, children, action }: { title: string; children: ReactNode; action?: ReactNode }) {
  return (
    <Box sx={{ border: "2px dashed", borderColor: "divider", p: { xs: 3, md: 5 } }}>
      <Stack spacing={1.5} sx={{ alignItems: "flex-start", maxWidth: 560 }}>
        <Typography variant="h2">{title}</Typography>
        <Typography color="text.secondary">{children}</Typography>
        {action}
      </Stack>
    </Box>
  );
}
