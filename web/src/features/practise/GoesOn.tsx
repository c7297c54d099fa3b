/** What goes on by itself when hands are busy: in so many seconds, unless one presses to wait. */
import { Button, Stack, Typography } from "@mui/material";
import { useEffect, useEffectEvent, useState } from "react";

import { showClock } from "../../shared/lib/format";
import { useKept } from "../../shared/lib/useKept";
import { useCountdown } from "./useCountdown";
import { useKeys } from "./useKeys";

/** Whether the runs of a block start, and what is over makes way for what comes next, by themselves. */
export const useRunsStart = () => useKept("block-starts-runs", (kept) => kept === true);

export function GoesOn({ words, seconds, go }: { words: string; seconds: number; go: () => void }) {
  const [isWaiting, setIsWaiting] = useState(false);
  const left = useCountdown(seconds, !isWaiting);
  const isDue = left === 0 && !isWaiting;
  const goOn = useEffectEvent(go);
  useEffect(() => {
    if (isDue) goOn();
  }, [isDue]);
  useKeys({ pause: () => setIsWaiting(true) });
  if (isWaiting) return null;
  return (
    <Stack direction="row" sx={{ gap: 1.5, alignItems: "center", flexWrap: "wrap" }}>
      <Typography role="timer" sx={{ fontSize: "1.3rem", fontVariantNumeric: "tabular-nums" }}>
        {words} in <b>{showClock(left * 1000)}</b>
      </Typography>
      <Button variant="outlined" color="inherit" onClick={() => setIsWaiting(true)}>
        Wait
      </Button>
    </Stack>
  );
}
