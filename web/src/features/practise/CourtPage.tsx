/** The court screen: one run in play, on the whole screen. */
import { Alert, Box, Button, CssBaseline, ThemeProvider } from "@mui/material";
import { useQuery } from "@tanstack/react-query";
import { memo, useEffect, useState } from "react";
import { Link as RouterLink, useParams } from "react-router";

import { athleteQuery, runQuery, type Athlete, type Run } from "../../api/queries";
import { rules } from "../../shared/device/rules";
import { quantity } from "../../shared/lib/format";
import { listPresses, type KeptRun } from "../../shared/lib/presses";
import { Loaded } from "../../shared/ui/Loaded";
import { useTitle } from "../../shared/ui/Page";
import { HEADINGS, court } from "../../shared/ui/tape";
import { courtTheme } from "../../shared/ui/courtTheme";
import { BlockClock } from "./BlockClock";
import { CourtBar } from "./CourtBar";
import { CourtFace } from "./CourtFace";
import { CourtFrame } from "./CourtFrame";
import { CourtHeading } from "./CourtHeading";
import { CourtExtras, hasExtras } from "./CourtExtras";
import { CountIn, EndCurtain, ReadyCurtain } from "./CourtCurtain";
import { CourtClock, CourtNumbers } from "./CourtNumbers";
import { KeysDialog } from "./KeysDialog";
import type { Link } from "./outbox";
import { hasBoard } from "./signs";
import { PairDialog } from "./pairing/PairDialog";
import { useSecondScreen } from "./pairing/useSecondScreen";
import { useLiveEar, type LiveEarState } from "../ear/useLiveEar";
import { useDrawnZones } from "./useDrawnZones";
import { usePlay } from "./usePlay";

/** Whether a device that counts by itself only waits to send: that is said in passing, and moves nothing. */
const isCalm = ({ problem, isCutOff, isFull, isCountedHere }: Link & { isCountedHere: boolean }) =>
  isCutOff && isCountedHere && !problem && !isFull;

type LinkNoticeProps = Link & { isCountedHere: boolean; waiting: number; onRetry: () => void };

/** Says what is kept and what is happening when presses have not been answered. */
const LinkNotice = memo(function LinkNotice({ onRetry, ...link }: LinkNoticeProps) {
  const { problem, isCutOff, isFull, isCountedHere, waiting } = link;
  if ((!problem && !isCutOff && !isFull) || isCalm(link)) return null;
  const presses = quantity(waiting, "press", "presses");
  const noRoom =
    waiting > 0
      ? `This device has no room to keep ${presses}: leave this screen open until all is sent.`
      : "This device has no room to keep presses: they are safe only once they are sent.";
  const kept = isFull ? noRoom : `${presses} kept on this device`;
  const words = problem
    ? `${problem.message} ${kept}${isFull ? "" : "."}`
    : isFull
      ? kept
      : `No connection. ${kept} and ${isCountedHere ? "sent" : "counted"} as soon as it is back; play on.`;
  return (
    <Alert
      severity={problem ? "error" : "warning"}
      variant="filled"
      action={
        <Button color="inherit" onClick={onRetry}>
          Try now
        </Button>
      }
      sx={{ borderRadius: 0 }}>
      {words}
    </Alert>
  );
});

interface CallStripProps {
  words: string | null;
  /** What the ear has heard so far, where it listens. */
  heard: string | null;
  /** How many presses wait here while the court plays on by itself; 0 where none do. */
  waiting: number;
}

/** A strip of its own for what is called out: it hides nothing, and nothing moves when it comes. */
const CallStrip = memo(function CallStrip({ words, heard, waiting }: CallStripProps) {
  return (
    <Box
      role="status"
      sx={{
        height: "clamp(32px, 6dvh, 56px)",
        flex: "none",
        display: "grid",
        placeItems: "center",
        fontFamily: HEADINGS,
        fontWeight: 800,
        fontSize: "clamp(1.2rem, 4.4dvh, 2.4rem)",
        lineHeight: 1,
      }}>
      {words && <Box sx={{ bgcolor: court.mustard, color: court.ground, px: 3, py: 0.5 }}>{words}</Box>}
      {!words && heard && (
        // Read aloud it would say every hit.
        <Box
          data-testid="heard"
          aria-live="off"
          sx={{ color: court.teal, fontSize: "min(1em, 5vw)", whiteSpace: "nowrap" }}>
          {heard}
        </Box>
      )}
      {!words && !heard && waiting > 0 && (
        <Box sx={{ color: court.mustard, fontSize: "1rem", fontWeight: 500 }}>
          No network: {quantity(waiting, "press waits", "presses wait")} here
        </Box>
      )}
    </Box>
  );
});

interface CourtHeaderProps {
  run: Run;
  leftS: number | null;
  usedS: number;
  isPaused: boolean;
  wayOut: string;
}

const CourtHeader = memo(function CourtHeader({ run, wayOut, ...clock }: CourtHeaderProps) {
  return (
    <Box component="header" sx={{ display: "flex", alignItems: "center", gap: 2, px: { xs: 1.5, md: 2 }, py: 1 }}>
      <CourtHeading run={run} />
      {run.block !== null && <BlockClock blockId={run.block} />}
      <CourtClock {...clock} />
      <Button component={RouterLink} to={wayOut} color="inherit" sx={{ minWidth: 0 }}>
        Leave
      </Button>
    </Box>
  );
});

