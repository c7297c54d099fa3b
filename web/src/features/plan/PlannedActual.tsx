/** Planned against actual, part by part: the range drawn as a strip, the time it took as a mark on it. */
import { Box, Table, TableBody, TableCell, TableHead, TableRow } from "@mui/material";

import type { Block, Part } from "../../api/queries";
import { showMinutes, showRange } from "../../shared/lib/format";
import { tape } from "../../shared/ui/tape";

function Strip({ part, longest }: { part: Part; longest: number }) {
  const at = (seconds: number) => `${(100 * seconds) / longest}%`;
  return (
    <Box
      aria-hidden
      sx={{ position: "relative", height: 20, minWidth: 120, borderBottom: "1px solid", borderColor: "divider" }}>
      <Box
        sx={{
          position: "absolute",
          top: 4,
          height: 12,
          left: at(part.low_s),
          width: at(Math.max(longest / 100, part.high_s - part.low_s)),
          bgcolor: tape.mustard,
        }}
      />
      {part.actual_s !== null && (
        <Box
          sx={{
            position: "absolute",
            top: 0,
            height: 20,
            width: 4,
            ml: "-2px",
            left: at(part.actual_s),
            bgcolor: tape.ink,
          }}
        />
      )}
    </Box>
  );
}

function verdict({ actual_s: actual, low_s: low, high_s: high }: Part): string {
  if (actual === null) return "";
  if (actual < low) return "shorter";
  return actual > high ? "longer" : "as planned";
}

const narrow = { display: { xs: "none", md: "table-cell" } };

export function PlannedActual({ block }: { block: Block }) {
  const played = block.parts.filter((part) => part.actual_s !== null);
  const longest = Math.max(1, ...played.flatMap((part) => [part.high_s, part.actual_s ?? 0]));
  return (
    <Table size="small" aria-label="Planned against actual" sx={{ "& th, & td": { px: { xs: 0.5, md: 2 } } }}>
      <TableHead>
        <TableRow>
          {["part", "", "planned", "it took", ""].map((head, index) => (
            <TableCell
              key={index}
              align={index > 1 ? "right" : "left"}
              sx={{ fontWeight: 700, ...(index === 1 || index === 4 ? narrow : {}) }}>
              {head || (
                <span style={{ position: "absolute", clipPath: "inset(50%)" }}>
                  {index === 1 ? "drawn" : "in words"}
                </span>
              )}
            </TableCell>
          ))}
        </TableRow>
      </TableHead>
      <TableBody>
        {played.map((part) => (
          <TableRow key={part.id}>
            <TableCell component="th" scope="row">
              {part.title}
              {part.runs_planned > 0 && `: ${part.runs.length} of ${part.runs_planned} runs`}
            </TableCell>
            <TableCell sx={{ width: "26%", ...narrow }}>
              <Strip part={part} longest={longest} />
            </TableCell>
            <TableCell align="right">{showRange(part.low_s, part.high_s)}</TableCell>
            <TableCell align="right" sx={{ fontWeight: 700 }}>
              {showMinutes(part.actual_s ?? 0)}
            </TableCell>
            <TableCell align="right" sx={narrow}>
              {verdict(part)}
            </TableCell>
          </TableRow>
        ))}
      </TableBody>
    </Table>
  );
}
