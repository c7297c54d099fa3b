/** A run broken down into its parts, as the rules say it: target by target, zone by zone, frame by frame. */
import { Box, Table, TableBody, TableCell, TableHead, TableRow, Typography } from "@mui/material";

import type { Outcome } from "../../api/queries";
import { Panel } from "../../shared/ui/Page";

export function RunBreakdown({ breakdown }: { breakdown: Outcome["breakdown"] }) {
  if (!breakdown) return null;
  const { title, heads, rows, words } = breakdown;
  return (
    <Panel title={title}>
      {rows.length > 0 && (
        <Box sx={{ overflowX: "auto" }}>
          <Table size="small" aria-label={title} sx={{ maxWidth: 560 }}>
            <TableHead>
              <TableRow>
                {heads.map((head, index) => (
                  <TableCell key={head} align={index > 0 ? "right" : "left"} sx={{ fontWeight: 700 }}>
                    {head}
                  </TableCell>
                ))}
              </TableRow>
            </TableHead>
            <TableBody>
              {rows.map((cells, place) => (
                <TableRow key={place}>
                  {cells.map((cell, index) => (
                    <TableCell
                      key={index}
                      align={index > 0 ? "right" : "left"}
                      {...(index === 0 ? { component: "th", scope: "row" } : {})}>
                      {cell}
                    </TableCell>
                  ))}
                </TableRow>
              ))}
            </TableBody>
          </Table>
        </Box>
      )}
      {words && <Typography sx={{ mt: rows.length > 0 ? 1.5 : 0 }}>{words}</Typography>}
    </Panel>
  );
}
