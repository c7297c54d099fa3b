/** What a file holds, table by table: what is new here, what is the same, what is different. */
import { Box, Table, TableBody, TableCell, TableHead, TableRow, Typography } from "@mui/material";

import { capital, showNumber } from "../../shared/lib/format";
import type { Arrival } from "./arrivals";

const COLUMNS = [
  { key: "new", label: "new" },
  { key: "same", label: "the same" },
  { key: "different", label: "different" },
] as const;

export function ArrivedTables({ tables }: { tables: Arrival["tables"] }) {
  return (
    <Box sx={{ overflowX: "auto" }}>
      <Table size="small" sx={{ maxWidth: 640, "& .MuiTableCell-root": { px: { xs: 0.75, sm: 2 } } }}>
        <TableHead>
          <TableRow>
            <TableCell>In the file</TableCell>
            {COLUMNS.map(({ key, label }) => (
              <TableCell key={key} align="right" sx={{ whiteSpace: "nowrap" }}>
                {label}
              </TableCell>
            ))}
          </TableRow>
        </TableHead>
        <TableBody>
          {tables.map((table) => (
            <TableRow key={table.name}>
              <TableCell component="th" scope="row">
                <Typography sx={{ fontWeight: 700 }}>{capital(table.name.replace("_", " "))}</Typography>
                <Typography variant="body2" color="text.secondary" sx={{ display: { xs: "none", sm: "block" } }}>
                  {table.words}
                </Typography>
              </TableCell>
              {COLUMNS.map(({ key }) => (
                <TableCell key={key} align="right" sx={{ fontVariantNumeric: "tabular-nums" }}>
                  {table[key] ? showNumber(table[key]) : "–"}
                </TableCell>
              ))}
            </TableRow>
          ))}
        </TableBody>
      </Table>
    </Box>
  );
}
