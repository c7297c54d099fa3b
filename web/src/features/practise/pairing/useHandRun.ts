/** The run as the second screen shows it: by the court's own word where the two talk directly, else by the server's. */
import type { Run } from "../../../api/queries";
import type { Standing } from "../courtRun";
import { useClocks, type Clocks } from "../useClocks";
import type { HandState } from "./handEnd";

export interface HandRun extends Clocks {
  standing: Standing;
  /** Whether the court counts. */
  isPlaying: boolean;
  isResting: boolean;
}

export function useHandRun(run: Run, isPlayingThere: boolean, { shown: said, waiting, isCutOff }: HandState): HandRun {
  const shown = said?.run === run.id ? said : null;
  const { tally, result, distance } = shown ?? run;
  const atMs = shown?.atMs ?? run.last_at_ms;
  const isPlaying = shown?.isPlaying ?? isPlayingThere;
  const standing: Standing = {
    ...{ tally, result, distance, atMs, waiting, isCutOff },
    problem: null,
    isFull: false,
    isBehind: waiting > 0,
    isCountedHere: false,
    isPaused: tally.is_paused,
    isStopped: tally.is_over,
  };
  // Without the court's own word nobody here knows where its clock stands by now: it shows what the last press said.
  const now = () => (shown && isPlaying ? shown.nowMs + performance.now() - shown.sinceMs : atMs);
  const clocks = useClocks(standing, { now }, shown !== null && isPlaying && !tally.is_over);
  return { ...clocks, standing, isPlaying, isResting: shown?.isResting ?? false };
}
