/** Moving a block to another window of its week: what it would break, before it is done. */
import { useQuery } from "@tanstack/react-query";

import { api, unwrap } from "../../../api/client";
import { useChange } from "../../../api/queries";

interface Move {
  block: number;
  window: number;
}

export function useMoveCheck(monday: string, move: Move | null) {
  return useQuery({
    queryKey: ["weeks", monday, "check", move],
    queryFn: () =>
      unwrap(
        api.POST("/api/weeks/{monday}/move/", { params: { path: { monday } }, body: move ?? { block: 0, window: 0 } }),
      ),
    enabled: move !== null,
  });
}

export function useMove(monday: string) {
  return useChange(
    (body: Move) => unwrap(api.PUT("/api/weeks/{monday}/move/", { params: { path: { monday } }, body })),
    ["weeks"],
    ["blocks"],
    ["today"],
  );
}
