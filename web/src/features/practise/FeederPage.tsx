/** The card of a rung's feeds: how to set a machine for each, and where it lands, drawn to scale; made to be printed. */
import { Box, Button, Stack, Table, TableBody, TableCell, TableHead, TableRow, Typography } from "@mui/material";
import { useQuery } from "@tanstack/react-query";
import { useParams } from "react-router";

import { api, unwrap, type Schemas } from "../../api/client";
import { Loaded } from "../../shared/ui/Loaded";
import { Page, Panel, WhyPoint } from "../../shared/ui/Page";
import { tape } from "../../shared/ui/tape";

type Card = Schemas["Feeder"];
type Line = Card["lines"][number];

const COLOURS = [tape.plum, tape.teal, tape.coral, tape.timberDark];
const WIDTH = 640;
const EDGE = 28;

const isFlown = (line: Line): line is Line & { flight: NonNullable<Line["flight"]> } => line.flight !== null;
const metres = (value: number) => `${value.toFixed(1)} m`;

interface Scale {
  /** Metres shown away from the machine, and to either side. */
  far: number;
  wide: number;
  high: number;
}

function scaleOf(lines: Line[]): Scale {
  const flights = lines.filter(isFlown).map(({ flight }) => flight);
  return {
    far: Math.ceil(Math.max(4, ...flights.map((each) => each.away_m)) + 1),
    wide: Math.ceil(Math.max(1, ...flights.map((each) => Math.abs(each.right_m))) + 1),
    high: Math.ceil(Math.max(1, ...flights.map((each) => each.top_m)) + 0.5),
  };
}

/** From above or from the side: the machine at the left, a line each metre. */
function View({ lines, scale, isAbove }: { lines: Line[]; scale: Scale; isAbove: boolean }) {
  const perMetre = (WIDTH - 2 * EDGE) / scale.far;
  const height = (isAbove ? 2 * scale.wide : scale.high) * perMetre + 2 * EDGE;
  const x = (awayM: number) => EDGE + awayM * perMetre;
  const y = (acrossM: number) => (isAbove ? height / 2 + acrossM * perMetre : height - EDGE - acrossM * perMetre);
  const across = (point: { right_m: number; height_m: number }) => (isAbove ? point.right_m : point.height_m);
  const words = lines
    .filter(isFlown)
    .map(({ feed, flight }) =>
      isAbove
        ? `${feed} lands ${metres(flight.away_m)} away, ${metres(Math.abs(flight.right_m))} to the ${flight.right_m < 0 ? "left" : "right"}`
        : `${feed} rises to ${metres(flight.top_m)}`,
    );
  return (
    <Box
      component="svg"
      viewBox={`0 0 ${WIDTH} ${height}`}
      role="img"
      aria-label={`${isAbove ? "From above" : "From the side"}: ${words.join("; ")}`}
      sx={{ width: "100%", maxWidth: 900, bgcolor: tape.chalk }}>
      {Array.from({ length: scale.far + 1 }, (_, metre) => (
        <g key={metre}>
          <line x1={x(metre)} x2={x(metre)} y1={EDGE} y2={height - EDGE} stroke={tape.timber} strokeOpacity={0.3} />
          {metre % 2 === 0 && (
            <text x={x(metre)} y={height - 8} fontSize="12" textAnchor="middle" fill={tape.ink}>
              {metre} m
            </text>
          )}
        </g>
      ))}
      {!isAbove && <line x1={x(0)} x2={x(scale.far)} y1={y(0)} y2={y(0)} stroke={tape.ink} strokeWidth={2} />}
      <rect x={x(0) - 9} y={y(isAbove ? 0 : 0.5) - 9} width={18} height={18} fill={tape.ink} />
      {lines.map(
        (line, place) =>
          isFlown(line) && (
            <g key={line.feed} stroke={COLOURS[place % COLOURS.length]} fill="none" strokeWidth={2.5}>
              <polyline points={line.flight.path.map((point) => `${x(point.away_m)},${y(across(point))}`).join(" ")} />
              <circle
                cx={x(line.flight.away_m)}
                cy={y(isAbove ? line.flight.right_m : 0)}
                r={6}
                fill={COLOURS[place % COLOURS.length]}
              />
              <text
                x={x(line.flight.away_m)}
                y={y(isAbove ? line.flight.right_m : 0) - 12}
                fontSize="14"
                fontWeight={700}
                textAnchor="middle"
                stroke="none"
                fill={COLOURS[place % COLOURS.length]}>
                {line.feed}
              </text>
            </g>
          ),
      )}
    </Box>
  );
}

function Settings({ card }: { card: Card }) {
  return (
    <Box sx={{ overflowX: "auto" }}>
      <Table size="small" aria-label="How the machine is set">
        <TableHead>
          <TableRow>
            {["feed", "how the machine is set", "how often", "lands"].map((head) => (
              <TableCell key={head} sx={{ fontWeight: 700 }}>
                {head}
              </TableCell>
            ))}
          </TableRow>
        </TableHead>
        <TableBody>
          {card.lines.map((line) => (
            <TableRow key={line.feed}>
              <TableCell component="th" scope="row">
                {line.feed}
              </TableCell>
              <TableCell>{line.words || "as you like"}</TableCell>
              <TableCell>{line.often}</TableCell>
              <TableCell>
                {isFlown(line)
                  ? `${metres(line.flight.away_m)} away, at ${line.flight.speed_kmh} km/h`
                  : "not worked out"}
              </TableCell>
            </TableRow>
          ))}
        </TableBody>
      </Table>
    </Box>
  );
}

export default function FeederPage() {
  const id = Number(useParams()["rungId"]);
  const query = useQuery({
    queryKey: ["ladders", "feeder", id],
    queryFn: () => unwrap(api.GET("/api/rungs/{rung_id}/feeder/", { params: { path: { rung_id: id } } })),
    retry: false,
  });
  const card = query.data;
  const why = card && (
    <>
      <WhyPoint title="Where it lands">
        A {card.ball} in still air, by its weight, its drag and its spin. Machines and balls differ: try each feed
        before you stand in front of it, and move the marks to where it lands.
      </WhyPoint>
      <WhyPoint title="Take care">
        Nobody stands before a machine that is on; balls on the floor are fetched in the walk back, not under a foot.
      </WhyPoint>
    </>
  );
  return (
    <Page
      title="Feeder"
      heading="How to set the feeder"
      lead={card && card.words.join(" ")}
      why={why}
      actions={
        <Button className="no-print" variant="outlined" onClick={() => window.print()}>
          Print this card
        </Button>
      }>
      <Loaded query={query}>
        {(data) => {
          const scale = scaleOf(data.lines);
          return (
            <Stack spacing={3}>
              <Panel title="Feed by feed">
                <Settings card={data} />
              </Panel>
              {data.lines.some(isFlown) ? (
                <Panel title="Where each lands">
                  <Stack spacing={2}>
                    <View lines={data.lines} scale={scale} isAbove />
                    <View lines={data.lines} scale={scale} isAbove={false} />
                  </Stack>
                </Panel>
              ) : (
                <Typography>Set a speed for a feed, and it is drawn where it lands.</Typography>
              )}
            </Stack>
          );
        }}
      </Loaded>
    </Page>
  );
}
