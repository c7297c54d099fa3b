/** What a run says of its parts: each target, each zone, each frame, the row of its streaks. Nothing for games of one. */
import { Box, Table, TableBody, TableCell, TableHead, TableRow, Typography } from "@mui/material";

import type { Tally } from "../../api/queries";
import { showNumber, showShare } from "../../shared/lib/format";
import { Panel } from "../../shared/ui/Page";
import { detailOf } from "./details";

function Lines({ label, heads, rows }: { label: string; heads: string[]; rows: (string | number)[][] }) {
  return (
    <Box sx={{ overflowX: "auto" }}>
      <Table size="small" aria-label={label} sx={{ maxWidth: 560 }}>
        <TableHead>
          <TableRow>
            {heads.map((head, index) => (
              <TableCell key={head} align={index > 0 ? "right" : "left"} sx={{ fontWeight: 700 }}>{head}</TableCell>
            ))}
          </TableRow>
        </TableHead>
        <TableBody>
          {rows.map((cells, place) => (
            <TableRow key={place}>
              {cells.map((cell, index) => (
                <TableCell key={index} align={index > 0 ? "right" : "left"} {...(index === 0 ? { component: "th", scope: "row" } : {})}>{typeof cell === "number" ? showNumber(cell) : cell}</TableCell>
              ))}
            </TableRow>
          ))}
        </TableBody>
      </Table>
    </Box>
  );
}

export function RunBreakdown({ tally }: { tally: Tally }) {
  const targets = detailOf(tally, "targets")?.filter((row) => row.attempts !== undefined);
  const zones = detailOf(tally, "zones");
  const frames = detailOf(tally, "frames");
  const broke = detailOf(tally, "broke");
  const streaks = detailOf(tally, "streaks");
  if (targets && targets.length > 1) {
    return (
      <Panel title="Target by target">
        <Lines label="Target by target" heads={["target", "attempts", "made", "rate"]} rows={targets.map((row) => [row.name, row.attempts ?? 0, row.makes ?? 0, row.rate == null ? "not tried" : showShare(row.rate)])} />
        {broke && broke.length > 0 && <Typography sx={{ mt: 1.5 }}>Broken at step {broke.join(", ")}.</Typography>}
      </Panel>
    );
  }
  if (zones) {
    return (
      <Panel title="Zone by zone">
        <Lines label="Zone by zone" heads={["zone", "points", "balls"]} rows={[...zones.map((row) => [row.name, row.points, row.balls]), ["out", 0, detailOf(tally, "out") ?? 0]]} />
      </Panel>
    );
  }
  if (frames) {
    return (
      <Panel title="Frame by frame">
        <Lines label="Frame by frame" heads={["frame", "balls", "in all"]} rows={frames.map((frame, index) => [String(index + 1), frame.balls.join(" "), frame.total ?? ""])} />
      </Panel>
    );
  }
  if (streaks && streaks.length > 1) {
    return (
      <Panel title="Row by row">
        <Typography>In a row, one after the other: {streaks.join(", ")}.</Typography>
      </Panel>
    );
  }
  return null;
}
