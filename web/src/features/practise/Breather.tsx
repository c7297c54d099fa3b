/** The rest between two runs of a block, counted down; the next run may be begun before it is over. */
import { Typography } from "@mui/material";

import { showClock } from "../../shared/lib/format";
import { BREATHER_S, useCountdown } from "./useCountdown";

export function Breather() {
  const left = useCountdown(BREATHER_S);
  return (
    <Typography
      role="timer"
      aria-label="rest"
      sx={{ alignSelf: "center", fontSize: "1.15rem", fontVariantNumeric: "tabular-nums", minWidth: "9.5em" }}>
      {left > 0 ? `Breathe: ${showClock(left * 1000)}` : "Ready when you are"}
    </Typography>
  );
}
