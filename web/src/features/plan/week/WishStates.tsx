/** The wishes in their order, each with what became of it: kept, or gave way, and why. */
import { Box, Typography } from "@mui/material";

import type { WishState } from "../../../api/planning";
import { capital } from "../../../shared/lib/format";
import { tape } from "../../../shared/ui/tape";

/** How far a wish got, where that is more than yes or no. */
function reach({ got, wanted, why }: WishState): string {
  const far = wanted > 1 || got > wanted ? `${got} instead of ${wanted}` : "";
  return [far, why].filter(Boolean).join(": ");
}

export function WishStates({ states, isArranged }: { states: WishState[]; isArranged: boolean }) {
  return (
    <Box component="ol" sx={{ m: 0, pl: 3 }} aria-label="Wishes, highest priority first">
      {states.map((state) => (
        <Box component="li" key={state.key} sx={{ py: 0.5 }}>
          <Typography component="span" sx={{ fontWeight: 650 }}>
            {state.words}
          </Typography>{" "}
          <Box
            component="span"
            sx={{ color: state.is_kept ? tape.teal : tape.coral, fontWeight: 650, whiteSpace: "nowrap" }}>
            {state.is_kept ? "✓ kept" : isArranged ? "✗ gave way" : "✗ not met"}
          </Box>
          {!state.is_kept && reach(state) && (
            <Typography variant="body2" color="text.secondary">
              {capital(reach(state))}
            </Typography>
          )}
        </Box>
      ))}
    </Box>
  );
}
