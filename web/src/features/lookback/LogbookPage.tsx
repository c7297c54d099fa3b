/** The logbook: every run, looked for and filtered; several at once are tagged, left out or deleted. */
import {
  Box,
  Button,
  Checkbox,
  Link,
  Stack,
  Table,
  TableBody,
  TableCell,
  TableHead,
  TableRow,
  TextField,
  Typography,
} from "@mui/material";
import { useInfiniteQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Link as RouterLink } from "react-router";

import { api, unwrap } from "../../api/client";
import type { Filters } from "../../api/lookback";
import type { RunRow } from "../../api/queries";
import { quantity, showDay, showTime } from "../../shared/lib/format";
import { useSettled } from "../../shared/lib/useSettled";
import { EmptyState } from "../../shared/ui/EmptyState";
import { ErrorNotice, Skeletons } from "../../shared/ui/Loaded";
import { WhyPoint } from "../../shared/ui/Page";
import { LookBackFrame } from "./LookBackFrame";
import { SeveralRuns } from "./SeveralRuns";
import { RunsAsFiles } from "./RunsAsFiles";
import { useFilters } from "./useFilters";

function useLogbook(filters: Filters) {
  return useInfiniteQuery({
    queryKey: ["runs", "logbook", filters],
    queryFn: ({ pageParam }) => unwrap(api.GET("/api/runs/", { params: { query: { ...filters, offset: pageParam } } })),
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

interface RowProps {
  run: RunRow;
  isChosen: boolean;
  onChoose: () => void;
}

function Row({ run, isChosen, onChoose }: RowProps) {
  const when = `${showDay(run.day)} ${showTime(run.started_at)}`;
  return (
    <TableRow hover selected={isChosen} sx={{ "& td, & th": { px: { xs: 0.75, md: 2 } } }}>
      <TableCell sx={{ width: 32 }}>
        <Checkbox
          size="small"
          checked={isChosen}
          onChange={onChoose}
          sx={{ p: 0.5 }}
          slotProps={{ input: { "aria-label": `Choose the run of ${when}` } }}
        />
      </TableCell>
      <TableCell component="th" scope="row">
        <RouterLink
          to={run.is_over ? `/practise/runs/${run.id}/end` : `/practise/runs/${run.id}`}
          style={{ color: "inherit" }}>
          {when}
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
            , by hand
          </Box>
        )}
        {run.tags.length > 0 && (
          <Box component="span" sx={{ color: "text.secondary" }}>
            {" "}
            [{run.tags.join(", ")}]
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
      <TableCell align="right" sx={{ whiteSpace: { md: "nowrap" } }}>
        {run.is_quick ? "" : run.yardstick.mark_words} {state(run)}
      </TableCell>
    </TableRow>
  );
}

const HEADS = ["when", "rung", "result", "usual then", "mark"];

function Runs({ runs, chosen, onChoose }: { runs: RunRow[]; chosen: string[]; onChoose: (ids: string[]) => void }) {
  const toggle = (id: string) => onChoose(chosen.includes(id) ? chosen.filter((each) => each !== id) : [...chosen, id]);
  const isAll = chosen.length === runs.length;
  return (
    <Box sx={{ overflowX: "auto" }}>
      <Table size="small">
        <TableHead>
          <TableRow>
            <TableCell sx={{ px: { xs: 0.75, md: 2 } }}>
              <Checkbox
                size="small"
                checked={isAll}
                indeterminate={!isAll && chosen.length > 0}
                onChange={() => onChoose(isAll ? [] : runs.map(({ id }) => id))}
                sx={{ p: 0.5 }}
                slotProps={{ input: { "aria-label": "Choose all that are shown" } }}
              />
            </TableCell>
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
            <Row key={run.id} run={run} isChosen={chosen.includes(run.id)} onChoose={() => toggle(run.id)} />
          ))}
        </TableBody>
      </Table>
    </Box>
  );
}

/** What is looked for: the address says it at once, the server is asked a moment after the last letter. */
function Search() {
  const { filters, set } = useFilters();
  return (
    <TextField
      size="small"
      type="search"
      label="Look for ladders, tags, words of notes"
      defaultValue={filters.words ?? ""}
      onChange={(event) => set({ words: event.target.value })}
      sx={{ maxWidth: 420, width: "100%" }}
    />
  );
}

const WHY = (
  <WhyPoint title="Where numbers come from">
    Every result is worked out from what was pressed, let by let and undo by undo. Open a run to see its strokes, to
    correct one, to write a note.
  </WhyPoint>
);

export default function LogbookPage() {
  const { filters } = useFilters();
  const words = useSettled(filters.words);
  const book = useLogbook({ ...filters, ...(words === undefined ? {} : { words }) });
  const [chosen, setChosen] = useState<string[]>([]);
  const runs = book.data?.pages.flatMap((page) => page.results) ?? [];
  const count = book.data?.pages[0]?.count;
  const shown = chosen.filter((id) => runs.some((run) => run.id === id));
  const isFiltered = Object.keys(filters).length > 0;
  return (
    <LookBackFrame
      title="Logbook"
      files={null}
      why={WHY}
      actions={
        <Stack direction="row" sx={{ flexWrap: "wrap", gap: 1 }}>
          <Button component={RouterLink} to="/look-back/old-results" variant="outlined">
            Type in old results
          </Button>
          <Button component={RouterLink} to="/look-back/sheet" variant="outlined">
            Bring in a sheet
          </Button>
        </Stack>
      }>
      <Search />
      {book.isError && <ErrorNotice error={book.error} onRetry={() => void book.refetch()} />}
      {book.isPending && <Skeletons rows={6} height={40} />}
      {book.isSuccess && runs.length === 0 && (
        <EmptyState
          title={isFiltered ? "No run like that" : "No run yet"}
          action={
            !isFiltered && (
              <Button component={RouterLink} to="/practise" variant="contained" color="success">
                Practise
              </Button>
            )
          }>
          {isFiltered ? "Fewer filters find more." : "What you play is written down here by itself."}
        </EmptyState>
      )}
      <SeveralRuns ids={shown} rows={runs} onDone={() => setChosen([])} />
      {runs.length > 0 && (
        <>
          {count !== undefined && (
            <Stack direction="row" sx={{ flexWrap: "wrap", columnGap: 3, alignItems: "center" }}>
              <Typography color="text.secondary" aria-live="polite">
                {quantity(count, "run")}
              </Typography>
              <RunsAsFiles />
            </Stack>
          )}
          <Runs runs={runs} chosen={shown} onChoose={setChosen} />
        </>
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
      {runs.length > 0 && !book.hasNextPage && (
        <Stack direction="row" sx={{ gap: 2, flexWrap: "wrap" }}>
          <Typography color="text.secondary">That is all of it.</Typography>
          <Link component={RouterLink} to="/look-back/old-results">
            Type in old results
          </Link>
        </Stack>
      )}
    </LookBackFrame>
  );
}
