/** The second screen in play: the court's own pads, or its count alone, to be read from afar. */
import { Alert, Box, Button, ToggleButton, ToggleButtonGroup, Typography } from "@mui/material";
import type { Hand } from "../../../api/pairing";
import type { Run } from "../../../api/queries";
import { quantity } from "../../../shared/lib/format";
import { useKept } from "../../../shared/lib/useKept";
import { useTitle } from "../../../shared/ui/Page";
import { HEADINGS, court } from "../../../shared/ui/tape";
import { BarStrip, CourtControls } from "../CourtBar";
import { ChoiceRow } from "../Choices";
import { CourtFace } from "../CourtFace";
import { CourtFrame } from "../CourtFrame";
import { CourtHeading } from "../CourtHeading";
import { CourtClock, CourtNumbers } from "../CourtNumbers";
import { bigButton, Curtain } from "../Curtain";
import { lightPad, type PressKind } from "../Pads";
import { hasBoard, signOf } from "../signs";
import { useKeys } from "../useKeys";
import { useTyping } from "../useTyping";
import { useWakeLock } from "../useWakeLock";
import type { HandEnd, HandState } from "./handEnd";
import { useHandRun, type HandRun } from "./useHandRun";

const VIEWS = [
  { value: "buttons", word: "Buttons" },
  { value: "board", word: "Board" },
] as const;
type View = (typeof VIEWS)[number]["value"];

const isAway = ({ isCutOff, isDirect }: HandState) => isCutOff && !isDirect;

function CutOff({ state }: { state: HandState }) {
  const { waiting } = state;
  if (!isAway(state)) return null;
  return (
    <Alert severity="warning" variant="filled" sx={{ borderRadius: 0 }}>
      No connection: this screen tries again by itself.
      {waiting > 0 && ` ${quantity(waiting, "press", "presses")} kept here, and counted as soon as it is back.`}
    </Alert>
  );
}

/** How the two talk, and what is under way. */
function LinkWords({ state }: { state: HandState }) {
  const { isDirect, waiting } = state;
  if (isAway(state)) return null;
  return (
    <Typography role="status" data-testid="link" sx={{ px: 1, color: court.dim, fontSize: "0.95rem", lineHeight: 1.2 }}>
      {isDirect ? "Straight to the court" : "By the server, within about a second"}
      {waiting > 0 && `; ${quantity(waiting, "press", "presses")} on the way`}
    </Typography>
  );
}

/** Before the court counts, and after the run. */
function Standstill({ run, shown, onStart }: { run: Run; shown: HandRun; onStart: () => void }) {
  const { tally, result } = shown.standing;
  if (tally.is_over)
    return (
      <Curtain>
        <Typography variant="h1" component="h2" sx={{ color: court.mustard }}>
          The run is over
        </Typography>
        <Box
          data-testid="hand-result"
          sx={{ fontFamily: HEADINGS, fontWeight: 800, fontSize: "min(30dvh, 40vw)", lineHeight: 1 }}>
          {result.number || "–"}
        </Box>
        <Typography sx={{ fontSize: "1.3rem" }}>{result.label}</Typography>
        {run.block !== null && <Typography>The next run of the block comes up here by itself.</Typography>}
      </Curtain>
    );
  if (shown.isPlaying) return null;
  return (
    <Curtain>
      <Typography sx={{ fontSize: "1.3rem" }}>{run.rung.goal_words}</Typography>
      <Button variant="contained" color="success" onClick={onStart} sx={bigButton}>
        {shown.standing.atMs === 0 ? "Start: 3, 2, 1" : "Carry on: 3, 2, 1"}
      </Button>
      <Typography sx={{ color: court.dim }}>The court counts in, with its tones.</Typography>
    </Curtain>
  );
}

interface HandCourtProps {
  end: HandEnd;
  hand: Hand;
  state: HandState;
}

interface PlayProps extends Omit<HandCourtProps, "state"> {
  shown: HandRun;
  view: View;
}

