/** How much room an element has, watched. */
import { useLayoutEffect, useRef, useState } from "react";

export function useRoom(first = { width: 640, height: 400 }) {
  const room = useRef<HTMLDivElement>(null);
  const [size, setSize] = useState(first);
  useLayoutEffect(() => {
    if (!room.current) return;
    const watch = new ResizeObserver(
      ([entry]) => entry && setSize({ width: entry.contentRect.width, height: entry.contentRect.height }),
    );
    watch.observe(room.current);
    return () => watch.disconnect();
  }, []);
  return { room, ...size };
}
