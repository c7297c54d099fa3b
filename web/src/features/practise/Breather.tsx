/** The rest between two runs of a block, counted down; the next run may be begun before it is over. */
import { Typography } from "@mui/material";
import { useCallback, useState } from "react";

import { showClock } from "../../shared/lib/format";
import { useTick } from "./useTick";

/** Fetch the ball, breathe, look at the number: as long as the plan reckons with. */
const BREATHER_MS = 30_000;

export function Breather() {
  const [endsAt] = useState(() => Date.now() + BREATHER_MS);
  const left = useTick(
    useCallback(() => Math.max(0, Math.ceil((endsAt - Date.now()) / 1000)), [endsAt]),
    true,
  );
  return (
    <Typography
      role="timer"
      aria-label="rest"
      sx={{ alignSelf: "center", fontSize: "1.15rem", fontVariantNumeric: "tabular-nums", minWidth: "9.5em" }}>
      {left > 0 ? `Breathe: ${showClock(left * 1000)}` : "Ready when you are"}
    </Typography>
  );
}
