/** Keeps the screen awake while `isWanted`; the lock is lost when the page is hidden, and taken again. */
import { useEffect, useState } from "react";

/** Browsers give no lock on plain HTTP, whatever the types say. */
const isSupported = "wakeLock" in navigator;

export function useWakeLock(isWanted: boolean): boolean {
  const [isAwake, setIsAwake] = useState(false);
  useEffect(() => {
    if (!isWanted || !isSupported) return;
    let lock: WakeLockSentinel | null = null;
    let isGone = false;
    const take = async () => {
      if (document.visibilityState !== "visible") return;
      try {
        lock = await navigator.wakeLock.request("screen");
        if (isGone) await lock.release();
        else setIsAwake(true);
      } catch {
        setIsAwake(false); // Refused, as on a low battery: the screen says so.
      }
    };
    void take();
    const again = () => void take();
    document.addEventListener("visibilitychange", again);
    return () => {
      isGone = true;
      document.removeEventListener("visibilitychange", again);
      void lock?.release();
    };
  }, [isWanted]);
  return isAwake;
}