function Play({ end, hand, shown, view }: PlayProps) {
  const { run, is_mirrored: isMirrored } = hand;
  const { standing, isPlaying } = shown;
  const { tally } = standing;
  const isOn = isPlaying && !tally.is_over;
  const isOff = !isOn || tally.is_paused || shown.isResting;
  const press = (kind: PressKind, text = "") => {
    if (isOff) return;
    end.press(kind, text);
    lightPad(kind, text);
  };
  const typing = useTyping(tally, (number) => press("zone", number));
  const start = () => end.press("start");
  const pause = () => isOn && end.press(tally.is_paused ? "resume" : "pause");
  const undo = () => end.press("undo");
  useKeys({
    make: () => (isOn ? press("make") : !tally.is_over && start()),
    miss: () => press("miss"),
    let: () => press("let"),
    undo,
    pause,
  });
  const choices = signOf(tally, "choices");
  const isBoard = hasBoard(tally);
  const numbers = (
    <CourtNumbers
      run={run}
      standing={standing}
      restS={shown.restS}
      isResting={shown.isResting}
      isBeside={isBoard && view === "buttons"}
      onSkipRest={() => end.press("skip_rest")}>
      {choices && view === "buttons" ? <ChoiceRow sign={choices} onPress={press} /> : undefined}
    </CourtNumbers>
  );
  return (
    <>
      <Box sx={{ flex: 1, position: "relative", minHeight: 0 }}>
        {view === "board" ? (
          numbers
        ) : (
          <CourtFace
            run={run}
            tally={tally}
            drawn={null}
            pointed={null}
            isMirrored={isMirrored}
            isOff={isOff}
            typing={typing}
            onPress={press}>
            {numbers}
          </CourtFace>
        )}
        <Standstill run={run} shown={shown} onStart={start} />
      </Box>
      <BarStrip>
        <CourtControls
          isOn={isOn}
          isPaused={tally.is_paused}
          canUndo={tally.undoable > 0 || tally.ending === "stopped"}
          onUndo={undo}
          onLet={() => press("let")}
          onPause={pause}
          onStop={() => end.press("finish")}
        />
      </BarStrip>
    </>
  );
}

export function HandCourt({ end, hand, state }: HandCourtProps) {
  const { run } = hand;
  const [view, setView] = useKept<View>("hand-view", (kept) => (kept === "board" ? "board" : "buttons"));
  const shown = useHandRun(run, hand.is_playing, state);
  useWakeLock(true);
  useTitle(`${run.ladder.title}, ${run.rung.goal_words}`);
  return (
    <CourtFrame isPlaying={shown.isPlaying}>
      <Box component="header" sx={{ display: "flex", alignItems: "center", gap: 1.5, px: { xs: 1.5, md: 2 }, py: 1 }}>
        <CourtHeading run={run} />
        <CourtClock leftS={shown.leftS} usedS={shown.usedS} isPaused={shown.standing.isPaused} />
      </Box>
      <Box sx={{ display: "flex", alignItems: "center", flexWrap: "wrap", gap: 1, px: { xs: 1.5, md: 2 }, pb: 0.5 }}>
        <ToggleButtonGroup
          exclusive
          size="small"
          aria-label="What this screen shows"
          value={view}
          onChange={(_, chosen: View | null) => chosen && setView(chosen)}>
          {VIEWS.map(({ value, word }) => (
            <ToggleButton key={value} value={value} sx={{ color: court.text, px: 1.5 }}>
              {word}
            </ToggleButton>
          ))}
        </ToggleButtonGroup>
        <Box sx={{ flex: 1, minWidth: 0 }}>
          <LinkWords state={state} />
        </Box>
        <Button color="inherit" size="small" onClick={() => void end.leave()}>
          End the pairing
        </Button>
      </Box>
      <CutOff state={state} />
      <Play end={end} hand={hand} shown={shown} view={view} />
    </CourtFrame>
  );
}
