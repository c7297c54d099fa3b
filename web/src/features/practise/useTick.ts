import { useEffect, useState } from "react";

/** The clock's reading, taken anew ten times a second while `isOn`. */
export function useTick(read: () => number, isOn: boolean): number {
  const [now, setNow] = useState(read);
  useEffect(() => {
    if (!isOn) return;
    const timer = window.setInterval(() => setNow(read()), 100);
    return () => window.clearInterval(timer);
  }, [isOn, read]);
  return now;
}
