/** Practise: carry on with what is open, play the next block, or just one run. */
import { Box, Button, Stack, Typography } from "@mui/material";
import { useQuery } from "@tanstack/react-query";
import { Link as RouterLink } from "react-router";

import { runQuery, laddersQuery, todayQuery, unfinishedQuery, type RunRow, type Standing } from "../../api/queries";
import { quantity, showDay, showTime } from "../../shared/lib/format";
import { usePresses } from "../../shared/lib/usePresses";
import { EmptyState } from "../../shared/ui/EmptyState";
import { Loaded } from "../../shared/ui/Loaded";
import { Page, Panel, WhyPoint } from "../../shared/ui/Page";

function UnfinishedRun({ run, waiting }: { run: RunRow; waiting: number }) {
  return (
    <Stack direction="row" sx={{ gap: 2, alignItems: "center", flexWrap: "wrap" }}>
      <Box sx={{ flex: "1 1 260px" }}>
        <b>
          {run.tally.number} {run.tally.number_label}
        </b>{" "}
        so far, {run.ladder.title}
        {run.side_words && `, ${run.side_words}`}, {showDay(run.day)} {showTime(run.started_at)}
        {waiting > 0 && `; ${quantity(waiting, "press waits", "presses wait")} on this device`}
      </Box>
      <Button component={RouterLink} to={`/practise/runs/${run.id}`} variant="contained">
        Carry on
      </Button>
    </Stack>
  );
}

/** A run of which presses wait on this device, if not all of it: as it stands here. */
function UnsentRun({ id, waiting }: { id: string; waiting: number }) {
  const run = useQuery(runQuery(id));
  return run.data && !run.data.is_over ? <UnfinishedRun run={run.data} waiting={waiting} /> : null;
}

function Unfinished({ runs }: { runs: RunRow[] }) {
  const waiting = usePresses();
  const unsent = Object.keys(waiting);
  const sent = runs.filter(({ id }) => !unsent.includes(id));
  if (sent.length === 0 && unsent.length === 0) return null;
  return (
    <Panel title="Not over yet">
      <Stack spacing={1}>
        {sent.map((run) => (
          <UnfinishedRun key={run.id} run={run} waiting={0} />
        ))}
        {unsent.map((id) => (
          <UnsentRun key={id} id={id} waiting={waiting[id] ?? 0} />
        ))}
      </Stack>
    </Panel>
  );
}

function OneRun({ standings }: { standings: Standing[] }) {
  return (
    <Panel title="Just one run">
      {standings.map(({ ladder, working }) => (
        <Stack
          key={ladder.id}
          direction="row"
          sx={{
            gap: 2,
            alignItems: "center",
            flexWrap: "wrap",
            borderTop: "1px solid",
            borderColor: "divider",
            py: 1.25,
          }}>
          <Box sx={{ flex: "1 1 260px", minWidth: 0 }}>
            <Typography variant="h3">{ladder.title}</Typography>
            <Typography color="text.secondary">
              Rung {working.number}, {working.title}: {working.goal_words}
            </Typography>
          </Box>
          <Button
            component={RouterLink}
            to={`/practise/rungs/${working.id}`}
            variant="outlined"
            aria-label={`Play ${ladder.title}`}>
            Play
          </Button>
        </Stack>
      ))}
    </Panel>
  );
}

export default function PractisePage() {
  const query = useQuery(todayQuery);
  const ladders = useQuery(laddersQuery);
  const unfinished = useQuery(unfinishedQuery);
  const why = (
    <>
      <WhyPoint title="How it counts">
        A press on the make half of the screen, Space or a clicker counts a make; the other half or X a miss. A wrong
        press is nothing: undo goes back as far as you like.
      </WhyPoint>
      <WhyPoint title="Nothing is lost">
        Every press is kept as it happens. Close the lid, come back, carry on.
      </WhyPoint>
    </>
  );
  return (
    <Page title="Practise" why={why}>
      <Loaded query={query}>
        {({ next_block: block }) => (
          <>
            <Unfinished runs={unfinished.data?.results ?? []} />
            {block && (
              <Panel title={`${block.minutes} minutes: ${block.title}`}>
                <Button
                  component={RouterLink}
                  to={`/practise/blocks/${block.id}`}
                  variant="contained"
                  color="success"
                  size="large"
                  sx={{ fontSize: "1.3rem", px: 4, py: 1.5 }}>
                  {block.status === "started" ? "Carry on with the block" : "Start the block"}
                </Button>
              </Panel>
            )}
            <Loaded query={ladders}>
              {(standings) =>
                standings.length > 0 ? (
                  <OneRun standings={standings} />
                ) : (
                  <EmptyState
                    title="Nothing to play yet"
                    action={
                      <Button component={RouterLink} to="/climb/shelf" variant="contained" color="success">
                        Choose a ladder
                      </Button>
                    }>
                    A run is played on a rung of a ladder. Take a ladder from the shelf first.
                  </EmptyState>
                )
              }
            </Loaded>
          </>
        )}
      </Loaded>
    </Page>
  );
}
