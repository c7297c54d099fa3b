import { useEffect, useState } from "react";

/** How long nothing has to be typed until what was typed is taken as meant. */
const SETTLED_MS = 300;

/** The value as it was when it last stood still for a moment: what is typed in one go changes it once. */
export function useSettled<T>(value: T, afterMs = SETTLED_MS): T {
  const [settled, setSettled] = useState(value);
  useEffect(() => {
    const timer = window.setTimeout(() => setSettled(value), afterMs);
    return () => window.clearTimeout(timer);
  }, [value, afterMs]);
  return settled;
}
