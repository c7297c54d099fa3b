/** Begins a run and goes to the court. The id is made here, so that the same start sent twice begins one run. */
import { useNavigate } from "react-router";

import { useStartRun, type Side } from "../../api/queries";
import { makeUuid } from "../../shared/lib/uuid";

interface Start {
  rung: number;
  side: Side;
  part?: number | null;
}

export function useStart() {
  const navigate = useNavigate();
  const begin = useStartRun();
  const start = ({ rung, side, part = null }: Start) =>
    begin.mutate(
      { id: makeUuid(), rung, side, part, started_at: new Date().toISOString() },
      { onSuccess: (run) => void navigate(`/practise/runs/${run.id}`) },
    );
  return { start, isStarting: begin.isPending, error: begin.error };
}
