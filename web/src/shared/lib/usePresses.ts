import { useEffect, useState } from "react";

import { watchPresses } from "./presses";

/** How many presses wait on this device, run by run. */
export function usePresses(): Record<string, number> {
  const [counts, setCounts] = useState<Record<string, number>>({});
  useEffect(() => watchPresses(setCounts), []);
  return counts;
}

/** How many presses wait on this device in all. */
export function useWaiting(): number {
  return Object.values(usePresses()).reduce((sum, count) => sum + count, 0);
}
