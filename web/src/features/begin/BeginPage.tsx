/** The first minutes: what somebody says of themselves, a few ladders that fit, and a first block. */
import { Box, Button, Checkbox, FormControlLabel, Stack, Typography } from "@mui/material";
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Link as RouterLink, useNavigate } from "react-router";

import { api, unwrap, type Schemas } from "../../api/client";
import { athleteQuery, useChange } from "../../api/queries";
import { shelfChoicesQuery } from "../../api/shelf";
import { showMinutes } from "../../shared/lib/format";
import { ErrorNotice, Loaded } from "../../shared/ui/Loaded";
import { Page, Panel, WhyPoint } from "../../shared/ui/Page";
import { ShelfPicture } from "../../shared/ui/ShelfPicture";
import { Chips } from "./Chips";
import { toggled, useBeginning } from "./useBeginning";

type Hand = NonNullable<Schemas["FirstBlockRequest"]["handedness"]>;
type Region = NonNullable<Schemas["FirstBlockRequest"]["spared"]>[number];
const MINUTES = ["15", "30", "45", "60"];

function Offered({ ladder, onReplace }: { ladder: Schemas["ShelfLadder"]; onReplace: (() => void) | null }) {
  return (
    <Panel title={ladder.title}>
      <Box sx={{ display: "flex", gap: 2, flexWrap: "wrap" }}>
        {ladder.picture && <ShelfPicture picture={ladder.picture} width={110} height={120} />}
        <Stack spacing={0.75} sx={{ flex: "1 1 240px", minWidth: 0 }}>
          <Typography>{ladder.summary}</Typography>
          <Typography color="text.secondary">
            It begins with: {ladder.rungs[0]}. A run takes about {showMinutes(ladder.run_s)}.
          </Typography>
          {[...ladder.cautions, ...ladder.risks].map((caution) => (
            <Typography key={caution} variant="body2">
              <b>Take care:</b> {caution}
            </Typography>
          ))}
          <Box sx={{ display: "flex", gap: 1.5, flexWrap: "wrap", alignItems: "center" }}>
            {onReplace && (
              <Button onClick={onReplace} aria-label={`Another one instead of ${ladder.title}`}>
                Another one instead
              </Button>
            )}
            <RouterLink to={`/climb/shelf/${ladder.key}`}>Read all of it</RouterLink>
          </Box>
        </Stack>
      </Box>
    </Panel>
  );
}

export default function BeginPage() {
  const navigate = useNavigate();
  const athlete = useQuery(athleteQuery);
  const choices = useQuery(shelfChoicesQuery);
  const beginning = useBeginning();
  const { said, say, shown } = beginning;
  const [hand, setHand] = useState<Hand | null>(null);
  const [hasRead, setHasRead] = useState(false);
  const handedness: Hand = hand ?? athlete.data?.handedness ?? "right";
  const plan = useChange(
    () =>
      unwrap(
        api.POST("/api/first-block/", {
          body: {
            ladders: shown.map((ladder) => ladder.key),
            minutes: said.minutes,
            handedness,
            spared: said.spared,
            has_read: hasRead,
          },
        }),
      ),
    ["athlete"],
    ["ladders"],
    ["shelf"],
    ["today"],
    ["blocks"],
    ["limits"],
  );
  const begin = (where: string) =>
    plan.mutate(undefined, { onSuccess: (block) => void navigate(`/${where}/blocks/${block.id}`) });
  const isRisky = shown.some((ladder) => ladder.risks.length > 0);
  const why = (
    <>
      <WhyPoint title="A guess, and yours to change">
        Marks and minutes are somebody&rsquo;s guess until you have played; after that they are reckoned from your own
        runs.
      </WhyPoint>
      <WhyPoint title="What you do not have">
        Press a word to take its tick away: what needs it is not offered. What is to be spared stays out of your plans
        until you lift it.
      </WhyPoint>
      <WhyPoint title="Nothing that fits?">
        <RouterLink to="/climb/shelf">The whole shelf</RouterLink>, or{" "}
        <RouterLink to="/climb/new">a ladder of your own</RouterLink>.
      </WhyPoint>
    </>
  );
  return (
    <Page title="Begin" heading="What do you practise?" why={why}>
      <Loaded query={choices}>
        {({ disciplines, regions }) => (
          <Stack spacing={2.5}>
            <Chips
              question="Discipline"
              words={disciplines}
              chosen={[said.discipline]}
              onPress={(word) => beginning.begin(word)}
            />
            {said.discipline !== "" && (
              <>
                <Chips
                  question="Which hand?"
                  words={["left", "right"]}
                  chosen={[handedness]}
                  onPress={(word) => setHand(word as Hand)}
                />
                <Chips
                  question="How many minutes do you have?"
                  words={MINUTES}
                  chosen={[String(said.minutes)]}
                  onPress={(word) => say({ minutes: Number(word) })}
                />
                <Chips
                  question="Where can you practise?"
                  words={beginning.places}
                  chosen={beginning.places.filter((place) => !said.elsewhere.includes(place))}
                  onPress={(word) => say({ elsewhere: toggled(said.elsewhere, word) })}
                />
                <Chips
                  question="What do you have?"
                  words={beginning.kit}
                  chosen={beginning.kit.filter((thing) => !said.absent.includes(thing))}
                  onPress={(word) => say({ absent: toggled(said.absent, word) })}
                />
                <Chips
                  question="Is anything to be spared?"
                  words={regions}
                  chosen={said.spared}
                  onPress={(word) => say({ spared: toggled(said.spared, word) as Region[] })}
                />
                <Typography variant="h2">Your first ladders</Typography>
                <Loaded query={beginning.query}>
                  {() =>
                    shown.length === 0 ? (
                      <Typography>
                        No ladder fits all of this: take something back, or look through the shelf.
                      </Typography>
                    ) : (
                      <>
                        <Box
                          sx={{
                            display: "grid",
                            gap: 2,
                            gridTemplateColumns: "repeat(auto-fill, minmax(min(270px, 100%), 1fr))",
                          }}>
                          {shown.map((ladder) => (
                            <Offered
                              key={ladder.key}
                              ladder={ladder}
                              onReplace={beginning.hasMore ? () => beginning.replace(ladder) : null}
                            />
                          ))}
                        </Box>
                        {isRisky && (
                          <FormControlLabel
                            control={<Checkbox checked={hasRead} onChange={(_, isOn) => setHasRead(isOn)} />}
                            label="I have read what to take care of, and keep to it"
                          />
                        )}
                        {plan.error && <ErrorNotice error={plan.error} />}
                        <Box sx={{ display: "flex", gap: 1.5, flexWrap: "wrap" }}>
                          <Button
                            variant="contained"
                            color="success"
                            size="large"
                            loading={plan.isPending}
                            disabled={isRisky && !hasRead}
                            onClick={() => begin("practise")}>
                            Start my first {said.minutes} minutes
                          </Button>
                          <Button disabled={plan.isPending || (isRisky && !hasRead)} onClick={() => begin("plan")}>
                            Look at the plan first
                          </Button>
                        </Box>
                      </>
                    )
                  }
                </Loaded>
              </>
            )}
          </Stack>
        )}
      </Loaded>
    </Page>
  );
}
