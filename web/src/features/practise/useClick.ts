/** The click of a tempo ladder: it starts with every go, and says which stroke sounds. Null for a game without one. */
import { useEffect, useState } from "react";

import type { Standing } from "./outbox";
import { detailOf } from "./details";
import { Metronome } from "./metronome";
import type { Speaker } from "./sounds";

export interface Clicked {
  /** The stroke that sounds, from 1; 0 and below while it leads in. */
  stroke: number;
  strokes: number;
  isDone: boolean;
}

export function useClick({ tally }: Standing, speaker: Speaker, isPlaying: boolean): Clicked | null {
  const [metronome] = useState(() => new Metronome(speaker));
  const [now, setNow] = useState({ stroke: -3, isDone: false });
  const click = detailOf(tally, "click");
  const isOn = isPlaying && click !== null && !tally.is_over && !tally.is_paused;
  // A go is one tempo, once: after a failure the same tempo is another go.
  const go = click ? `${click.bpm} ${tally.attempts}` : "";
  const { stroke_ms: strokeMs = 1000, per_beat: perBeat = 1, strokes = 1 } = click ?? {};
  useEffect(() => {
    if (!isOn) return;
    metronome.start(
      { strokeMs, perBeat, strokes },
      (stroke) => setNow({ stroke, isDone: false }),
      () => setNow({ stroke: strokes, isDone: true }),
    );
    return () => metronome.stop();
  }, [isOn, go, metronome, strokeMs, perBeat, strokes]);
  return click && { ...now, strokes };
}
