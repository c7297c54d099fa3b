/** A season on one sheet of A4, to be printed or saved: trends, bests, weak spots, load. */
import { Box, Button, Stack, Typography } from "@mui/material";
import { useQuery } from "@tanstack/react-query";

import { api, unwrap, type Schemas } from "../../api/client";
import type { Filters } from "../../api/lookback";
import { quantity, showDay, showNumber } from "../../shared/lib/format";
import { EmptyState } from "../../shared/ui/EmptyState";
import { Loaded } from "../../shared/ui/Loaded";
import { tape } from "../../shared/ui/tape";
import { aboutWords } from "./FindsPage";
import { LookBackFrame } from "./LookBackFrame";
import { useFilters } from "./useFilters";

type Season = Schemas["SeasonPage"];
type Row = Season["rows"][number];

const [WIDTH, HEIGHT] = [240, 64];

/** The days of a rung as a line of chalk dots, on the season's own calendar. */
function Line({ row, season }: { row: Row; season: Season }) {
  const begin = new Date(season.since).getTime();
  const span = new Date(season.until).getTime() - begin || 1;
  const values = [...row.days.map(({ value }) => value), row.mark];
  const [low, high] = [Math.min(...values), Math.max(...values)];
  const x = (day: string) => 6 + ((new Date(day).getTime() - begin) / span) * (WIDTH - 12);
  const y = (value: number) => HEIGHT - 8 - ((value - low) / (high - low || 1)) * (HEIGHT - 18);
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      role="img"
      aria-label={`${quantity(row.days.length, "day")} of practice, from ${showNumber(low)} to ${showNumber(high)}`}
      style={{ display: "block", width: "100%", height: "auto" }}>
      <line x1={0} x2={WIDTH} y1={HEIGHT - 2} y2={HEIGHT - 2} stroke={tape.ink} />
      <line
        x1={0}
        x2={WIDTH}
        y1={y(row.mark)}
        y2={y(row.mark)}
        stroke={tape.plum}
        strokeWidth={1.5}
        strokeDasharray="6 4"
      />
      {row.days.map(({ day, value }) => (
        <circle key={day} cx={x(day)} cy={y(value)} r={2.6} fill={tape.ink} opacity={0.8} />
      ))}
    </svg>
  );
}

function Load({ weeks }: { weeks: Season["weeks"] }) {
  const most = Math.max(1, ...weeks.map(({ load }) => load));
  const step = 680 / Math.max(1, weeks.length);
  if (weeks.every(({ load }) => load === 0)) return <Typography>No effort was told.</Typography>;
  return (
    <svg
      viewBox="0 0 680 70"
      role="img"
      aria-label={`Load of ${quantity(weeks.length, "week")}`}
      style={{ width: "100%", height: "auto" }}>
      {weeks.map(({ monday, load }, place) => (
        <rect
          key={monday}
          x={place * step + 1}
          width={Math.max(1, step - 2)}
          y={62 - (54 * load) / most}
          height={(54 * load) / most}
          fill={tape.plum}
        />
      ))}
      <line x1={0} x2={680} y1={62} y2={62} stroke={tape.ink} />
    </svg>
  );
}

function Sheet({ season }: { season: Season }) {
  return (
    <Box
      sx={{
        bgcolor: "background.paper",
        border: "1px solid",
        borderColor: "divider",
        p: 3,
        maxWidth: 820,
        "@media print": {
          border: 0,
          p: 0,
          fontSize: "0.66rem",
          "& h2": { fontSize: "0.9rem" },
          "& svg": { maxHeight: 44 },
        },
      }}>
      <Stack spacing={2}>
        <Typography>
          {showDay(season.since)} to {showDay(season.until)}: {quantity(season.runs, "run")} on{" "}
          {quantity(season.days, "day")}.
        </Typography>
        {season.finds.length > 0 && (
          <Box>
            <Typography variant="h2">What the record says</Typography>
            <Box component="ul" sx={{ m: 0, pl: 2.5 }}>
              {season.finds.map((words) => (
                <li key={words}>{words}</li>
              ))}
            </Box>
          </Box>
        )}
        <Box>
          <Typography variant="h2">Trend and bests</Typography>
          <Box
            sx={{
              display: "grid",
              gap: 1.5,
              gridTemplateColumns: { xs: "1fr", sm: "1fr 1fr" },
              "@media print": { gridTemplateColumns: "1fr 1fr 1fr", gap: 0.5 },
            }}>
            {season.rows.map((row) => (
              <Box key={`${row.about.rung} ${row.about.side}`} sx={{ breakInside: "avoid" }}>
                <b>{aboutWords(row.about)}</b>
                <Line row={row} season={season} />
                <Box sx={{ fontSize: "0.9em" }}>
                  Usual {row.usual_words}, best {row.best_words}, mark {showNumber(row.mark)};{" "}
                  {quantity(row.runs, "run")}. {row.words}
                </Box>
              </Box>
            ))}
          </Box>
        </Box>
        <Box sx={{ breakInside: "avoid" }}>
          <Typography variant="h2">Weak spots</Typography>
          <Box component="ol" sx={{ m: 0, pl: 3 }}>
            {season.costs.map(({ tried, words }) => (
              <li key={`${tried.ladder} ${tried.side} ${tried.target}`}>
                {tried.title}
                {tried.side_words && `, ${tried.side_words}`}
                {tried.target && `, “${tried.target}”`}: {words} ({tried.makes} of {tried.attempts} made)
              </li>
            ))}
          </Box>
        </Box>
        <Box sx={{ breakInside: "avoid" }}>
          <Typography variant="h2">Load, week by week</Typography>
          <Load weeks={season.weeks} />
        </Box>
      </Stack>
    </Box>
  );
}

const seasonQuery = (query: Filters) => ({
  queryKey: ["runs", "look-back", "season", query],
  queryFn: async () => (await unwrap(api.GET("/api/look-back/season/", { params: { query } }))).page,
});

export default function SeasonPage() {
  const { filters } = useFilters();
  const query = useQuery(seasonQuery(filters));
  return (
    <LookBackFrame
      title="Season page"
      without={["rung", "side", "place", "routine"]}
      actions={
        <Button variant="contained" className="no-print" onClick={() => window.print()}>
          Print
        </Button>
      }>
      <Loaded query={query}>
        {(season) =>
          season.runs === 0 ? (
            <EmptyState title="Nothing in these days">
              Choose other days: a season is half a year where none are said.
            </EmptyState>
          ) : (
            <Sheet season={season} />
          )
        }
      </Loaded>
    </LookBackFrame>
  );
}
