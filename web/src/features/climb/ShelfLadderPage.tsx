/** A ladder of the shelf, read before it is taken: every rung with all that it carries. */
import { Box, Stack, Typography } from "@mui/material";
import { useQuery } from "@tanstack/react-query";
import { Link as RouterLink, useParams } from "react-router";

import type { Schemas } from "../../api/client";
import { capital, showMinutes } from "../../shared/lib/format";
import { CardLines } from "../../shared/ui/CardLines";
import { Loaded } from "../../shared/ui/Loaded";
import { Page, Panel, WhyPoint } from "../../shared/ui/Page";
import { ShelfPicture } from "../../shared/ui/ShelfPicture";
import { TakeLadder } from "./TakeLadder";
import { shelfLadderQuery } from "../../api/shelf";

function ReadRung({ rung }: { rung: Schemas["ReadRung"] }) {
  return (
    <Panel title={`${rung.number}. ${rung.title}`}>
      <Box sx={{ display: "flex", gap: 3, flexWrap: "wrap" }}>
        <Stack spacing={1} sx={{ flex: "1 1 300px", minWidth: 0 }}>
          {rung.step && <Typography color="text.secondary">From the rung below: {rung.step}.</Typography>}
          <Typography>{rung.set_up}</Typography>
          <Typography>
            <b>The game:</b> {rung.goal_words}. <b>Asked for:</b> {rung.mark_words}.
          </Typography>
          {rung.needs.length > 0 && (
            <Typography>
              <b>Comes first:</b> {rung.needs.join("; ")}.
            </Typography>
          )}
          {rung.cues.length > 0 && (
            <Typography>
              <b>Cues:</b> {rung.cues.join("; ")}.
            </Typography>
          )}
          <CardLines lines={rung.card_lines} />
        </Stack>
        {rung.layout && (
          <Box component="figure" sx={{ m: 0 }}>
            <ShelfPicture picture={rung.layout} width={200} height={220} />
            <Typography component="figcaption" variant="body2" color="text.secondary" sx={{ maxWidth: 200 }}>
              {rung.layout.title}
            </Typography>
          </Box>
        )}
      </Box>
    </Panel>
  );
}

export default function ShelfLadderPage() {
  const query = useQuery(shelfLadderQuery(useParams()["key"] ?? ""));
  const ladder = query.data?.ladder;
  const why = (
    <>
      <WhyPoint title="From the top down">
        The last rung is the hardest. You begin on the first one, and climb when its mark is met.
      </WhyPoint>
      <WhyPoint title="Said for you">
        Left and right are as your hand, foot, turn and breath have them; change them in{" "}
        <RouterLink to="/settings">Settings</RouterLink>.
      </WhyPoint>
    </>
  );
  return (
    <Page title={ladder?.title ?? "Shelf"} lead={ladder?.summary} why={why}>
      <Loaded query={query}>
        {({ ladder: read, rungs }) => (
          <>
            <Stack spacing={1}>
              <Typography>
                <RouterLink to={`/climb/shelf?discipline=${encodeURIComponent(read.discipline)}`}>
                  {capital(read.discipline)}
                </RouterLink>
                ; a run takes about {showMinutes(read.run_s)}
                {read.has_sides && `; ${read.pair.title}, each on its own`}
                {read.levels.length > 0 && `; for ${read.levels.join(", ")}`}.
              </Typography>
              {read.kit.length > 0 && <Typography>You need {read.kit.join(", ")}.</Typography>}
              {[...read.cautions, ...read.risks].map((caution) => (
                <Typography key={caution}>
                  <b>Take care:</b> {caution}
                </Typography>
              ))}
              <TakeLadder ladder={read} />
            </Stack>
            {rungs.toReversed().map((rung) => (
              <ReadRung key={rung.number} rung={rung} />
            ))}
          </>
        )}
      </Loaded>
    </Page>
  );
}
