/** A run from a recording: a WAV file is read on this device, its hits are looked through, and kept as a run. */
import { Alert, Box, Button, LinearProgress, Stack, Typography } from "@mui/material";
import { useEffect, useRef, useState } from "react";
import { useNavigate, useParams } from "react-router";

import { recordEvents, type Rung, type Side } from "../../api/queries";
import { useStartRun } from "../../shared/device/steps";
import { closeEar, openEar, pressesOf, type Lessons } from "../../shared/ear/calls";
import { listenTo, type Listened } from "../../shared/ear/recording";
import { useRung } from "../../shared/lib/useRung";
import { makeUuid } from "../../shared/lib/uuid";
import { ErrorNotice, Loaded } from "../../shared/ui/Loaded";
import { PickFile } from "../../shared/ui/PickFile";
import { Page, Panel, WhyPoint } from "../../shared/ui/Page";
import { EarPlace, useEarPlace, useLesson } from "./EarPlace";
import { HearingDesk } from "./HearingDesk";
import { useHearing, type HearingState } from "./useHearing";

const MOST_A_BATCH = 500;
const USUAL_WINDOW_S = 30;

/** Listens to a file; leaving the page, or another file, ends that. */
function useRecording(lessons: Lessons | null) {
  const [state, setState] = useState<{ name: string; share: number; heard: Listened | null; error: unknown } | null>(
    null,
  );
  const leaving = useRef<AbortController | null>(null);
  useEffect(() => () => leaving.current?.abort(), []);
  // Another place is known otherwise: what was heard already is counted by that.
  const heard = state?.heard ?? null;
  const [known, setKnown] = useState({ lessons, times: 0 });
  useEffect(() => {
    if (known.lessons === lessons) return;
    const counted = heard ? openEar(heard.ear, lessons, heard.kept) : Promise.resolve(null);
    counted.then(
      () => setKnown(({ times }) => ({ lessons, times: times + 1 })),
      () => undefined,
    );
  }, [heard, known.lessons, lessons]);
  const listen = async (file: File) => {
    leaving.current?.abort();
    const mine = new AbortController();
    leaving.current = mine;
    if (state?.heard) void closeEar(state.heard.ear).catch(() => undefined);
    const tell = (change: object) =>
      mine.signal.aborted || setState({ name: file.name, share: 0, heard: null, error: null, ...change });
    tell({});
    try {
      tell({ share: 1, heard: await listenTo(file, lessons, (share) => tell({ share }), mine.signal) });
    } catch (error) {
      tell({ error });
    }
  };
  return { state, listen, times: known.times };
}

/** The presses that the hits stand for, as the events of a new run. */
function useKeep(rung: Rung, side: Side, hearing: HearingState, place: number | null) {
  const start = useStartRun();
  const lesson = useLesson();
  const navigate = useNavigate();
  const [state, setState] = useState<{ isBusy: boolean; error: Error | null }>({ isBusy: false, error: null });
  const keep = async () => {
    setState({ isBusy: true, error: null });
    try {
      const run = await start.mutateAsync({ rung: rung.id, side });
      const gapMs = hearing.gapMs ?? hearing.reading?.gap_ms ?? 0;
      const { presses } = await pressesOf(hearing.ear, hearing.work, run.rules, gapMs);
      const events = presses.map((press, place) => ({ ...press, id: makeUuid(), seq: place + 1, text: "" }));
      for (let at = 0; at < events.length; at += MOST_A_BATCH) {
        await recordEvents(run.id, events.slice(at, at + MOST_A_BATCH));
      }
      if (place !== null) await lesson.mutateAsync({ place, ear: hearing.ear, work: hearing.work });
      void navigate(`/practise/runs/${run.id}/end`);
    } catch (error) {
      setState({ isBusy: false, error: error as Error });
    }
  };
  return { ...state, keep };
}

interface HeardProps {
  heard: Listened;
  rung: Rung;
  sides: { side: Side; words: string }[];
  hasRallies: boolean;
  lastsS: number | null;
  place: number | null;
}

