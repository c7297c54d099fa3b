/** A value with its past and its future: every change can be undone, and redone until the next one. */
import { useReducer } from "react";

const MOST_STEPS = 200;

interface Timeline<T> {
  past: T[];
  now: T;
  future: T[];
}

type Step<T> = { kind: "set"; value: T } | { kind: "undo" } | { kind: "redo" };

function step<T>({ past, now, future }: Timeline<T>, action: Step<T>): Timeline<T> {
  if (action.kind === "set") return { past: [...past, now].slice(-MOST_STEPS), now: action.value, future: [] };
  if (action.kind === "undo") {
    const before = past.at(-1);
    return before === undefined
      ? { past, now, future }
      : { past: past.slice(0, -1), now: before, future: [now, ...future] };
  }
  const [after, ...later] = future;
  return after === undefined ? { past, now, future } : { past: [...past, now], now: after, future: later };
}

export interface History<T> {
  now: T;
  set: (value: T) => void;
  undo: () => void;
  redo: () => void;
  canUndo: boolean;
  canRedo: boolean;
}

/** Begins with what is `now`; `past` is what can be gone back to from there. */
export function useHistory<T>(now: T, past: T[] = []): History<T> {
  const [timeline, act] = useReducer(step<T>, { past, now, future: [] });
  return {
    now: timeline.now,
    set: (value) => act({ kind: "set", value }),
    undo: () => act({ kind: "undo" }),
    redo: () => act({ kind: "redo" }),
    canUndo: timeline.past.length > 0,
    canRedo: timeline.future.length > 0,
  };
}
