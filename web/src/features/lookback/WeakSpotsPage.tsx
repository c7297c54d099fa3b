/** Weak spots: what each ladder, side and target costs, beside each other, and where on the place that lies. */
import { Box, Link, Stack, Table, TableBody, TableCell, TableHead, TableRow, Typography } from "@mui/material";
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Button } from "@mui/material";
import { Link as RouterLink } from "react-router";

import { weakSpotsQuery, type Cost } from "../../api/lookback";
import { capital, quantity, showNumber, showShare } from "../../shared/lib/format";
import { EmptyState } from "../../shared/ui/EmptyState";
import { Loaded } from "../../shared/ui/Loaded";
import { Panel, WhyPoint } from "../../shared/ui/Page";
import { tape } from "../../shared/ui/tape";
import { aboutWords } from "./FindsPage";
import { LookBackFrame } from "./LookBackFrame";
import { SpotDrawing, SpotTable } from "./SpotDrawing";
import { useFilters, written } from "./useFilters";

const FIRST_ROWS = 12;

function since(days: number | null): string {
  if (days === null) return "";
  return days === 0 ? "today" : `${quantity(days, "day")} ago`;
}

/** Misses in ten as a strip of tape, the range that fits as a thin line through its end. */
function Strip({ cost }: { cost: Cost }) {
  return (
    <Box aria-hidden sx={{ position: "relative", height: 18, minWidth: 90 }}>
      <Box
        sx={{ position: "absolute", inset: 0, width: `${10 * cost.per_ten}%`, bgcolor: tape.coral, opacity: 0.75 }}
      />
      <Box
        sx={{
          position: "absolute",
          top: 8,
          height: 2,
          left: `${10 * cost.low}%`,
          width: `${10 * (cost.high - cost.low)}%`,
          bgcolor: tape.ink,
        }}
      />
    </Box>
  );
}

function Row({ cost }: { cost: Cost }) {
  const { tried } = cost;
  const side = tried.side === "none" ? "" : tried.side;
  return (
    <TableRow>
      <TableCell component="th" scope="row">
        <Link
          component={RouterLink}
          to={`/look-back/logbook${written({ ladder: tried.ladder, side })}`}
          color="inherit">
          {tried.title}
        </Link>
        {tried.side_words && `, ${tried.side_words}`}
        {tried.target && `, “${tried.target}”`}
        <Box sx={{ color: "text.secondary" }}>{capital(cost.words)}</Box>
      </TableCell>
      <TableCell sx={{ width: "26%", display: { xs: "none", sm: "table-cell" } }}>
        <Strip cost={cost} />
      </TableCell>
      <TableCell align="right" sx={{ whiteSpace: "nowrap" }}>
        <b>{showNumber(cost.per_ten)}</b>
        <Box sx={{ color: "text.secondary" }}>
          {showNumber(cost.low)} to {showNumber(cost.high)}
        </Box>
      </TableCell>
      <TableCell align="right" sx={{ display: { xs: "none", sm: "table-cell" } }}>
        {cost.misses} of {tried.attempts}
      </TableCell>
      <TableCell align="right" sx={{ display: { xs: "none", md: "table-cell" } }}>
        {tried.target ? "" : showShare(cost.of_all)}
      </TableCell>
      <TableCell align="right" sx={{ display: { xs: "none", md: "table-cell" } }}>
        {since(cost.days_since)}
      </TableCell>
    </TableRow>
  );
}

function Costs({ costs }: { costs: Cost[] }) {
  const [isAll, setAll] = useState(false);
  const shown = isAll ? costs : costs.slice(0, FIRST_ROWS);
  const wide = { display: { xs: "none", sm: "table-cell" } };
  const wider = { display: { xs: "none", md: "table-cell" } };
  return (
    <>
      <Table size="small" sx={{ "& td, & th": { px: { xs: 0.75, md: 2 } } }}>
        <TableHead>
          <TableRow>
            <TableCell>where</TableCell>
            <TableCell component="td" sx={wide} />
            <TableCell align="right">misses in ten</TableCell>
            <TableCell align="right" sx={wide}>
              missed
            </TableCell>
            <TableCell align="right" sx={wider}>
              of all misses
            </TableCell>
            <TableCell align="right" sx={wider}>
              last played
            </TableCell>
          </TableRow>
        </TableHead>
        <TableBody>
          {shown.map((cost) => (
            <Row key={`${cost.tried.ladder} ${cost.tried.side} ${cost.tried.target}`} cost={cost} />
          ))}
        </TableBody>
      </Table>
      {shown.length < costs.length && (
        <Button variant="outlined" sx={{ mt: 1.5 }} onClick={() => setAll(true)}>
          Show {costs.length - shown.length} more
        </Button>
      )}
    </>
  );
}

const WHY = (
  <>
    <WhyPoint title="In which order">
      By what is surely missed: the low end of the range that fits the misses 19 times in 20. Few tries prove little, so
      they stand further down.
    </WhyPoint>
    <WhyPoint title="Targets">
      Targets are added up over the last sixty runs of each rung and side that had them.
    </WhyPoint>
    <WhyPoint title="Left out">
      What was planned in the last year and not played is named: it is easy to avoid what fails.
    </WhyPoint>
  </>
);

export default function WeakSpotsPage() {
  const { filters } = useFilters();
  const query = useQuery(weakSpotsQuery(filters));
  return (
    <LookBackFrame title="Weak spots" why={WHY} lead={query.data?.words}>
      <Loaded query={query}>
        {({ costs, maps }) =>
          costs.length === 0 ? (
            <EmptyState title="Nothing missed yet">What is tried and missed stands here, the dearest first.</EmptyState>
          ) : (
            <Stack spacing={2.5}>
              <Panel title="What each costs">
                <Costs costs={costs} />
              </Panel>
              {maps.map((map) => (
                <Panel key={`${map.about.rung} ${map.about.side}`} title={aboutWords(map.about)}>
                  <Stack spacing={2}>
                    <SpotDrawing map={map} />
                    <SpotTable spots={map.spots} />
                  </Stack>
                </Panel>
              ))}
              {maps.length === 0 && (
                <Typography color="text.secondary">
                  With games that name their targets, they are drawn here on the place itself.
                </Typography>
              )}
            </Stack>
          )
        }
      </Loaded>
    </LookBackFrame>
  );
}
