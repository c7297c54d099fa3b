/** The clock of a part of a block: through its steps, each as long as it is given, with tones and words for hands that are busy. */
import { useCallback, useEffect, useEffectEvent, useState } from "react";

import { RunClock } from "./runClock";
import type { Speaker } from "./sounds";
import { useTick } from "./useTick";

export interface TimedStep {
  words: string;
  seconds: number;
}

/** From so many seconds before its end a step is counted down aloud. */
const LAST_SECONDS = 3;
const SAVE_EVERY_MS = 1000;

/** Which step is on after so many milliseconds, and the whole seconds it has left; behind the last one none. */
function stepAt(steps: TimedStep[], ms: number): { index: number; leftS: number } {
  let endMs = 0;
  for (const [index, { seconds }] of steps.entries()) {
    endMs += seconds * 1000;
    if (ms < endMs) return { index, leftS: Math.ceil((endMs - ms) / 1000) };
  }
  return { index: steps.length, leftS: 0 };
}

interface PartClockOptions {
  id: string;
  steps: TimedStep[];
  speaker: Speaker;
  say: (words: string) => void;
  /** Whether it begins without a press. */
  beginsItself: boolean;
  onOver: () => void;
}

export function usePartClock({ id, steps, speaker, say, beginsItself, onOver }: PartClockOptions) {
  const [clock] = useState(() => new RunClock(id));
  /** Whether it is to run; once it is over it stands still whatever is wanted. */
  const [isOn, setIsOn] = useState(beginsItself);
  const read = useCallback(() => {
    const { index, leftS } = stepAt(steps, clock.now());
    return `${index} ${leftS}`;
  }, [clock, steps]);
  const [index = 0, leftS = 0] = useTick(read, isOn).split(" ").map(Number);
  const isOver = index >= steps.length;
  const isRunning = isOn && !isOver;

  useEffect(() => {
    if (!isRunning) return;
    clock.start();
    const timer = window.setInterval(() => clock.save(), SAVE_EVERY_MS);
    return () => {
      window.clearInterval(timer);
      clock.stop();
    };
  }, [clock, isRunning]);

  const enter = useEffectEvent(() => {
    if (!isOn) return;
    if (isOver) {
      speaker.play("end");
      onOver();
    } else {
      speaker.play("next");
      say(steps[index]?.words ?? "");
    }
  });
  useEffect(() => enter(), [index, isOn]);

  useEffect(() => {
    if (isRunning && leftS >= 1 && leftS <= LAST_SECONDS) speaker.play("second");
  }, [isRunning, leftS, speaker]);

  const start = () => {
    speaker.wake();
    setIsOn(true);
  };
  return { index, leftS, isRunning, isOver, start, pause: () => setIsOn(false) };
}
