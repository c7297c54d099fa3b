/** The runs that a page looks at, as files: they take the same filters. */
import { Box, Link } from "@mui/material";

import { useFilters, written } from "./useFilters";

/** The rung that a page looks at, where it chose one by itself. */
export interface Chosen {
  ladder: number | null;
  rung: number | null;
}

export function RunsAsFiles({ chosen }: { chosen?: Chosen | null }) {
  const { filters } = useFilters();
  const search = written({ ...filters, ...(chosen ? { ladder: chosen.ladder, rung: chosen.rung } : {}) });
  return (
    <Box className="no-print" sx={{ display: "flex", flexWrap: "wrap", columnGap: 2.5, rowGap: 1 }}>
      <Link href={`/api/record/runs/${search}`} download sx={{ py: 0.5 }}>
        These runs as CSV
      </Link>
      <Link href={`/api/record/presses/${search}`} download sx={{ py: 0.5 }}>
        Their presses as CSV
      </Link>
    </Box>
  );
}
