import { useState } from "react";

import { keep, recall } from "./storage";

/** A choice that is kept on this device; `read` takes what was kept, which may be anything, or nothing. */
export function useKept<T>(key: string, read: (kept: unknown) => T): [T, (next: T) => void] {
  const [value, setValue] = useState(() => read(recall(key)));
  const set = (next: T) => {
    keep(key, next);
    setValue(next);
  };
  return [value, set];
}
