import { useLayoutEffect, useRef, useState } from "react";

type Handlers = Record<string, (...given: never[]) => void>;

/** The same handlers at every render, each doing what its latest version does: for parts that are rendered seldom. */
export function useStable<H extends Handlers>(handlers: H): H {
  const latest = useRef(handlers);
  useLayoutEffect(() => {
    latest.current = handlers;
  });
  // eslint-disable-next-line react-hooks/refs -- read when a handler is called, not while these are made
  const [stable] = useState(() => {
    const names = Object.keys(handlers) as (keyof H)[];
    return Object.fromEntries(
      names.map((name) => [name, (...given: never[]) => latest.current[name]?.(...given)]),
    ) as H;
  });
  return stable;
}
