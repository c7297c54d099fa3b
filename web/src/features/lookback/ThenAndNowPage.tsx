/** Then and now: two months, years or runs beside each other, the years as a line, the bests. */
import { Box, Button, Link, Stack, Table, TableBody, TableCell, TableHead, TableRow, Typography } from "@mui/material";
import { useQuery } from "@tanstack/react-query";
import { Link as RouterLink } from "react-router";

import { routinesQuery } from "../../api/planning";
import { thenAndNowQuery, type ThenAndNowPage as Page } from "../../api/lookback";
import { capital, showDay } from "../../shared/lib/format";
import { useAddress } from "../../shared/lib/useAddress";
import { EmptyState } from "../../shared/ui/EmptyState";
import { Figure } from "../../shared/ui/Figure";
import { Loaded } from "../../shared/ui/Loaded";
import { Panel, WhyPoint } from "../../shared/ui/Page";
import { Fields, Pick } from "../../shared/ui/Pick";
import { aboutWords } from "./FindsPage";
import { LookBackFrame } from "./LookBackFrame";
import { useFilters } from "./useFilters";
import { YearDots } from "./YearDots";

type Side = Page["sides"][number];
type Best = Side["months"][number];

const RUN = /^[0-9a-f]{8}-/;

function Compared({ side }: { side: Side }) {
  const found = side.compared;
  if (!found) return null;
  return (
    <Stack spacing={1.5}>
      <Box sx={{ display: "grid", gap: 2, gridTemplateColumns: "repeat(2, minmax(0, 1fr))", maxWidth: 640 }}>
        {[found.then, found.now].map((time, place) => (
          <Figure
            key={place}
            value={time.usual_words}
            label={`usual, ${time.title}`}
            beside={`best ${time.best_words}; ${time.runs === 1 ? "1 run" : `${time.runs} runs`}; ${time.made_words} made`}
          />
        ))}
      </Box>
      <Typography sx={{ fontWeight: 600 }}>{found.words}</Typography>
    </Stack>
  );
}

function Bests({ title, bests }: { title: string; bests: Best[] }) {
  if (bests.length === 0) return null;
  return (
    <Table size="small" sx={{ maxWidth: 520 }}>
      <TableHead>
        <TableRow>
          <TableCell>{title}</TableCell>
          <TableCell align="right">best</TableCell>
          <TableCell align="right">first on</TableCell>
          <TableCell align="right">runs</TableCell>
        </TableRow>
      </TableHead>
      <TableBody>
        {bests.map(({ title: time, words, day, run, runs }) => (
          <TableRow key={time}>
            <TableCell component="th" scope="row">
              {time}
            </TableCell>
            <TableCell align="right" sx={{ fontWeight: 700 }}>
              {words}
            </TableCell>
            <TableCell align="right">
              <Link component={RouterLink} to={`/practise/runs/${run}/end`} color="inherit">
                {showDay(day)}
              </Link>
            </TableCell>
            <TableCell align="right">{runs}</TableCell>
          </TableRow>
        ))}
      </TableBody>
    </Table>
  );
}

function SidePanel({ page, side }: { page: Page; side: Side }) {
  return (
    <Panel title={side.about.side_words ? capital(side.about.side_words) : aboutWords(side.about)}>
      <Stack spacing={2.5}>
        <Compared side={side} />
        {page.asked && <YearDots dots={side.dots} mark={page.asked.mark} label={page.asked.title} />}
        {side.years.length > 1 && <Bests title="year" bests={side.years} />}
        <Bests title="month" bests={side.months.slice(0, 12)} />
      </Stack>
    </Panel>
  );
}

/** What was chosen may be a run: it is a choice of its own, beside months and years. */
const choicesOf = (page: Page, chosen: string) => [
  ...(RUN.test(chosen) ? [{ value: chosen, word: "one run" }] : []),
  ...page.times.map(([value = "", word = ""]) => ({ value, word })),
];

/** Recipes have a table of their own, session by session with its totals. */
function Recipes() {
  const { data: routines } = useQuery(routinesQuery);
  if (!routines?.length) return null;
  return (
    <WhyPoint title="Recipes, with their totals">
      <Stack spacing={0.5}>
        {routines.map(({ id, title }) => (
          <Link key={id} component={RouterLink} to={`/plan/routines/${id}`} color="inherit">
            {title}, session by session
          </Link>
        ))}
      </Stack>
    </WhyPoint>
  );
}

const WHY = (
  <>
    <WhyPoint title="The difference">
      By how much a result of the one time is usually better than one of the other, with the range that fits 19 times in
      20. Where that holds nothing, no difference is told.
    </WhyPoint>
    <WhyPoint title="From old notebooks">
      Results from years ago can be typed in, many at a time: they count like all others.{" "}
      <Link component={RouterLink} to="/look-back/old-results" color="inherit">
        Type in old results
      </Link>
    </WhyPoint>
    <Recipes />
  </>
);

export default function ThenAndNowPage() {
  const { filters } = useFilters();
  const { address, change } = useAddress();
  const [then, now] = [address.get("then") ?? "", address.get("now") ?? ""];
  const query = useQuery(thenAndNowQuery({ ...filters, ...(then && { then }), ...(now && { now }) }));
  const choose = (name: string) => (value: string) =>
    change((address_) => {
      address_.set(name, value);
      return address_;
    });
  const about = query.data?.about;
  return (
    <LookBackFrame
      title="Then and now"
      why={WHY}
      lead={about ? `${aboutWords({ ...about, side_words: "" })}, ${about.rung_title}.` : undefined}>
      <Loaded query={query}>
        {(page) =>
          page.sides.length === 0 ? (
            <EmptyState
              title="No then yet"
              action={
                <Button component={RouterLink} to="/look-back/old-results" variant="contained" color="success">
                  Type in old results
                </Button>
              }>
              What you play today is the then of next year. Results from old notebooks can be typed in.
            </EmptyState>
          ) : (
            <Stack spacing={2.5}>
              {page.times.length > 0 && (
                <Fields>
                  <Pick label="Then" value={page.then} choices={choicesOf(page, page.then)} onChange={choose("then")} />
                  <Pick label="Now" value={page.now} choices={choicesOf(page, page.now)} onChange={choose("now")} />
                </Fields>
              )}
              {page.sides.map((side) => (
                <SidePanel key={side.about.side} page={page} side={side} />
              ))}
            </Stack>
          )
        }
      </Loaded>
    </LookBackFrame>
  );
}
