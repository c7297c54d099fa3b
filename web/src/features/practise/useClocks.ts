/** The clocks of a run in whole seconds, running from what its last tally said. */
import { useCallback } from "react";

import type { Standing } from "./courtRun";
import { useTick } from "./useTick";

/** What is left of a running clock at `nowMs`; the tally's own figure while the run stands still. */
function leftAt(leftMs: number | null, standing: Standing, nowMs: number): number | null {
  if (leftMs === null) return null;
  const { atMs } = standing;
  const isStill = standing.isPaused || standing.isStopped;
  return Math.max(0, leftMs - (isStill ? 0 : Math.max(0, nowMs - atMs)));
}

/** What of the run's time is used at `nowMs`. */
function usedAt({ tally, atMs, isPaused, isStopped }: Standing, nowMs: number): number {
  const isStill = isPaused || isStopped;
  return tally.time_used_ms + (isStill ? 0 : Math.max(0, nowMs - atMs));
}

/** A countdown's whole seconds, -1 for none: a second lasts until it is gone. */
function secondsUp(ms: number | null): number {
  return ms === null ? -1 : Math.ceil(ms / 1000);
}

export interface Clocks {
  /** Null where no time is set. */
  leftS: number | null;
  restS: number;
  usedS: number;
}

export function useClocks(standing: Standing, clock: { now: () => number }, isOn: boolean): Clocks {
  const leftS = useTick(
    useCallback(() => secondsUp(leftAt(standing.tally.time_left_ms, standing, clock.now())), [standing, clock]),
    isOn,
  );
  const restS = useTick(
    useCallback(() => secondsUp(leftAt(standing.tally.rest_left_ms, standing, clock.now())), [standing, clock]),
    isOn,
  );
  const usedS = useTick(
    useCallback(() => Math.floor(usedAt(standing, clock.now()) / 1000), [standing, clock]),
    isOn,
  );
  return { leftS: leftS < 0 ? null : leftS, restS: Math.max(0, restS), usedS };
}
