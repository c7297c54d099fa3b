/** The ear on the court: switched on before the first press, off when the run is over. */
import { useEffect, useState, useSyncExternalStore } from "react";

import type { Run } from "../../api/queries";
import type { Court } from "../practise/useCourt";
import type { Lessons } from "../../shared/ear/calls";
import { recall } from "../../shared/lib/storage";
import { useKept } from "../../shared/lib/useKept";
import { useStable } from "../../shared/lib/useStable";
import type { Speaker } from "../practise/sounds";
import { useEarPlace } from "./EarPlace";
import { calibratedAt, LiveEar, type HeardNow } from "./liveEar";

export function useLiveEar(run: Run, court: Court, speaker: Speaker, press: (heard: HeardNow) => void) {
  const place = useEarPlace();
  const [presses, setPresses] = useKept("ear.presses", (kept) => kept === true);
  const [claps, setClaps] = useKept("ear.claps", (kept) => kept === true);
  const isCommand = ({ kind }: HeardNow) => kind === "two claps" || kind === "three claps";
  const acts = useStable({ heard: (now: HeardNow) => (presses || isCommand(now)) && press(now) });
  const [ear] = useState(() => new LiveEar(run.id, court.clock, (now) => acts.heard(now)));
  useEffect(() => {
    ear.setClaps(claps);
  }, [ear, claps]);
  const state = useSyncExternalStore(ear.subscribe, ear.read);
  const isOver = court.standing.tally.is_over;
  const isOn = state.status === "on";
  useEffect(() => {
    speaker.hush(isOn);
    return () => speaker.hush(false);
  }, [isOn, speaker]);
  useEffect(() => {
    if (isOver) void ear.stop();
  }, [ear, isOver]);
  useEffect(() => () => void ear.stop(), [ear]);
  return {
    ...state,
    isHeard: run.heard_as !== "",
    hasRallies: run.heard_as === "rallies",
    place,
    presses,
    setPresses,
    claps,
    setClaps,
    toggle: () => {
      // What the place has taught, by any recording, and what this device was told there on purpose.
      const calibrated = recall(calibratedAt(place.place)) as Lessons | null;
      const lessons = calibrated && { ...calibrated, ...place.lessons, cut: calibrated.cut };
      void (isOn ? ear.stop() : ear.start(lessons ?? place.lessons, place.place));
    },
    startCalibration: () => void ear.startCalibration(),
    endCalibration: () => void ear.endCalibration(),
  };
}

export type LiveEarState = ReturnType<typeof useLiveEar>;
