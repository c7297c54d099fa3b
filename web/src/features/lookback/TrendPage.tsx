/** The trend of a rung: each side on one scale, its times, when the mark will be met, what would add most. */
import { Box, Button, Stack, Typography } from "@mui/material";
import { useQuery } from "@tanstack/react-query";
import { lazy, Suspense, useRef, useState } from "react";
import { Link as RouterLink } from "react-router";

import { trendQuery, type SideTrend, type TrendPage as Trend } from "../../api/lookback";
import { capital, quantity } from "../../shared/lib/format";
import { saveCsv, savePng, saveSvg } from "../../shared/lib/saving";
import { EmptyState } from "../../shared/ui/EmptyState";
import { Loaded, Skeletons } from "../../shared/ui/Loaded";
import { Panel, WhyPoint } from "../../shared/ui/Page";
import { tape } from "../../shared/ui/tape";
import { aboutWords } from "./FindsPage";
import { LookBackFrame } from "./LookBackFrame";
import { RunsAsFiles } from "./RunsAsFiles";
import { MarkChange } from "./MarkChange";
import { periodOf, TrendTable } from "./TrendTable";
import { useFilters } from "./useFilters";

const TrendChart = lazy(() => import("./TrendChart"));

/** The first and the last day of all sides, and the least and greatest of what is drawn. */
function endsOf({ sides, asked }: Trend) {
  const points = sides.flatMap(({ level }) => level.points);
  const days = points.map(({ day }) => day).sort();
  const limits = sides.flatMap(({ level }) => level.periods.flatMap(({ low, high }) => [low ?? 0, high ?? 0]));
  const values = [...points.map(({ value }) => value), ...limits, asked?.mark ?? 0];
  const least = Math.min(...values);
  return {
    days: [days[0] ?? "", days.at(-1) ?? ""] as [string, string],
    // Below nothing there are no results, whatever the limits say.
    values: [
      least < 0 && points.every(({ value }) => value >= 0) ? 0 : Math.floor(least),
      Math.ceil(Math.max(...values) * 1.05),
    ] as [number, number],
  };
}

function Words({ side }: { side: SideTrend }) {
  const { level, forecast, still, gain } = side;
  const outside = level.periods.flatMap((period) => period.outside).length;
  const sided = level.periods.flatMap((period) => period.one_sided).length;
  return (
    <Stack spacing={0.75}>
      <Box component="ul" sx={{ m: 0, pl: 2.5 }}>
        {level.periods.map((period) => (
          <li key={period.since}>
            <b>{capital(period.why)}:</b> {period.words}
          </li>
        ))}
      </Box>
      {outside > 0 && (
        <Typography>
          {quantity(outside, "run")} outside the natural limits: something was different on{" "}
          {outside === 1 ? "that" : "those"}.
        </Typography>
      )}
      {sided > 0 && (
        <Typography>
          {quantity(sided, "stretch", "stretches")} of eight runs or more on one side of the usual, which luck alone
          seldom gives.
        </Typography>
      )}
      {forecast && <Typography sx={{ fontWeight: 600 }}>{forecast.words}</Typography>}
      {still && <Typography>{still.words}</Typography>}
      {gain && (
        <Typography>
          <b>The change that would add most:</b> {gain.words}
        </Typography>
      )}
    </Stack>
  );
}

function SidePanel({ page, side }: { page: Trend; side: SideTrend }) {
  const [isTable, setTable] = useState(false);
  const { set } = useFilters();
  const chart = useRef<HTMLDivElement>(null);
  const label = page.asked?.unit === "%" ? `${page.asked.title}, %` : (page.asked?.title ?? "");
  const name = `trend-${side.about.ladder_title}-${side.about.rung_number}-${side.about.side_words}`.replaceAll(
    /\W+/g,
    "-",
  );
  const drawn = () => chart.current?.querySelector("svg");
  const saveNumbers = () =>
    saveCsv(
      [
        "day",
        `${label}${page.asked ? ` (${page.asked.unit})` : ""}`,
        "moving average",
        "lower limit",
        "upper limit",
        "run",
      ],
      side.level.points.map(({ run, day, value, average }) => {
        const period = periodOf(side.level, day);
        return [
          day,
          value,
          Number(average.toFixed(3)),
          period?.low?.toFixed(3) ?? "",
          period?.high?.toFixed(3) ?? "",
          run,
        ];
      }),
      name,
    );
  return (
    <Panel title={side.about.side_words ? capital(side.about.side_words) : capital(label)}>
      <Stack spacing={2}>
        <Box ref={chart}>
          <Suspense fallback={<Skeletons rows={1} height={320} />}>
            <TrendChart
              level={side.level}
              strips={page.strips}
              mark={page.asked?.mark ?? 0}
              label={label}
              ends={endsOf(page)}
              onChoose={(since, until) => set({ since, until })}
            />
          </Suspense>
        </Box>
        <Stack direction="row" className="no-print" sx={{ flexWrap: "wrap", gap: 1 }}>
          <Button size="small" onClick={() => setTable(!isTable)} aria-expanded={isTable}>
            {isTable ? "Hide the table" : "As a table"}
          </Button>
          <Button
            size="small"
            onClick={() => {
              const svg = drawn();
              if (svg) saveSvg(svg, name, tape.paper);
            }}>
            Save as SVG
          </Button>
          <Button
            size="small"
            onClick={() => {
              const svg = drawn();
              if (svg) void savePng(svg, name, tape.paper);
            }}>
            Save as PNG
          </Button>
          <Button size="small" onClick={saveNumbers}>
            Save as CSV
          </Button>
        </Stack>
        {isTable && <TrendTable level={side.level} label={label} />}
        <Words side={side} />
      </Stack>
    </Panel>
  );
}

const WHY = (
  <>
    <WhyPoint title="What is drawn">
      A dot is a run. The soft band holds nearly all runs while nothing changes (three spreads from run to run on either
      side); the teal line is the usual of that time, the dotted one a moving average, the dashed tape your mark.
    </WhyPoint>
    <WhyPoint title="Times kept apart">
      Four weeks without a run, a change of method that you mark, and a clear shift begin a new time: they are not
      thrown together.
    </WhyPoint>
    <WhyPoint title="A closer look">
      Drag over the ground of the chart to look at a period alone. Press a dot to open its run.
    </WhyPoint>
  </>
);

export default function TrendPage() {
  const { filters } = useFilters();
  const query = useQuery(trendQuery(filters));
  const about = query.data?.about;
  return (
    <LookBackFrame
      files={<RunsAsFiles chosen={about} />}
      title="Trend"
      why={WHY}
      lead={
        about && query.data?.asked
          ? `${aboutWords({ ...about, side_words: "" })}, ${about.rung_title}: ${query.data.asked.mark_words}.`
          : undefined
      }>
      <Loaded query={query}>
        {(page) =>
          page.sides.length === 0 ? (
            <EmptyState
              title="Nothing to draw here"
              action={
                <Button component={RouterLink} to="/practise" variant="contained" color="success">
                  Practise
                </Button>
              }>
              What you play on a rung is drawn here from the first run on. With other filters there may be more.
            </EmptyState>
          ) : (
            <Stack spacing={2.5}>
              {page.sides.map((side) => (
                <SidePanel key={side.about.side} page={page} side={side} />
              ))}
              {page.about?.ladder != null && (
                <Panel title="Changed something?">
                  <MarkChange ladder={page.about.ladder} strips={page.strips} />
                </Panel>
              )}
            </Stack>
          )
        }
      </Loaded>
    </LookBackFrame>
  );
}
