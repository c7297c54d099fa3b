/** Words called out over the court for a moment: the visible twin of a sound. */
import { useCallback, useEffect, useState } from "react";

const SHOWN_MS = 1500;

export function useCall() {
  const [call, setCall] = useState<{ words: string } | null>(null);
  useEffect(() => {
    if (call === null) return;
    const timer = window.setTimeout(() => setCall(null), SHOWN_MS);
    return () => window.clearTimeout(timer);
  }, [call]);
  // A new object each time: the same words again are shown for their full time.
  const say = useCallback((words: string) => setCall({ words }), []);
  return { call: call?.words ?? null, say };
}
