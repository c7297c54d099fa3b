/** A ladder as a table to type along: a rung a row from the ground up, its levers, its game and its mark. */
import AddIcon from "@mui/icons-material/Add";
import CloseIcon from "@mui/icons-material/Close";
import {
  Box,
  Button,
  IconButton,
  MenuItem,
  Stack,
  Table,
  TableBody,
  TableCell,
  TableHead,
  TableRow,
  TextField,
  Typography,
} from "@mui/material";
import { useQuery } from "@tanstack/react-query";
import { useState, type KeyboardEvent } from "react";
import { flushSync } from "react-dom";
import { useNavigate, useParams } from "react-router";

import { api, ProblemError, unwrap, type Schemas } from "../../../api/client";
import { challengesQuery, ladderQuery, leversQuery, useChange, type LadderDetail } from "../../../api/queries";
import { ErrorNotice, Loaded } from "../../../shared/ui/Loaded";
import { Page, WhyPoint } from "../../../shared/ui/Page";
import { KeepOrLeave } from "./KeepOrLeave";
import { Cells, type Columns } from "./TableCells";
import { freshRow, rowsOf, type TableRowDraft } from "./tableRows";
import type { Challenge } from "./useGame";

interface TableFormProps {
  detail: LadderDetail;
  challenges: Challenge[];
  levers: Schemas["LeverKind"][];
}

/** The number of the row that an error is of, and what is wrong there. */
function useProblems(error: Error | null) {
  const problem = error instanceof ProblemError ? error.problem : null;
  return (row: number) =>
    problem?.errors.filter(({ loc }) => loc[0] === "rows" && Number(loc[1]) === row).map(({ msg }) => msg) ?? [];
}

function focusOn(row: number, column: string) {
  const cell = document.getElementById(`cell-${row}-${column}`);
  if (cell instanceof HTMLInputElement) cell.select();
  cell?.focus();
}

function TableForm({ detail, challenges, levers }: TableFormProps) {
  const navigate = useNavigate();
  const { ladder } = detail.standing;
  const [rows, setRows] = useState<TableRowDraft[]>(() => rowsOf(detail));
  const [more, setMore] = useState<string[]>([]);
  const save = useChange(
    () =>
      unwrap(
        api.PUT("/api/ladders/{ladder_id}/table/", { params: { path: { ladder_id: ladder.id } }, body: { rows } }),
      ),
    ["ladders"],
    ["blocks"],
    ["today"],
    ["next-rungs"],
  );
  const problemsOf = useProblems(save.error);
  const used = new Set([...rows.flatMap((row) => row.levers.map((lever) => lever.kind)), ...more]);
  const columns: Columns = { levers: levers.filter((kind) => used.has(kind.id)), challenges };
  const change = (place: number, row: TableRowDraft) => setRows(rows.map((each, at) => (at === place ? row : each)));
  const addRow = () => setRows([...rows, freshRow(rows.at(-1))]);
  // Enter goes on in the same column of the next rung, which is there when it is wanted: before the next key is heard,
  // or two numbers typed fast end in one cell.
  const typeOn = (event: KeyboardEvent, place: number, column: string) => {
    if (event.key !== "Enter") return;
    event.preventDefault();
    if (place === rows.length - 1) flushSync(addRow);
    focusOn(place + 1, column);
  };
  return (
    <Stack spacing={2}>
      <Box sx={{ overflowX: "auto" }}>
        <Table
          size="small"
          aria-label="Rungs, from the ground up"
          sx={{ "& td, & th": { px: 0.5 }, "& input": { px: 1 } }}>
          <TableHead>
            <TableRow>
              <TableCell>Rung</TableCell>
              <TableCell sx={{ minWidth: 130 }}>Name</TableCell>
              {columns.levers.map((kind) => (
                <TableCell key={kind.id} sx={{ minWidth: 78 }}>
                  {kind.title}
                  {kind.takes === "length" ? " (m)" : kind.unit && ` (${kind.unit})`}
                </TableCell>
              ))}
              <TableCell sx={{ minWidth: 215 }}>Game</TableCell>
              <TableCell sx={{ minWidth: 76 }}>Mark</TableCell>
              <TableCell>More</TableCell>
            </TableRow>
          </TableHead>
          <TableBody>
            {rows.map((row, place) => (
              <Cells
                key={row.key}
                row={row}
                place={place}
                columns={columns}
                ladderId={ladder.id}
                problems={problemsOf(place)}
                onChange={(changed) => change(place, changed)}
                onKey={(event, column) => typeOn(event, place, column)}
                action={
                  row.rung === null && (
                    <IconButton
                      aria-label={`Leave out rung ${place + 1}`}
                      onClick={() => setRows(rows.filter((_, at) => at !== place))}>
                      <CloseIcon />
                    </IconButton>
                  )
                }
              />
            ))}
          </TableBody>
        </Table>
      </Box>
      <Stack direction="row" sx={{ gap: 1.5, flexWrap: "wrap", alignItems: "center" }}>
        <Button startIcon={<AddIcon />} onClick={addRow}>
          One rung more
        </Button>
        <TextField
          select
          size="small"
          label="A column for"
          value=""
          onChange={(event) => setMore([...more, event.target.value])}
          sx={{ minWidth: 180 }}>
          {levers
            .filter((kind) => !used.has(kind.id))
            .map((kind) => (
              <MenuItem key={kind.id} value={kind.id}>
                {kind.title}
              </MenuItem>
            ))}
        </TextField>
      </Stack>
      {save.error && <ErrorNotice error={save.error} />}
      <KeepOrLeave
        word="Keep the ladder like this"
        ladderId={ladder.id}
        isKeeping={save.isPending}
        onKeep={() => save.mutate(undefined, { onSuccess: () => void navigate(`/climb/${ladder.id}`) })}
      />
    </Stack>
  );
}

export default function TablePage() {
  const ladder = useQuery(ladderQuery(Number(useParams()["ladderId"])));
  const challenges = useQuery(challengesQuery);
  const levers = useQuery(leversQuery);
  const why = (
    <>
      <WhyPoint title="Type along">
        Enter goes on to the next rung, and makes one where there is none: like the one before it, as you see.
      </WhyPoint>
      <WhyPoint title="Nothing is sent yet">All rungs are kept together, or none: what cannot be is named.</WhyPoint>
      <WhyPoint title="The mark">
        Left empty, it is what is fair to ask of the game; yours to change at any time.
      </WhyPoint>
    </>
  );
  return (
    <Page
      title="As a table"
      heading={ladder.data ? `${ladder.data.standing.ladder.title}, as a table` : "As a table"}
      why={why}>
      <Loaded query={ladder}>
        {(detail) => (
          <Loaded query={challenges}>
            {(games) => (
              <Loaded query={levers}>
                {(kinds) => (
                  <>
                    {detail.standing.ladder.pair.kind !== "none" && (
                      <Typography color="text.secondary">Played on {detail.standing.ladder.pair.title}.</Typography>
                    )}
                    <TableForm key={detail.standing.ladder.id} detail={detail} challenges={games} levers={kinds} />
                  </>
                )}
              </Loaded>
            )}
          </Loaded>
        )}
      </Loaded>
    </Page>
  );
}
