/** What is left of the block, on its own clock. */
import { Box } from "@mui/material";
import { useQuery } from "@tanstack/react-query";
import { useCallback } from "react";

import { blockQuery, type Block } from "../../api/queries";
import { showClock } from "../../shared/lib/format";
import { useTick } from "./useTick";

const MINUTE_MS = 60_000;

/** The seconds that are left of a block in play, below nothing when it is over its time; null for one that is not. */
export function useBlockLeft(block: Block | undefined): number | null {
  const startedAt = block?.status === "started" && block.started_at ? Date.parse(block.started_at) : null;
  const minutes = block?.minutes ?? 0;
  const read = useCallback(
    () => (startedAt === null ? NaN : Math.floor((startedAt + minutes * MINUTE_MS - Date.now()) / 1000)),
    [startedAt, minutes],
  );
  const left = useTick(read, startedAt !== null);
  return Number.isNaN(left) ? null : left;
}

export function BlockClock({ blockId }: { blockId: number }) {
  const { data } = useQuery(blockQuery(blockId));
  const left = useBlockLeft(data);
  if (left === null) return null;
  return (
    <Box
      role="timer"
      aria-label="time left in the block"
      sx={{
        fontVariantNumeric: "tabular-nums",
        fontSize: "clamp(0.85rem, 2.2vmin, 1.15rem)",
        lineHeight: 1.2,
        textAlign: "right",
      }}>
      block
      <Box component="span" sx={{ display: "block", fontWeight: 700, whiteSpace: "nowrap" }}>
        {left < 0 ? `${showClock(-left * 1000)} over` : showClock(left * 1000)}
      </Box>
    </Box>
  );
}
