/** One run on one rung, outside of any block. */
import { Alert, Stack } from "@mui/material";
import { Link as RouterLink, useParams } from "react-router";

import type { Rung, Standing } from "../../api/queries";
import { useRung } from "../../shared/lib/useRung";
import { EmptyState } from "../../shared/ui/EmptyState";
import { Loaded } from "../../shared/ui/Loaded";
import { Page, Panel, WhyPoint } from "../../shared/ui/Page";
import { Risks } from "../../shared/ui/Risks";
import { Reasons } from "../../shared/ui/VerdictSign";
import { Briefing, StartButton } from "./Briefing";

/** One start for each side, the one to begin with first and loudest. */
function Starts({ rung, standing }: { rung: Rung; standing: Standing }) {
  return (
    <Stack direction="row" sx={{ gap: 1.5, flexWrap: "wrap" }}>
      {standing.ladder.sides.map(({ side, words }, index) => (
        <StartButton
          key={side}
          rung={rung.id}
          side={side}
          word={words ? `Start, ${words}` : "Start"}
          isQuiet={index > 0}
        />
      ))}
    </Stack>
  );
}

export default function PlayRungPage() {
  const id = Number(useParams()["rungId"]);
  const { ladders, ladder, here, heardAs, isKnown } = useRung(id);
  const found = ladder.data && here && { standing: ladder.data.standing, rung: here.rung, unmet: here.unmet };
  const why = found && (
    <>
      {found.standing.working.id === id && (
        <WhyPoint title="Where you stand">
          <Reasons verdict={found.standing.verdict} />
        </WhyPoint>
      )}
      {found.standing.ladder.cautions.map((caution) => (
        <WhyPoint key={caution} title="Take care">
          {caution}
        </WhyPoint>
      ))}
    </>
  );
  return (
    <Page title="One run" heading={found ? `${found.standing.ladder.title}: ${found.rung.title}` : "One run"} why={why}>
      <Loaded query={ladders}>
        {() =>
          !isKnown ? (
            <EmptyState title="There is no such rung" action={<RouterLink to="/climb">See your ladders</RouterLink>}>
              It may belong to a ladder that you have not taken.
            </EmptyState>
          ) : (
            <Loaded query={ladder}>
              {() =>
                found && (
                  <Panel>
                    <Stack spacing={2.5}>
                      <Briefing rung={found.rung} />
                      {found.unmet && (
                        <Alert severity="info" variant="outlined" sx={{ color: "text.primary" }}>
                          {found.unmet}
                        </Alert>
                      )}
                      <Risks ladder={found.standing.ladder} />
                      <Starts rung={found.rung} standing={found.standing} />
                      <RouterLink to="/practise/mirror">See yourself a few seconds later</RouterLink>
                      {found.rung.format === "feeds" && (
                        <RouterLink to={`/practise/rungs/${id}/feeder`}>How to set the feeder</RouterLink>
                      )}
                      {heardAs !== "" && (
                        <RouterLink to={`/practise/rungs/${id}/recording`}>
                          Count it from a recording instead
                        </RouterLink>
                      )}
                    </Stack>
                  </Panel>
                )
              }
            </Loaded>
          )
        }
      </Loaded>
    </Page>
  );
}
