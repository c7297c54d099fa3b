/** The numbers of a chart as a table: the same, one press away. */
import { Box, Link, Table, TableBody, TableCell, TableHead, TableRow } from "@mui/material";
import { Link as RouterLink } from "react-router";

import type { SideTrend } from "../../api/lookback";
import { showDay, showNumber } from "../../shared/lib/format";

type Level = SideTrend["level"];

/** Older ones are in the CSV: a page of thousands of rows helps nobody. */
const MOST_ROWS = 200;

export function periodOf(level: Level, day: string) {
  return level.periods.find(({ since, until }) => since <= day && day <= until);
}

export function TrendTable({ level, label }: { level: Level; label: string }) {
  const latest = level.points.slice(-MOST_ROWS).reverse();
  return (
    <Box sx={{ overflowX: "auto", maxHeight: 420 }} tabIndex={0} role="region" aria-label={`${label}, as a table`}>
      <Table size="small" stickyHeader sx={{ maxWidth: 640 }}>
        <TableHead>
          <TableRow>
            <TableCell>day</TableCell>
            <TableCell align="right">{label}</TableCell>
            <TableCell align="right">average</TableCell>
            <TableCell align="right">limits</TableCell>
          </TableRow>
        </TableHead>
        <TableBody>
          {latest.map(({ run, day, value, average }) => {
            const period = periodOf(level, day);
            const has = period && period.low !== null && period.high !== null;
            return (
              <TableRow key={run}>
                <TableCell component="th" scope="row">
                  <Link component={RouterLink} to={`/practise/runs/${run}/end`} color="inherit">
                    {showDay(day)}
                  </Link>
                </TableCell>
                <TableCell align="right" sx={{ fontWeight: 700 }}>
                  {showNumber(value)}
                </TableCell>
                <TableCell align="right">{showNumber(average)}</TableCell>
                <TableCell align="right">
                  {has ? `${showNumber(period.low ?? 0)} to ${showNumber(period.high ?? 0)}` : "–"}
                </TableCell>
              </TableRow>
            );
          })}
        </TableBody>
      </Table>
    </Box>
  );
}
