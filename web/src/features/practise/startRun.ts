/** Begins a run and goes to the court. The id is made here, so that the same start sent twice begins one run. */
import { useNavigate } from "react-router";

import { useStartRun, type Start } from "../../shared/device/steps";

export function useStart() {
  const navigate = useNavigate();
  const begin = useStartRun();
  const start = (what: Start) => begin.mutate(what, { onSuccess: (run) => void navigate(`/practise/runs/${run.id}`) });
  return { start, isStarting: begin.isPending, error: begin.error };
}
