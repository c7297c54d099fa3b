/** The card of a rung's feeds: how to set a machine for each, and where it lands, drawn to scale; made to be printed. */
import { Box, Button, Stack, Table, TableBody, TableCell, TableHead, TableRow, Typography } from "@mui/material";
import { useQuery } from "@tanstack/react-query";
import { useNavigate, useParams } from "react-router";

import { api, unwrap } from "../../api/client";
import { useChange } from "../../api/queries";
import { layoutQuery, libraryQuery } from "../../api/setup";
import { ErrorNotice, Loaded } from "../../shared/ui/Loaded";
import { Page, Panel, WhyPoint } from "../../shared/ui/Page";
import { capital } from "../../shared/lib/format";
import { useRung } from "../../shared/lib/useRung";
import { Flights, isFlown, metres, OnPlace, type Card } from "./FeederDrawings";

function Settings({ card }: { card: Card }) {
  return (
    <Box tabIndex={0} role="region" aria-label="Feeds" sx={{ overflowX: "auto" }}>
      <Table size="small" aria-label="How the machine is set" sx={{ minWidth: 480 }}>
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

/** The rung's own layout, with where each feed lands on it; nothing where the rung has none. */
function Place({ card }: { card: Card }) {
  const layout = useQuery({ ...layoutQuery(card.layout?.id ?? 0), enabled: card.layout !== null });
  const library = useQuery(libraryQuery);
  const place = library.data?.find(({ id }) => id === layout.data?.place);
  const surface = place?.surfaces.find((each) => each.id === card.surface);
  if (!layout.data || !surface || !card.machine) return null;
  return (
    <Panel title="On your layout">
      <OnPlace card={card} layout={layout.data} surface={surface} />
    </Panel>
  );
}

/** One rung more, harder in a single way. */
function OneRungMore({ card, rungId, ladderId }: { card: Card; rungId: number; ladderId: number }) {
  const navigate = useNavigate();
  const put = useChange(
    (lever: string) =>
      unwrap(
        api.POST("/api/rungs/{rung_id}/feeder/harder/", { params: { path: { rung_id: rungId } }, body: { lever } }),
      ),
    ["ladders"],
    ["today"],
    ["blocks"],
  );
  return (
    <Panel title="One rung more, harder in one way">
      <Stack component="ul" spacing={1.5} sx={{ listStyle: "none", m: 0, p: 0 }}>
        {card.harder.map(({ lever, words }) => (
          <Stack
            component="li"
            key={lever}
            direction={{ xs: "column", sm: "row" }}
            spacing={1.5}
            sx={{ alignItems: { sm: "center" } }}>
            <Button
              variant="outlined"
              disabled={put.isPending}
              sx={{ flex: "none", minWidth: 150 }}
              onClick={() => put.mutate(lever, { onSuccess: () => void navigate(`/climb/${ladderId}`) })}>
              {capital(lever)}
            </Button>
            <Typography>{words}</Typography>
          </Stack>
        ))}
        {put.error && <ErrorNotice error={put.error} />}
      </Stack>
    </Panel>
  );
}

export default function FeederPage() {
  const id = Number(useParams()["rungId"]);
  const ladderId = useRung(id).ladder.data?.standing.ladder.id;
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
        {(data) => (
          <Stack spacing={3}>
            <Panel title="Feed by feed">
              <Settings card={data} />
            </Panel>
            <Place card={data} />
            {data.lines.some(isFlown) ? (
              <Panel title="How each flies">
                <Stack spacing={2}>
                  {!data.machine && <Flights lines={data.lines} isAbove />}
                  <Flights lines={data.lines} isAbove={false} />
                </Stack>
              </Panel>
            ) : (
              <Typography>Set a speed for a feed, and it is drawn where it lands.</Typography>
            )}
            {ladderId !== undefined && data.harder.length > 0 && (
              <Box className="no-print">
                <OneRungMore card={data} rungId={id} ladderId={ladderId} />
              </Box>
            )}
          </Stack>
        )}
      </Loaded>
    </Page>
  );
}
