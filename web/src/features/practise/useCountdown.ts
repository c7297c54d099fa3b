import { useCallback, useState } from "react";

import { useTick } from "./useTick";

/** Fetch the ball, breathe, look at the number: as long as the plan reckons with. */
export const BREATHER_S = 30;

/** The whole seconds that are left of so many, from when it is first shown. */
export function useCountdown(seconds: number, isOn = true): number {
  const [endsAt] = useState(() => Date.now() + seconds * 1000);
  return useTick(
    useCallback(() => Math.max(0, Math.ceil((endsAt - Date.now()) / 1000)), [endsAt]),
    isOn,
  );
}
