import { useEffect, useEffectEvent } from "react";

import { readDigit, readKey, type Action } from "./keys";

/** Presses of the court's keys, wherever the focus is. */
export function useKeys(actions: Partial<Record<Action, () => void>>, onDigit?: (digit: string) => void) {
  const act = useEffectEvent((event: KeyboardEvent) => {
    const digit = readDigit(event);
    if (digit !== null) onDigit?.(digit);
    const action = readKey(event);
    if (!action || !actions[action]) return;
    event.preventDefault();
    actions[action]();
  });
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => act(event);
    window.addEventListener("keydown", onKey);
    return () => window.removeEventListener("keydown", onKey);
  }, []);
}
