/** The runs that a page looks at, as files: they take the same filters. */
import { Box, Link } from "@mui/material";

import { useFilters } from "./useFilters";

export function RunsAsFiles() {
  const { search } = useFilters();
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
