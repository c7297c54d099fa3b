/** The click of a tempo ladder: it starts with every go, and says which stroke sounds. */
import { useEffect, useState } from "react";

import type { Standing } from "./courtRun";
import { Metronome } from "./metronome";
import type { RunClock } from "./runClock";
import type { SignOf } from "./signs";
import type { Speaker } from "./sounds";

/** What a run in play has to be heard by. */
export interface Playing {
  speaker: Speaker;
  clock: RunClock;
  isPlaying: boolean;
}

export interface Clicked {
  /** The stroke that sounds, from 1; 0 and below while it leads in. */
  stroke: number;
  strokes: number;
  isDone: boolean;
}

export function useClick(click: SignOf<"click">, { tally }: Standing, { speaker, isPlaying }: Playing): Clicked {
  const [metronome] = useState(() => new Metronome(speaker));
  const [now, setNow] = useState({ stroke: -3, isDone: false });
  const isOn = isPlaying && !tally.is_over && !tally.is_paused;
  const { go, stroke_ms: strokeMs, per_beat: perBeat, strokes } = click;
  useEffect(() => {
    if (!isOn) return;
    metronome.start(
      { strokeMs, perBeat, strokes },
      (stroke) => setNow({ stroke, isDone: false }),
      () => setNow({ stroke: strokes, isDone: true }),
    );
    return () => metronome.stop();
  }, [isOn, go, metronome, strokeMs, perBeat, strokes]);
  return { ...now, strokes };
}
