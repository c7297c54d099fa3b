/** One run, event by event: what every number on the screens is made of. */
import { Box, Button, Table, TableBody, TableCell, TableHead, TableRow } from "@mui/material";
import { useInfiniteQuery, useQuery } from "@tanstack/react-query";
import { Link as RouterLink, useParams } from "react-router";

import { eventsQuery, runQuery } from "../../api/queries";
import { quantity, showDay, showTime } from "../../shared/lib/format";
import { Loaded } from "../../shared/ui/Loaded";
import { Page, WhyPoint } from "../../shared/ui/Page";

const WORDS = {
  make: "✓ make",
  miss: "✗ miss",
  let: "let: not counted",
  zone: "zone",
  tick: "the clock says so",
  undo: "undo: the press before is taken back",
  pause: "pause",
  resume: "go on",
  finish: "end",
  note: "note",
};

/** A moment of the run's clock to the tenth of a second. */
function showMoment(ms: number): string {
  const tenths = Math.floor(ms / 100);
  return `${Math.floor(tenths / 600)}:${String(Math.floor(tenths / 10) % 60).padStart(2, "0")}.${tenths % 10}`;
}

export default function RunEventsPage() {
  const id = useParams()["runId"] ?? "";
  const run = useQuery(runQuery(id));
  const events = useInfiniteQuery(eventsQuery(id));
  const data = run.data;
  const why = data && (
    <>
      <WhyPoint title="What they come to">
        {data.result.number} {data.result.label}
        {data.result.beside && `, ${data.result.beside}`}: {data.tally.makes} made, {data.tally.misses} missed,{" "}
        {quantity(data.tally.lets, "let")}, best streak {data.tally.best_streak}.
      </WhyPoint>
      {data.tally.ignored > 0 && (
        <WhyPoint title="Not counted">
          {quantity(data.tally.ignored, "press", "presses")}: twice within the double-tap time, in a pause, or after the
          end.
        </WhyPoint>
      )}
    </>
  );
  return (
    <Page
      title="Events of a run"
      heading={data ? `${data.ladder.title}, event by event` : "Events of a run"}
      lead={
        data && `${showDay(data.day)}, ${showTime(data.started_at)}${data.side_words ? `, ${data.side_words}` : ""}`
      }
      why={why}>
      <RouterLink to={`/practise/runs/${id}/end`} style={{ color: "inherit" }}>
        Back to what it means
      </RouterLink>
      <Loaded query={events}>
        {({ pages }) => (
          <Box sx={{ overflowX: "auto" }}>
            <Table size="small" sx={{ maxWidth: 560 }}>
              <TableHead>
                <TableRow>
                  <TableCell align="right">number</TableCell>
                  <TableCell align="right">clock</TableCell>
                  <TableCell>what happened</TableCell>
                </TableRow>
              </TableHead>
              <TableBody>
                {pages
                  .flatMap((page) => page.events)
                  .map((event) => (
                    <TableRow key={event.id}>
                      <TableCell align="right">{event.seq}</TableCell>
                      <TableCell align="right">{showMoment(event.at_ms)}</TableCell>
                      <TableCell>
                        {WORDS[event.kind]}
                        {event.text && `: ${event.text}`}
                      </TableCell>
                    </TableRow>
                  ))}
              </TableBody>
            </Table>
            {events.hasNextPage && (
              <Button
                variant="outlined"
                loading={events.isFetchingNextPage}
                onClick={() => void events.fetchNextPage()}
                sx={{ mt: 2 }}>
                Show more events
              </Button>
            )}
          </Box>
        )}
      </Loaded>
    </Page>
  );
}
