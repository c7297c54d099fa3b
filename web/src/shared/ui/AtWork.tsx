/** Work that takes its time: how far it got, and the way to end it. */
import { Button, LinearProgress, Stack, Typography } from "@mui/material";

import { showShare } from "../lib/format";

interface AtWorkProps {
  /** What is being done, as a sentence without its end. */
  doing: string;
  /** From 0 to 1. */
  share: number;
  onEnd: () => void;
}

export function AtWork({ doing, share, onEnd }: AtWorkProps) {
  return (
    <Stack spacing={1} sx={{ maxWidth: 640, width: 1 }}>
      <Typography aria-live="polite">
        {doing}: {showShare(share)}
      </Typography>
      <LinearProgress variant="determinate" value={100 * share} aria-label={doing} />
      <Button sx={{ alignSelf: "flex-start" }} onClick={onEnd}>
        End it
      </Button>
    </Stack>
  );
}