function KeepButton({
  hearing,
  word,
  ...what
}: Pick<HeardProps, "rung" | "place"> & { side: Side; hearing: HearingState; word: string }) {
  const { isBusy, error, keep } = useKeep(what.rung, what.side, hearing, what.place);
  return (
    <Box>
      <Button
        variant="contained"
        color="success"
        size="large"
        loading={isBusy}
        disabled={!hearing.reading?.contacts}
        onClick={() => void keep()}>
        {word}
      </Button>
      {error && <ErrorNotice error={error} />}
    </Box>
  );
}

function Heard({ heard, rung, sides, hasRallies, lastsS, place }: HeardProps) {
  const hearing = useHearing(heard.ear, 1000 * (lastsS ?? USUAL_WINDOW_S));
  return (
    <Stack spacing={3}>
      <Panel title="What it sounds like">
        <HearingDesk hearing={hearing} loudness={heard.loudness} hasRallies={hasRallies} />
      </Panel>
      <Panel title="Keep it as a run">
        <Stack spacing={2}>
          <Typography>
            {rung.goal_words}. {lastsS !== null && `Of a longer recording the best ${lastsS} s count.`}
          </Typography>
          <Stack direction="row" sx={{ gap: 1.5, flexWrap: "wrap" }}>
            {sides.map(({ side, words }) => (
              <KeepButton
                key={side}
                {...{ rung, side, hearing, place }}
                word={words ? `Keep as a run, ${words}` : "Keep as a run"}
              />
            ))}
          </Stack>
        </Stack>
      </Panel>
    </Stack>
  );
}

export default function RecordingPage() {
  const id = Number(useParams()["rungId"]);
  const { ladder, here, heardAs } = useRung(id);
  const rung = here?.rung;
  const earPlace = useEarPlace();
  const { state, listen, times } = useRecording(earPlace.lessons);
  const lastsS = rung?.lasts_ms == null ? null : rung.lasts_ms / 1000;
  const why = (
    <>
      <WhyPoint title="Nothing leaves this device">
        The file is read here and not sent anywhere. What is kept are the times of the hits.
      </WhyPoint>
      <WhyPoint title="How a hit is told">
        Something begins to sound at once in many bands, stands out, and is soon over. Every recording has a threshold
        of its own: the one at which the hits come most regularly.
      </WhyPoint>
    </>
  );
  return (
    <Page
      title="From a recording"
      heading={rung && ladder.data ? `${ladder.data.standing.ladder.title}: ${rung.title}` : "From a recording"}
      lead="Record your practice with any device, save it as WAV, and the hits are counted from it."
      why={why}>
      <Loaded query={ladder}>
        {(data) =>
          !rung || heardAs === "" ? (
            <Alert severity="info">This rung’s game is not counted by its sounds.</Alert>
          ) : (
            <>
              <Panel>
                <Stack spacing={2} sx={{ alignItems: "flex-start" }}>
                  <EarPlace {...earPlace} />
                  <PickFile
                    name="A recording as WAV"
                    accept=".wav,audio/wav,audio/x-wav"
                    variant="contained"
                    size="large"
                    onFile={(file) => void listen(file)}>
                    Choose a WAV file
                  </PickFile>
                  {state && !state.heard && !state.error && (
                    <Box sx={{ width: "100%" }}>
                      <Typography>Listening to {state.name}…</Typography>
                      <LinearProgress
                        variant="determinate"
                        value={100 * state.share}
                        aria-label="How much of the recording is heard"
                      />
                    </Box>
                  )}
                  {state?.error ? <ErrorNotice error={state.error} /> : null}
                </Stack>
              </Panel>
              {state?.heard && (
                <Heard
                  key={`${state.heard.ear} ${times}`}
                  heard={state.heard}
                  rung={rung}
                  sides={data.standing.ladder.sides}
                  hasRallies={heardAs === "rallies"}
                  lastsS={lastsS}
                  place={earPlace.place}
                />
              )}
            </>
          )
        }
      </Loaded>
    </Page>
  );
}
