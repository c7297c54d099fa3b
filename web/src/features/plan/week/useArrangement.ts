/** Arranging a week and keeping what came out; a question that takes longer than a second says so. */
import { useMutation } from "@tanstack/react-query";
import { useEffect, useState } from "react";

import { api, unwrap, type Schemas } from "../../../api/client";
import { useChange } from "../../../api/queries";

const SLOW_MS = 1000;

/** Whether something has been going on for a second. */
export function useIsSlow(isPending: boolean): boolean {
  const [isSlow, setSlow] = useState(false);
  useEffect(() => {
    if (!isPending) return undefined;
    const timer = window.setTimeout(() => setSlow(true), SLOW_MS);
    return () => {
      window.clearTimeout(timer);
      setSlow(false);
    };
  }, [isPending]);
  return isSlow;
}

export function useArrangement(monday: string) {
  const path = { params: { path: { monday } } };
  const arrange = useMutation({ mutationFn: () => unwrap(api.POST("/api/weeks/{monday}/arrangement/", path)) });
  const keep = useChange(
    ({ windows, states }: Schemas["ProposedWeek"]) =>
      unwrap(
        api.PUT("/api/weeks/{monday}/", {
          ...path,
          body: { windows, why: states.map(({ key, why }) => ({ key, why })) },
        }),
      ),
    ["weeks"],
    ["blocks"],
    ["today"],
  );
  return { arrange, keep };
}
