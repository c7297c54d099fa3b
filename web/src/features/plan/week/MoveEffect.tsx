/** What a move would break or win, in signs and words. */
import { Box, Typography } from "@mui/material";

import type { Schemas } from "../../../api/client";
import { tape } from "../../../shared/ui/tape";

export function MoveEffect({ check }: { check: Schemas["CheckedMove"] | undefined }) {
  if (!check) return <Typography>Looking at what it breaks…</Typography>;
  const { breaches, lost, won } = check;
  if (breaches.length + lost.length + won.length === 0)
    return <Typography sx={{ color: tape.teal }}>✓ It breaks nothing.</Typography>;
  return (
    <Box component="ul" sx={{ listStyle: "none", m: 0, p: 0 }}>
      {breaches.map((words) => (
        <Box component="li" key={words} sx={{ color: tape.coral }}>
          ✗ {words}
        </Box>
      ))}
      {lost.map((wish) => (
        <Box component="li" key={wish.key} sx={{ color: tape.coral }}>
          ✗ It costs a wish: {wish.words}.
        </Box>
      ))}
      {won.map((wish) => (
        <Box component="li" key={wish.key} sx={{ color: tape.teal }}>
          ✓ It wins a wish: {wish.words}.
        </Box>
      ))}
    </Box>
  );
}