/** The ear's count beside the pressed one. */
function heardWords({ status, isCalibrating, hits, rally, hasRallies }: LiveEarState): string | null {
  if ((status !== "on" && status !== "over") || isCalibrating) return null;
  return hasRallies && rally > 0 ? `The ear: ${hits}, ${rally} in this rally` : `The ear: ${hits}`;
}

function CourtScreen({ run: opened, athlete, kept }: { run: Run; athlete: Athlete; kept: KeptRun }) {
  // As it was when it was opened: what comes of it from there on is the count's to say, whoever reads it anew.
  const [run] = useState(opened);
  const play = usePlay(run, athlete, kept);
  const { acts } = play;
  const { standing, clock } = play.court;
  const { tally } = standing;
  const isOn = play.isPlaying && !standing.isStopped;
  const isOff = !isOn || standing.isPaused || standing.isStopped || play.isResting;
  const drawn = useDrawnZones(run);
  const ear = useLiveEar(run, play.court, play.sound.speaker, acts.pressHeard);
  const second = useSecondScreen(run, play.court, play, acts.pressFromHand);
  const extras = hasExtras(tally) ? (
    <CourtExtras
      standing={standing}
      playing={{ speaker: play.sound.speaker, clock, isPlaying: play.isPlaying && !play.isResting }}
      onGoOn={acts.pause}
      onPress={acts.press}
    />
  ) : undefined;
  const numbers = (
    <CourtNumbers
      run={run}
      standing={standing}
      restS={play.restS}
      isResting={play.isResting}
      isBeside={hasBoard(tally)}
      onSkipRest={acts.skipRest}>
      {extras}
    </CourtNumbers>
  );
  return (
    <CourtFrame isPlaying={isOn} isCountedHere={standing.isCountedHere}>
      <CourtHeader run={run} leftS={play.leftS} usedS={play.usedS} isPaused={standing.isPaused} wayOut={play.wayOut} />
      <CallStrip words={play.call} heard={heardWords(ear)} waiting={isCalm(standing) ? standing.waiting : 0} />
      <LinkNotice
        problem={standing.problem}
        isCutOff={standing.isCutOff}
        isFull={standing.isFull}
        isCountedHere={standing.isCountedHere}
        waiting={standing.waiting}
        onRetry={play.court.retry}
      />
      <Box sx={{ flex: 1, position: "relative", minHeight: 0 }}>
        <CourtFace
          run={run}
          tally={tally}
          drawn={drawn}
          pointed={play.pointed}
          isMirrored={athlete.is_mirrored}
          isOff={isOff}
          typing={play.typing}
          onPress={acts.press}>
          {numbers}
        </CourtFace>
        {play.countIn !== null && <CountIn count={play.countIn} />}
        {!play.isPlaying && play.countIn === null && !tally.is_over && (
          <ReadyCurtain
            run={run}
            standing={standing}
            atMs={clock.now()}
            voice={play.voice}
            sound={play.sound}
            ear={ear}
            onStart={acts.start}
          />
        )}
        {tally.is_over && (
          <EndCurtain run={run} standing={standing} isReady={play.isEndReady} onSee={acts.seeEnd} onUndo={acts.undo} />
        )}
      </Box>
      <CourtBar
        isOn={isOn}
        isPaused={standing.isPaused}
        canUndo={play.canUndo}
        sound={play.sound}
        isPaired={second.state.pairing?.is_joined ?? false}
        onUndo={acts.undo}
        onLet={acts.letIt}
        onPause={acts.pause}
        onStop={acts.stop}
        onPair={second.show}
        onHelp={acts.showKeys}
      />
      <PairDialog second={second} />
      <KeysDialog isOpen={play.isHelpOpen} isAwake={play.isAwake} onClose={acts.hideKeys} />
    </CourtFrame>
  );
}

export default function CourtPage() {
  const id = useParams()["runId"] ?? "";
  useEffect(() => rules.start(), []);
  // What stands on this screen is newer than any answer: it goes by what is read first.
  const run = useQuery({
    ...runQuery(id),
    staleTime: 0,
    gcTime: 0,
    refetchOnMount: "always",
    refetchOnReconnect: false,
  });
  const athlete = useQuery(athleteQuery);
  // What waits on this device of it belongs to its count from the first look on.
  const kept = useQuery({
    queryKey: ["presses", id],
    queryFn: () => listPresses(id),
    staleTime: 0,
    gcTime: 0,
    networkMode: "always",
  });
  useTitle(run.data ? `${run.data.ladder.title}, ${run.data.rung.goal_words}` : "Practise");
  return (
    <ThemeProvider theme={courtTheme}>
      <CssBaseline />
      <Loaded query={run}>
        {(data) => (
          <Loaded query={athlete}>
            {(person) =>
              (!run.isFetching || run.isFetchedAfterMount) && kept.isFetchedAfterMount ? (
                <CourtScreen key={id} run={data} athlete={person} kept={kept.data ?? { sent: [], waiting: [] }} />
              ) : null
            }
          </Loaded>
        )}
      </Loaded>
    </ThemeProvider>
  );
}
