import { QueryClient } from "@tanstack/react-query";

import { ProblemError } from "../api/client";
import { network } from "../shared/lib/network";

/** A refusal will be refused again; a server that cannot be reached may come back. */
function isWorthRetrying(failures: number, error: Error): boolean {
  return !(error instanceof ProblemError) && failures < (network.read().isAway ? 1 : 3);
}

export const queryClient = new QueryClient({
  defaultOptions: {
    // Whether the server can be reached is seen by asking it: a browser's own notion of it is often wrong.
    queries: { retry: isWorthRetrying, staleTime: 2000, refetchOnWindowFocus: false, networkMode: "always" },
    mutations: { networkMode: "always" },
  },
});
