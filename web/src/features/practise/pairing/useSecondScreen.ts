/** The second screen of a run on the court: whether there is one, and what it presses. */
import { useEffect, useMemo, useState, useSyncExternalStore } from "react";

import type { HandPress } from "../../../api/pairing";
import type { Run } from "../../../api/queries";
import { useStable } from "../../../shared/lib/useStable";
import type { Court } from "../useCourt";
import { CourtEnd } from "./courtEnd";

export function useSecondScreen(
  run: Run,
  { standing, clock }: Court,
  { isPlaying, isResting }: { isPlaying: boolean; isResting: boolean },
  take: (press: HandPress) => void,
) {
  const [end] = useState(() => new CourtEnd(run, take));
  const [isShown, setShown] = useState(false);
  const [isRefused, setRefused] = useState(false);
  const state = useSyncExternalStore(end.subscribe, end.read);

  useEffect(() => {
    end.begin();
    return () => end.leave();
  }, [end]);

  const { tally, result, distance, atMs } = standing;
  useEffect(() => {
    end.show({ run: run.id, tally, result, distance, atMs, nowMs: clock.now(), isPlaying, isResting });
  }, [end, run.id, tally, result, distance, atMs, clock, isPlaying, isResting]);

  const ask = (asked: Promise<void>) => {
    setRefused(false);
    asked.catch(() => setRefused(true));
  };
  const acts = useStable({
    show: () => {
      setShown(true);
      if (!state.pairing) ask(end.open());
    },
    hide: () => setShown(false),
    open: () => ask(end.open()),
    end: () => ask(end.end()),
  });
  // The same while nothing of it changes, whatever is counted.
  return useMemo(() => ({ state, isShown, isRefused, ...acts }), [state, isShown, isRefused, acts]);
}
