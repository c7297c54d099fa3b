/** A routine session by session: what was made in each part and in the whole set, with a small line for each. */
import {
  Box,
  Button,
  Table,
  TableBody,
  TableCell,
  TableContainer,
  TableHead,
  TableRow,
  Typography,
} from "@mui/material";
import { useQuery } from "@tanstack/react-query";
import { Link as RouterLink, useParams } from "react-router";

import { comparisonQuery, routinesQuery, type SessionTable } from "../../api/planning";
import { quantity, showDay } from "../../shared/lib/format";
import { EmptyState } from "../../shared/ui/EmptyState";
import { Loaded } from "../../shared/ui/Loaded";
import { Page, Panel, WhyPoint } from "../../shared/ui/Page";
import { tape } from "../../shared/ui/tape";

type Score = SessionTable["rows"][number]["total"];

const LINE = { width: 110, height: 34, pad: 4 };

/** Shares over time, from nothing at the foot to all at the top; sessions without it are left out. */
function SmallLine({ scores, label }: { scores: Score[]; label: string }) {
  const shares = scores.flatMap((score) => (score.share === null ? [] : [score.share]));
  const { width, height, pad } = LINE;
  const step = shares.length > 1 ? (width - 2 * pad) / (shares.length - 1) : 0;
  const points = shares.map((share, index) => [pad + index * step, height - pad - share * (height - 2 * pad)] as const);
  const last = points.at(-1);
  return (
    <svg width={width} height={height} role="img" aria-label={label}>
      <line x1={0} x2={width} y1={height - 1} y2={height - 1} stroke={tape.ink} strokeOpacity={0.3} />
      <polyline
        points={points.map((point) => point.join(",")).join(" ")}
        fill="none"
        stroke={tape.teal}
        strokeWidth={2}
      />
      {last && <circle cx={last[0]} cy={last[1]} r={3.5} fill={tape.plum} />}
    </svg>
  );
}

const CELL = { py: 0.75, px: 1.25, whiteSpace: "nowrap", fontVariantNumeric: "tabular-nums" };

function Sessions({ comparison }: { comparison: SessionTable }) {
  const { columns, rows } = comparison;
  const lines = [
    ...columns.map((_, index) => rows.flatMap(({ scores }) => scores[index] ?? [])),
    rows.map(({ total }) => total),
  ];
  return (
    <TableContainer tabIndex={0} aria-label="Sessions" role="region">
      <Table size="small">
        <TableHead>
          <TableRow>
            <TableCell sx={CELL}>Day</TableCell>
            {[...columns, "The whole set"].map((column, index) => (
              <TableCell key={column} sx={{ ...CELL, whiteSpace: "normal", minWidth: 120, verticalAlign: "bottom" }}>
                {column}
                <Box sx={{ mt: 0.5 }}>
                  <SmallLine
                    scores={lines[index] ?? []}
                    label={`${column}, share made over ${quantity(rows.length, "session")}`}
                  />
                </Box>
              </TableCell>
            ))}
          </TableRow>
        </TableHead>
        <TableBody>
          {[...rows].reverse().map((row) => (
            <TableRow key={row.id}>
              <TableCell component="th" scope="row" sx={CELL}>
                <RouterLink to={`/plan/blocks/${row.id}`}>{showDay(row.day)}</RouterLink>
                {row.version > 1 && `, version ${row.version}`}
              </TableCell>
              {row.scores.map((score, index) => (
                <TableCell key={columns[index]} sx={CELL}>
                  {score.words}
                </TableCell>
              ))}
              <TableCell sx={CELL}>
                <b>{row.total.words}</b>
                {row.is_best && " – the best"}
              </TableCell>
            </TableRow>
          ))}
        </TableBody>
      </Table>
    </TableContainer>
  );
}

export default function ComparisonPage() {
  const id = Number(useParams()["routineId"]);
  const query = useQuery(comparisonQuery(id));
  const routines = useQuery(routinesQuery);
  const title = routines.data?.find((routine) => routine.id === id)?.title ?? "Routine";
  const why = (
    <>
      <WhyPoint title="Session by session">
        The same parts in the same order make sessions comparable. The best is looked for among whole sets only.
      </WhyPoint>
      <WhyPoint title="When it is changed">
        Kept anew under its name it becomes the next version; those before stay, and their sessions stay in the table.
      </WhyPoint>
    </>
  );
  const back = (
    <Button component={RouterLink} to="/plan" variant="outlined">
      To the routines
    </Button>
  );
  return (
    <Page title={title} heading={title} lead="Every time it was played, the latest first." actions={back} why={why}>
      <Loaded query={query}>
        {(comparison) =>
          comparison.rows.length === 0 ? (
            <EmptyState title="Not played yet">Repeat it, play it to its end, and it stands here.</EmptyState>
          ) : (
            <Panel>
              <Typography sx={{ mb: 1.5 }}>{comparison.words}</Typography>
              <Sessions comparison={comparison} />
            </Panel>
          )
        }
      </Loaded>
    </Page>
  );
}
