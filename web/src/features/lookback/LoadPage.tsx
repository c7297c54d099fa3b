/** Load: effort times minutes, week by week; what is known of it and what is disputed. */
import { Alert, Box, Button, Stack, Table, TableBody, TableCell, TableHead, TableRow, Typography } from "@mui/material";
import { useQuery } from "@tanstack/react-query";
import { Link as RouterLink } from "react-router";

import type { Schemas } from "../../api/client";
import { loadQuery } from "../../api/queries";
import { capital, showDay, showNumber } from "../../shared/lib/format";
import { EmptyState } from "../../shared/ui/EmptyState";
import { Loaded } from "../../shared/ui/Loaded";
import { Panel, WhyPoint } from "../../shared/ui/Page";
import { tape } from "../../shared/ui/tape";
import { JointCounts } from "./JointCounts";
import { LookBackFrame } from "./LookBackFrame";

type Week = Schemas["Week"];

/** A strip of tape for each week, as long as its load. */
function Strip({ week, longest }: { week: Week; longest: number }) {
  return (
    <Box
      aria-hidden
      sx={{ height: 18, width: `${(100 * week.load) / longest}%`, minWidth: week.load ? 3 : 0, bgcolor: tape.plum }}
    />
  );
}

function showChange(change: number | null): string {
  if (change === null) return "";
  return `${change > 0 ? "+" : ""}${Math.round(100 * change)} %`;
}

const HEADS = ["week from", "", "load", "blocks", "minutes", "monotony", "strain", "change"];
/** What there is no room for on a phone. */
const isWide = (index: number) => index === 1 || index > 4;
const hideNarrow = (index: number) => (isWide(index) ? { display: { xs: "none", md: "table-cell" } } : {});

function Weeks({ weeks }: { weeks: Week[] }) {
  const longest = Math.max(1, ...weeks.map((week) => week.load));
  return (
    <Box sx={{ overflowX: "auto" }}>
      <Table size="small" sx={{ "& th, & td": { px: { xs: 0.5, md: 2 } } }}>
        <TableHead>
          <TableRow>
            {HEADS.map((head, index) => (
              <TableCell key={head} align={index < 2 ? "left" : "right"} sx={{ fontWeight: 700, ...hideNarrow(index) }}>
                {head || <span style={{ position: "absolute", clipPath: "inset(50%)" }}>load drawn</span>}
              </TableCell>
            ))}
          </TableRow>
        </TableHead>
        <TableBody>
          {[...weeks].reverse().map((week, place) => (
            <TableRow key={week.monday}>
              <TableCell component="th" scope="row" sx={{ whiteSpace: { md: "nowrap" } }}>
                {showDay(week.monday)}
                {place === 0 && (
                  <Box component="span" sx={{ color: "text.secondary" }}>
                    , running
                  </Box>
                )}
              </TableCell>
              <TableCell sx={{ width: "30%", ...hideNarrow(1) }}>
                <Strip week={week} longest={longest} />
              </TableCell>
              <TableCell align="right" sx={{ fontWeight: 700 }}>
                {Math.round(week.load)}
              </TableCell>
              <TableCell align="right">{week.sessions}</TableCell>
              <TableCell align="right">{Math.round(week.minutes)}</TableCell>
              <TableCell align="right" sx={hideNarrow(5)}>
                {week.monotony === null ? "" : showNumber(week.monotony)}
              </TableCell>
              <TableCell align="right" sx={hideNarrow(6)}>
                {week.strain === null ? "" : Math.round(week.strain)}
              </TableCell>
              <TableCell align="right" sx={hideNarrow(7)}>
                {showChange(week.change)}
              </TableCell>
            </TableRow>
          ))}
        </TableBody>
      </Table>
    </Box>
  );
}

function NoEffortYet() {
  return (
    <EmptyState
      title="No effort told yet"
      action={
        <Button component={RouterLink} to="/plan" variant="contained" color="success">
          Plan a block
        </Button>
      }>
      At the end of a block you are asked how hard it was. From that and the minutes the load is reckoned.
    </EmptyState>
  );
}

export default function LoadPage() {
  const query = useQuery(loadQuery);
  const why = (
    <>
      <WhyPoint title="How it is reckoned">
        Load is effort (0 to 10) times minutes played. Monotony is the mean of the seven days over their spread, rest
        days counting as nothing; strain is load times monotony; change is that of the load on the week before.
      </WhyPoint>
      {query.data && <WhyPoint title="What is disputed">{query.data.disputed}</WhyPoint>}
      {query.data && <WhyPoint title="How plans turn out">{capital(query.data.habit)}</WhyPoint>}
      <WhyPoint title="No diagnosis">
        These are numbers about practice, not about your body. Pain, illness and doubt belong with a doctor or a coach.
      </WhyPoint>
    </>
  );
  return (
    <LookBackFrame title="Load" lead="How much the last eight weeks asked of you." why={why} without="all">
      <Loaded query={query}>
        {({ weeks, counts, cautions }) => {
          const isTold = weeks.some((week) => week.sessions > 0);
          return (
            <Stack spacing={2}>
              {cautions.map((caution) => (
                <Alert key={caution} severity="warning" variant="outlined" sx={{ color: "text.primary" }}>
                  {caution}
                </Alert>
              ))}
              {isTold ? (
                <Panel>
                  <Weeks weeks={weeks} />
                </Panel>
              ) : (
                <NoEffortYet />
              )}
              {counts.length > 0 && (
                <Panel title="Counts that matter to joints">
                  <JointCounts counts={counts} />
                </Panel>
              )}
              {isTold && cautions.length === 0 && (
                <Typography color="text.secondary">Nothing in last week&rsquo;s numbers asks for a caution.</Typography>
              )}
            </Stack>
          );
        }}
      </Loaded>
    </LookBackFrame>
  );
}
