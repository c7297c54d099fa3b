import { useCallback, useSyncExternalStore } from "react";

const LOOK_EVERY_MS = 100;

/** What `read` says, looked at ten times a second while `isOn`; rendered anew only when it says something else. */
export function useTick<T extends string | number>(read: () => T, isOn: boolean): T {
  const subscribe = useCallback(
    (look: () => void) => {
      const timer = isOn ? window.setInterval(look, LOOK_EVERY_MS) : undefined;
      return () => window.clearInterval(timer);
    },
    [isOn],
  );
  return useSyncExternalStore(subscribe, read);
}
