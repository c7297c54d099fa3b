/** Look back: the logbook, the latest run first. */
import { Box, Button, Stack, Table, TableBody, TableCell, TableHead, TableRow, Typography } from "@mui/material";
import { useInfiniteQuery } from "@tanstack/react-query";
import { Link as RouterLink } from "react-router";

import { api, unwrap } from "../../api/client";
import type { RunRow } from "../../api/queries";
import { showDay, showTime } from "../../shared/lib/format";
import { EmptyState } from "../../shared/ui/EmptyState";
import { ErrorNotice, Skeletons } from "../../shared/ui/Loaded";
import { Page, WhyPoint } from "../../shared/ui/Page";

function useLogbook() {
  return useInfiniteQuery({
    queryKey: ["runs", "logbook"],
    queryFn: ({ pageParam }) => unwrap(api.GET("/api/runs/", { params: { query: { offset: pageParam } } })),
    initialPageParam: 0,
    getNextPageParam: (last, _, offset) => (last.next ? offset + last.results.length : undefined),
  });
}

function state(run: RunRow): string {
  if (run.set_aside) return `left out: ${run.set_aside}`;
  if (!run.is_over) return "not over";
  if (run.is_quick) return "no mark";
  return run.distance.to_mark === 0 ? "✓ met" : "✗ not met";
}

function Row({ run }: { run: RunRow }) {
  return (
    <TableRow hover sx={{ "& td, & th": { px: { xs: 0.75, md: 2 } } }}>
      <TableCell component="th" scope="row">
        <RouterLink
          to={run.is_over ? `/practise/runs/${run.id}/end` : `/practise/runs/${run.id}`}
          style={{ color: "inherit" }}>
          {showDay(run.day)} {showTime(run.started_at)}
        </RouterLink>
      </TableCell>
      <TableCell>
        {run.ladder.title}, rung {run.rung.number}
        {run.side_words && (
          <Box component="span" sx={{ color: "text.secondary" }}>
            , {run.side_words}
          </Box>
        )}
        {run.is_from_paper && (
          <Box component="span" sx={{ color: "text.secondary" }}>
            , from a sheet
          </Box>
        )}
      </TableCell>
      <TableCell align="right">
        <b>{run.result.number}</b> {run.result.label}
        {run.result.beside && (
          <Box component="span" sx={{ color: "text.secondary" }}>
            , {run.result.beside}
          </Box>
        )}
      </TableCell>
      <TableCell sx={{ display: { xs: "none", sm: "table-cell" } }} align="right">
        {run.yardstick.usual_words ?? "none yet"}
      </TableCell>
      <TableCell align="right">
        {run.is_quick ? "" : run.yardstick.mark_words} {state(run)}
      </TableCell>
    </TableRow>
  );
}

const HEADS = ["when", "rung", "result", "usual then", "mark"];

export default function LookBackPage() {
  const book = useLogbook();
  const runs = book.data?.pages.flatMap((page) => page.results) ?? [];
  const why = (
    <WhyPoint title="Where numbers come from">
      Every result is worked out from what was pressed, let by let and undo by undo. Open a run to see its events.
    </WhyPoint>
  );
  return (
    <Page title="Look back" heading="Logbook" why={why}>
      <Stack direction="row" sx={{ columnGap: 3, rowGap: 1, flexWrap: "wrap" }}>
        <RouterLink to="/look-back/load">Load, week by week</RouterLink>
        <RouterLink to="/look-back/together">With a partner</RouterLink>
      </Stack>
      {book.isError && <ErrorNotice error={book.error} onRetry={() => void book.refetch()} />}
      {book.isPending && <Skeletons rows={6} height={40} />}
      {book.isSuccess && runs.length === 0 && (
        <EmptyState
          title="No run yet"
          action={
            <Button component={RouterLink} to="/practise" variant="contained" color="success">
              Practise
            </Button>
          }>
          What you play is written down here by itself.
        </EmptyState>
      )}
      {runs.length > 0 && (
        <Box sx={{ overflowX: "auto" }}>
          <Table size="small">
            <TableHead>
              <TableRow>
                {HEADS.map((head, index) => (
                  <TableCell
                    key={head}
                    align={index < 2 ? "left" : "right"}
                    sx={{
                      fontWeight: 700,
                      px: { xs: 0.75, md: 2 },
                      display: index === 3 ? { xs: "none", sm: "table-cell" } : undefined,
                    }}>
                    {head}
                  </TableCell>
                ))}
              </TableRow>
            </TableHead>
            <TableBody>
              {runs.map((run) => (
                <Row key={run.id} run={run} />
              ))}
            </TableBody>
          </Table>
        </Box>
      )}
      {book.hasNextPage && (
        <Button
          variant="outlined"
          loading={book.isFetchingNextPage}
          onClick={() => void book.fetchNextPage()}
          sx={{ alignSelf: "flex-start" }}>
          Show older runs
        </Button>
      )}
      {runs.length > 0 && !book.hasNextPage && <Typography color="text.secondary">That is all of it.</Typography>}
    </Page>
  );
}
