/** Three, two, one: `count` is what to show, null while nothing is counted in. */
import { useEffect, useEffectEvent, useState } from "react";

const FROM = 3;
const STEP_MS = 1000;
/** A device may count faster; so do the tests, which have no racket to take up. */
const SETTING = "jolly.count-in-step-ms";
const stepMs = () => Number(window.localStorage.getItem(SETTING) ?? STEP_MS);

export function useCountIn(onCount: () => void, onGo: () => void) {
  const [count, setCount] = useState<number | null>(null);
  const tell = useEffectEvent(onCount);
  const go = useEffectEvent(onGo);
  useEffect(() => {
    if (count === null) return;
    tell();
    const timer = window.setTimeout(() => {
      setCount(count > 1 ? count - 1 : null);
      if (count === 1) go();
    }, stepMs());
    return () => window.clearTimeout(timer);
  }, [count]);
  return { count, begin: () => setCount((now) => now ?? FROM) };
}
