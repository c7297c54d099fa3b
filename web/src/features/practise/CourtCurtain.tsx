/** What lies over the court while nothing is counted: before the first press, after being away, the count-in, the end. */
import { Box, Button, Typography } from "@mui/material";
import { useNavigate } from "react-router";

import { api, unwrap } from "../../api/client";
import { useChange, type Run } from "../../api/queries";
import { showClock } from "../../shared/lib/format";
import { EarChoice } from "../ear/EarChoice";
import type { LiveEarState } from "../ear/useLiveEar";
import { CardLines } from "../../shared/ui/CardLines";
import { HEADINGS, court } from "../../shared/ui/tape";
import type { useAloud } from "./aloud";
import { bigButton, Curtain } from "./Curtain";
import { GoesOn, useRunsStart } from "./GoesOn";
import type { Standing } from "./courtRun";
import { signOf } from "./signs";
import type { CourtSound } from "./useSound";
import { VoiceChoice } from "./VoiceChoice";
import { VolumeSlider } from "./VolumeSlider";

/** What stands on the screen for so long is read; then the run starts, or the block goes on, where that was asked for. */
const READY_S = 5;
const SEEN_S = 10;

/** Before the first press it says what to do; after being away, that nothing is lost. */
export function ReadyCurtain({
  run,
  standing,
  atMs,
  voice,
  sound,
  ear,
  onStart,
}: {
  run: Run;
  standing: Standing;
  atMs: number;
  voice: ReturnType<typeof useAloud>;
  sound: CourtSound;
  ear: LiveEarState;
  onStart: () => void;
}) {
  const isNew = atMs === 0;
  const [startsRuns] = useRunsStart();
  return (
    <Curtain>
      {isNew ? (
        <>
          <Typography
            sx={{
              fontSize: "clamp(1.6rem, 5vmin, 2.8rem)",
              fontFamily: HEADINGS,
              fontWeight: 700,
              color: court.mustard,
            }}>
            {run.rung.goal_words}
          </Typography>
          <Typography sx={{ fontSize: "clamp(1.05rem, 2.6vmin, 1.4rem)" }}>{run.rung.set_up}</Typography>
          {run.rung.cues.length > 0 && (
            <Typography sx={{ fontSize: "clamp(1.05rem, 2.6vmin, 1.4rem)", color: court.dim }}>
              {run.rung.cues.join(" · ")}
            </Typography>
          )}
        </>
      ) : (
        <>
          <Typography variant="h1" component="h2">
            Your count is kept
          </Typography>
          <Typography sx={{ fontSize: "1.3rem" }}>
            {standing.tally.number} {standing.tally.number_label} at {showClock(atMs)}. The clock has stood still while
            you were away.
          </Typography>
        </>
      )}
      <Button variant="contained" color="success" onClick={onStart} sx={bigButton}>
        {isNew ? "Start: 3, 2, 1" : "Carry on: 3, 2, 1"}
      </Button>
      <Typography sx={{ color: court.dim }}>or press Space</Typography>
      {isNew && startsRuns && run.block !== null && <GoesOn words="It starts" seconds={READY_S} go={onStart} />}
      <EarChoice ear={ear} />
      <VoiceChoice {...voice} />
      <Box sx={{ display: "flex", alignItems: "center", gap: 2, justifyContent: "center" }}>
        <Typography aria-hidden sx={{ color: court.dim }}>
          Volume, against your music
        </Typography>
        <VolumeSlider sound={sound} />
      </Box>
      {isNew && (
        <Box sx={{ color: court.dim, textAlign: "left" }}>
          <CardLines lines={run.rung.card_lines} />
        </Box>
      )}
    </Curtain>
  );
}

export function CountIn({ count }: { count: number }) {
  return (
    <Curtain isClear>
      <Box
        aria-live="assertive"
        sx={{
          fontFamily: HEADINGS,
          fontWeight: 800,
          fontSize: "min(60dvh, 80vw)",
          lineHeight: 1,
          color: court.mustard,
        }}>
        {count}
      </Box>
    </Curtain>
  );
}

/** A run that was left within its first seconds was begun by mistake, as a rule: it is asked, never assumed. */
function LeaveOut({ run }: { run: Run }) {
  const navigate = useNavigate();
  const setAside = useChange(
    () =>
      unwrap(
        api.PUT("/api/runs/{run_id}/set-aside/", {
          params: { path: { run_id: run.id } },
          body: { reason: "Stopped within its first seconds" },
        }),
      ),
    ["runs"],
    ["ladders"],
    ["today"],
    ["blocks"],
  );
  return (
    <Button
      color="inherit"
      variant="outlined"
      loading={setAside.isPending}
      onClick={() =>
        setAside.mutate(undefined, {
          onSuccess: () =>
            void navigate(run.block === null ? "/practise" : `/practise/blocks/${run.block}`, { replace: true }),
        })
      }>
      It was only seconds: leave it out of the record
    </Button>
  );
}

const ENDINGS = {
  goal: "Goal reached",
  missed: "A miss ends it",
  attempts: "All attempts played",
  time: "Time",
  stopped: "Stopped",
  paper: "From a sheet",
  won: "You won",
  lost: "The drill won",
  given_up: "Given up for today",
};

/** ``isReady``: the end has stood for a moment, so that no press too many leaves it. */
export function EndCurtain({
  run,
  standing,
  isReady,
  onSee,
  onUndo,
}: {
  run: Run;
  standing: Standing;
  isReady: boolean;
  onSee: () => void;
  onUndo: () => void;
}) {
  const { tally, result } = standing;
  const closing = signOf(tally, "closing");
  const navigate = useNavigate();
  const [startsRuns] = useRunsStart();
  // A false start is asked about, and not passed by.
  const goesOn = startsRuns && isReady && run.block !== null && !result.is_false_start;
  return (
    <Curtain>
      <Typography variant="h1" component="h2" sx={{ color: court.mustard }}>
        {tally.ending ? ENDINGS[tally.ending] : "Done"}
      </Typography>
      <Box
        data-testid="end-number"
        sx={{
          fontFamily: HEADINGS,
          fontWeight: 800,
          fontSize: result.number.length > 4 ? "min(24dvh, 20vw)" : "min(34dvh, 40vw)",
          lineHeight: 1,
        }}>
        {result.number || "–"}
      </Box>
      <Typography sx={{ fontSize: "1.4rem" }}>
        {result.label}
        {result.beside && `, ${result.beside}`}; asked for: {run.rung.goal_words}
      </Typography>
      {closing && (
        <Typography sx={{ fontSize: "clamp(1.1rem, 3vmin, 1.6rem)", color: court.mustard }}>{closing.words}</Typography>
      )}
      <Button
        variant="contained"
        color="success"
        onClick={onSee}
        disabled={!isReady}
        sx={{ ...bigButton, "&.Mui-disabled": { color: court.dim, bgcolor: court.line } }}>
        See what it means
      </Button>
      {goesOn && (
        <GoesOn
          words="On with the block"
          seconds={SEEN_S}
          go={() => void navigate(`/practise/blocks/${run.block}`, { replace: true })}
        />
      )}
      {result.is_false_start && <LeaveOut run={run} />}
      <Button color="inherit" onClick={onUndo}>
        {tally.ending === "stopped" ? "Undo the stop" : "Undo the last press"}
      </Button>
    </Curtain>
  );
}
