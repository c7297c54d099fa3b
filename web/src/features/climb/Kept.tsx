/** Whether the rung that is held is still there: when it is checked next, or that it is to be rebuilt. */
import { Button, Stack, Typography } from "@mui/material";
import { Link as RouterLink } from "react-router";

import type { Standing } from "../../api/queries";

export function Kept({ kept }: { kept: Standing["kept"] }) {
  // That it is lost is the verdict itself.
  if (!kept || kept.is_lost) return null;
  return (
    <Stack
      direction="row"
      role="group"
      aria-label="Kept check"
      sx={{ gap: 1.5, alignItems: "center", flexWrap: "wrap" }}>
      <Typography sx={{ flex: "1 1 300px" }}>
        <b>Kept or lost:</b> {kept.words}
      </Typography>
      {kept.is_due && (
        <Button component={RouterLink} to={`/practise/rungs/${kept.rung.id}`} variant="outlined" className="no-print">
          Play the check
        </Button>
      )}
    </Stack>
  );
}
