/** The athlete's units; metric until they are known. */
import { useQuery } from "@tanstack/react-query";

import { athleteQuery } from "../../api/queries";
import type { Units } from "../../shared/lib/lengths";

export function useUnits(): Units {
  return useQuery(athleteQuery).data?.units ?? "metric";
}
