/** Finding a side: which way one turns, which foot leads, which side one breathes to; a few tries, and how sure. */
import { Box, Button, MenuItem, Stack, TextField, Typography } from "@mui/material";
import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { useSearchParams } from "react-router";

import { api, unwrap, type Schemas } from "../../api/client";
import { bodySidesQuery, laddersQuery, useChange } from "../../api/queries";
import { capital } from "../../shared/lib/format";
import { ErrorNotice, Loaded } from "../../shared/ui/Loaded";
import { Page, Panel, WhyPoint } from "../../shared/ui/Page";

type Way = "left" | "right";
type Question = Schemas["SideQuestion"];
type Known = Schemas["BodySide"];

const EVERYWHERE = "";
const WAYS: Way[] = ["left", "right"];
const MOST_TRIES = 15;

function useFinding(trait: string, tries: Way[]) {
  return useQuery({
    queryKey: ["side-finder", trait, tries],
    queryFn: () => unwrap(api.POST("/api/side-finder/", { body: { trait, tries } })),
    placeholderData: keepPreviousData,
    staleTime: Infinity,
  });
}

function useKeep() {
  return useChange(
    (body: Schemas["SideToKeepRequest"]) => unwrap(api.PUT("/api/body-sides/", { body })),
    ["body-sides"],
    ["ladders"],
    ["blocks"],
    ["today"],
  );
}

function Tries({ tries, onTry, onBack }: { tries: Way[]; onTry: (way: Way) => void; onBack: () => void }) {
  return (
    <>
      <Stack direction="row" sx={{ gap: 2 }}>
        {WAYS.map((way) => (
          <Button
            key={way}
            variant="contained"
            size="large"
            disabled={tries.length >= MOST_TRIES}
            onClick={() => onTry(way)}
            sx={{ flex: 1, minHeight: { xs: 110, md: 90 }, fontSize: "1.5rem" }}>
            {capital(way)}
          </Button>
        ))}
      </Stack>
      <Stack direction="row" sx={{ gap: 1, alignItems: "center", minHeight: 40, flexWrap: "wrap" }}>
        {tries.map((way, place) => (
          <Box
            component="span"
            key={place}
            sx={{ px: 1, borderBottom: "4px solid", borderColor: way === "left" ? "secondary.main" : "warning.main" }}>
            {way}
          </Box>
        ))}
        {tries.length > 0 && (
          <Button size="small" onClick={onBack}>
            Take the last one back
          </Button>
        )}
      </Stack>
    </>
  );
}

interface FinderProps {
  question: Question;
  known: Known[];
  disciplines: string[];
  first: string;
}

function Finder({ question, known, disciplines, first }: FinderProps) {
  const { trait } = question;
  const [tries, setTries] = useState<Way[]>([]);
  const [discipline, setDiscipline] = useState(first);
  const finding = useFinding(trait, tries);
  const keep = useKeep();
  const found = finding.data;
  const here = discipline.trim().toLowerCase();
  const kept = known.find((each) => each.trait === trait && each.discipline === here);
  return (
    <Panel title={question.title}>
      <Stack spacing={2} sx={{ maxWidth: 620 }}>
        <Typography sx={{ fontSize: "1.1rem" }}>{question.do}</Typography>
        <Tries tries={tries} onTry={(way) => setTries([...tries, way])} onBack={() => setTries(tries.slice(0, -1))} />
        <Typography role="status" sx={{ fontWeight: found?.way ? 700 : 400 }}>
          {found?.words}
        </Typography>
        <TextField
          select
          label="Keep it for"
          value={discipline}
          onChange={(event) => setDiscipline(event.target.value)}
          slotProps={{ select: { displayEmpty: true }, inputLabel: { shrink: true } }}
          helperText={kept ? `Kept for this: ${kept.way}.` : "Nothing is kept for this yet."}>
          <MenuItem value={EVERYWHERE}>every discipline</MenuItem>
          {disciplines.map((each) => (
            <MenuItem key={each} value={each}>
              {each}
            </MenuItem>
          ))}
        </TextField>
        <Stack direction="row" sx={{ gap: 1, flexWrap: "wrap" }}>
          {WAYS.map((way) => (
            <Button
              key={way}
              variant={found?.way === way ? "contained" : "outlined"}
              color={found?.way === way ? "success" : "primary"}
              onClick={() => keep.mutate({ trait, tries, discipline, way })}>
              {`Keep ${way}`}
            </Button>
          ))}
          {kept && <Button onClick={() => keep.mutate({ trait, tries: [], discipline, way: "" })}>Forget it</Button>}
        </Stack>
        {keep.error && <ErrorNotice error={keep.error} />}
      </Stack>
    </Panel>
  );
}

export default function SideFinderPage() {
  const sides = useQuery(bodySidesQuery);
  const ladders = useQuery(laddersQuery);
  const [address, setAddress] = useSearchParams();
  const wanted = address.get("find") ?? "turn";
  const first = address.get("for") ?? EVERYWHERE;
  const disciplines = [...new Set([...(ladders.data ?? []).map(({ ladder }) => ladder.discipline), first])].filter(
    (each) => each !== EVERYWHERE,
  );
  const why = (
    <>
      <WhyPoint title="Without thinking">
        The body has a side before the head has chosen one. Try it a few times and say what it did.
      </WhyPoint>
      <WhyPoint title="What it changes">
        Set-ups, cues and faults are written once, and said for your hand, foot, turn and breath.
      </WhyPoint>
      <WhyPoint title="How sure">
        The chance that the side would be taken more often than the other if you went on trying.
      </WhyPoint>
    </>
  );
  return (
    <Page title="Which side is yours" lead="A few tries without thinking, and how sure they make it." why={why}>
      <Loaded query={sides}>
        {({ questions, known }) => {
          const question = questions.find((each) => each.trait === wanted) ?? questions[0];
          return (
            <>
              <TextField
                select
                label="What to find"
                value={question?.trait ?? ""}
                onChange={(event) => setAddress({ find: event.target.value, ...(first && { for: first }) })}
                sx={{ maxWidth: 360 }}>
                {questions.map((each) => (
                  <MenuItem key={each.trait} value={each.trait}>
                    {each.title}
                  </MenuItem>
                ))}
              </TextField>
              {question && (
                <Finder
                  key={question.trait}
                  question={question}
                  known={known}
                  disciplines={disciplines}
                  first={first}
                />
              )}
            </>
          );
        }}
      </Loaded>
    </Page>
  );
}
