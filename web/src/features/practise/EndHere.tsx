/** The end of a run where no server can be reached: what this device knows of it. The verdict waits for the server. */
import { Alert, Button, Stack, Table, TableBody, TableCell, TableRow } from "@mui/material";
import { useQuery } from "@tanstack/react-query";
import { Link as RouterLink } from "react-router";

import { runQuery, type Run } from "../../api/queries";
import { Figure } from "../../shared/ui/Figure";
import { Loaded } from "../../shared/ui/Loaded";
import { Page, Panel } from "../../shared/ui/Page";
import { quantity } from "../../shared/lib/format";
import { StartButton } from "./Briefing";
import { Comfort } from "./Comfort";
import { RunNote } from "./RunNote";

function Beside({ run }: { run: Run }) {
  const { yardstick, distance } = run;
  const isMet = distance.to_mark === 0;
  const rows = [
    ["usual", yardstick.usual_words ?? "none yet"],
    ["best before", `${yardstick.best_words ?? "none yet"}${distance.is_new_best ? ": this is a new best" : ""}`],
    ...(run.is_quick ? [] : [["mark", `${yardstick.mark_words} ${isMet ? "✓ met" : "✗ not met"}`]]),
  ];
  return (
    <Table size="small" aria-label="This run beside the usual, the best and the mark" sx={{ maxWidth: 480 }}>
      <TableBody>
        {rows.map(([name, words]) => (
          <TableRow key={name}>
            <TableCell component="th" scope="row">
              {name}
            </TableCell>
            <TableCell>{words}</TableCell>
          </TableRow>
        ))}
      </TableBody>
    </Table>
  );
}

function WhatNext({ run }: { run: Run }) {
  return (
    <Stack direction="row" sx={{ gap: 1.5, flexWrap: "wrap" }}>
      {run.block === null ? (
        !run.is_quick && <StartButton rung={run.rung.id} side={run.side} word="Once more" />
      ) : (
        <Button
          component={RouterLink}
          to={`/practise/blocks/${run.block}`}
          variant="contained"
          color="success"
          size="large"
          sx={{ fontSize: "1.25rem", px: 4, py: 1.5 }}>
          On with the block
        </Button>
      )}
      <Button component={RouterLink} to={`/practise/runs/${run.id}`} size="large">
        Back to the count
      </Button>
    </Stack>
  );
}

export function EndHere({ id }: { id: string }) {
  const query = useQuery(runQuery(id));
  const run = query.data;
  return (
    <Page title="End of the run" heading={run ? `${run.ladder.title}: ${run.rung.title}` : "End of the run"}>
      <Loaded query={query}>
        {(data) => (
          <>
            <Alert severity="info" variant="outlined" sx={{ color: "text.primary" }}>
              No network: the verdict waits for the server. What you played is kept on this device, and sent by itself.
            </Alert>
            <Panel title="What happened">
              <Stack spacing={2}>
                <Figure
                  size="large"
                  value={data.result.number || "–"}
                  label={[data.result.label, data.result.beside].filter(Boolean).join(", ")}
                  beside={[
                    quantity(data.tally.makes, "made", "made"),
                    quantity(data.tally.misses, "missed", "missed"),
                  ].join(", ")}
                />
                <Beside run={data} />
              </Stack>
            </Panel>
            <Comfort run={data} />
            <WhatNext run={data} />
            <Panel title="For the record">
              <RunNote run={data} />
            </Panel>
          </>
        )}
      </Loaded>
    </Page>
  );
}
