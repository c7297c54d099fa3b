/** The wishes in their order, each with what became of it: kept, or gave way, and why. */
import { Box, Typography } from "@mui/material";

import type { WishState } from "../../../api/planning";
import { tape } from "../../../shared/ui/tape";

export function WishStates({ states }: { states: WishState[] }) {
  return (
    <Box component="ol" sx={{ m: 0, pl: 3 }} aria-label="Wishes, the dearest first">
      {states.map((state) => (
        <Box component="li" key={state.key} sx={{ py: 0.5 }}>
          <Typography component="span" sx={{ fontWeight: 650 }}>
            {state.words}
          </Typography>{" "}
          <Box component="span" sx={{ color: state.is_kept ? tape.teal : tape.coral, fontWeight: 650, whiteSpace: "nowrap" }}>
            {state.is_kept ? "✓ kept" : "✗ gave way"}
          </Box>
          {!state.is_kept && (
            <Typography variant="body2" color="text.secondary">
              {state.got} of {state.wanted}
              {state.why && `: ${state.why}`}.
            </Typography>
          )}
        </Box>
      ))}
    </Box>
  );
}
