/** Set up: what to bring and where things go, for the next block or, without one, for every ladder. */
import { Box, Button, Checkbox, FormControlLabel, Stack, Typography } from "@mui/material";
import { useQuery } from "@tanstack/react-query";
import { Link as RouterLink } from "react-router";

import { setUpQuery, type SetUp, type Station } from "../../api/queries";
import { capital, quantity, showDay } from "../../shared/lib/format";
import { EmptyState } from "../../shared/ui/EmptyState";
import { Loaded } from "../../shared/ui/Loaded";
import { Page, Panel, WhyPoint } from "../../shared/ui/Page";
import { LayoutsPanel } from "./LayoutsPanel";

function StationRow({ station }: { station: Station }) {
  const { ladder, rung } = station;
  return (
    <Box sx={{ borderTop: "1px solid", borderColor: "divider", py: 1.5 }}>
      <Typography variant="h3">
        <RouterLink to={`/climb/${ladder.id}`} style={{ color: "inherit" }}>
          {ladder.title}, rung {rung.number}
        </RouterLink>
      </Typography>
      <Typography>{rung.set_up}</Typography>
      {rung.layout && (
        <Typography>
          To scale: <RouterLink to={`/set-up/layouts/${rung.layout.id}`}>{rung.layout.title}</RouterLink>
        </Typography>
      )}
      <Typography color="text.secondary">
        The game: {rung.goal_words}. {rung.cues.length > 0 && `Cues: ${rung.cues.join("; ")}.`}
      </Typography>
    </Box>
  );
}

function lead({ day, kit }: SetUp) {
  return day
    ? `For the block on ${showDay(day)}: ${kit.length ? quantity(kit.length, "thing") : "nothing"} to bring.`
    : "For all your ladders; plan a block and only its kit is listed.";
}

export default function SetUpPage() {
  const query = useQuery(setUpQuery);
  const actions = (
    <Stack direction="row" sx={{ gap: 1, flexWrap: "wrap" }}>
      <Button component={RouterLink} to="/set-up/layouts/new" variant="contained" color="success">
        Lay targets
      </Button>
      <Button component={RouterLink} to="/set-up/places" variant="outlined">
        Places
      </Button>
      <Button component={RouterLink} to="/set-up/flight" variant="outlined">
        Lines of flight
      </Button>
    </Stack>
  );
  const why = (
    <WhyPoint title="Same tape, same test">
      A number means something only beside one taken from the same line. Measure once, tape it, and leave the tape.
    </WhyPoint>
  );
  return (
    <Page title="Set up" lead={query.data && lead(query.data)} why={why} actions={actions}>
      <Loaded query={query}>
        {({ day, kit, stations }) =>
          stations.length === 0 ? (
            <EmptyState title={day ? "Nothing to set up for this block" : "Nothing to set up yet"}>
              {day
                ? "Its parts are your own: what they need is yours to bring."
                : "Take a ladder from the shelf under Climb, and its kit and tape stand here."}
            </EmptyState>
          ) : (
            <>
              <Panel title="To bring">
                <Stack>
                  {kit.map((thing) => (
                    <FormControlLabel key={thing} control={<Checkbox />} label={capital(thing)} />
                  ))}
                </Stack>
              </Panel>
              <Panel title="Where things go">
                {stations.map((station) => (
                  <StationRow key={station.rung.id} station={station} />
                ))}
              </Panel>
            </>
          )
        }
      </Loaded>
      <LayoutsPanel />
    </Page>
  );
}
