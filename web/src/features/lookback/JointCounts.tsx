/** What joints count: throws, serves, jumps and contacts, this week beside the weeks before. */
import { Table, TableBody, TableCell, TableHead, TableRow } from "@mui/material";

import type { Schemas } from "../../api/client";
import { capital, showNumber } from "../../shared/lib/format";

/** On a phone there is room for last week alone. */
const older = (index: number) => (index > 0 ? { display: { xs: "none", md: "table-cell" } } : {});

export function JointCounts({ counts }: { counts: Schemas["JointCount"][] }) {
  const weeks = Math.max(0, ...counts.map((each) => each.weeks_before.length));
  const ago = (index: number) => (index === 0 ? "last week" : `${index + 1} weeks ago`);
  return (
    <Table size="small" aria-label="Counts that matter to joints" sx={{ "& th, & td": { px: { xs: 0.5, md: 2 } } }}>
      <TableHead>
        <TableRow>
          <TableCell sx={{ fontWeight: 700 }}>count</TableCell>
          <TableCell align="right" sx={{ fontWeight: 700 }}>
            this week
          </TableCell>
          {Array.from({ length: weeks }, (_, index) => (
            <TableCell key={index} align="right" sx={{ fontWeight: 700, ...older(index) }}>
              {ago(index)}
            </TableCell>
          ))}
        </TableRow>
      </TableHead>
      <TableBody>
        {counts.map((each) => (
          <TableRow key={`${each.counts}-${each.arm ?? ""}`}>
            <TableCell component="th" scope="row">
              {capital(each.counts)}
              {each.arm && `, ${each.arm} arm`}
            </TableCell>
            <TableCell align="right" sx={{ fontWeight: 700 }}>
              {showNumber(each.this_week)}
            </TableCell>
            {each.weeks_before.map((count, index) => (
              <TableCell key={index} align="right" sx={older(index)}>
                {showNumber(count)}
              </TableCell>
            ))}
          </TableRow>
        ))}
      </TableBody>
    </Table>
  );
}
