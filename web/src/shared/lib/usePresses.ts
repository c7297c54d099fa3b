import { useEffect, useState } from "react";

import { watchChanges } from "./changes";
import { quantity } from "./format";
import { watchPresses } from "./presses";

/** How many presses wait on this device, run by run. */
export function usePresses(): Record<string, number> {
  const [counts, setCounts] = useState<Record<string, number>>({});
  useEffect(() => watchPresses(setCounts), []);
  return counts;
}

/** What waits on this device to be sent, in words: presses, or else other changes; empty where nothing does. */
export function useWaiting(one: string, many: string): string {
  const presses = Object.values(usePresses()).reduce((sum, count) => sum + count, 0);
  const [changes, setChanges] = useState(0);
  useEffect(() => watchChanges(setChanges), []);
  if (presses > 0) return quantity(presses, `press ${one}`, `presses ${many}`);
  return changes > 0 ? quantity(changes, `change ${one}`, `changes ${many}`) : "";
}
