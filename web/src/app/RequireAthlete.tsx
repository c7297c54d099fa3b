/** Lets in who is signed in; everybody else is shown the way in, and comes back to where they were going. */
import { useQuery } from "@tanstack/react-query";
import { Navigate, Outlet, useLocation } from "react-router";

import { ProblemError } from "../api/client";
import { athleteQuery } from "../api/queries";
import { setOwner } from "../shared/lib/storage";
import { ErrorNotice, Skeletons } from "../shared/ui/Loaded";

export function RequireAthlete() {
  const athlete = useQuery(athleteQuery);
  const { pathname, search } = useLocation();
  if (athlete.data) {
    // Before any screen reads what is kept on this device: it is the athlete's own.
    setOwner(athlete.data.username);
    return <Outlet />;
  }
  if (athlete.error instanceof ProblemError && athlete.error.status === 401) {
    return <Navigate to="/welcome" replace state={{ from: pathname + search }} />;
  }
  if (athlete.isError) return <ErrorNotice error={athlete.error} onRetry={() => void athlete.refetch()} />;
  return <Skeletons />;
}
