/** Deciding on a verdict: the advice stands out, everything else may be chosen against it, and the last can be undone. */
import { Alert, Button, Stack, Typography } from "@mui/material";

import { useDecision, useTakeMoveBack, type Standing, type Verdict } from "../../api/queries";
import { ErrorNotice } from "./Loaded";

type Kind = Verdict["kind"];

/** What can be decided, in words that say where it leads; against the advice it says "anyway". */
function wordsFor(kind: Kind, { held, working, verdict }: Standing): string {
  if (kind === "climb") return verdict.kind === "climb" ? `Climb: rung ${working.number} is held` : "Climb anyway";
  if (kind === "step_back")
    return verdict.kind === "step_back" ? `Step back to rung ${Math.max(1, held)}` : "Step back anyway";
  return "Stay for now";
}

/** Staying when the advice is to stay is nothing to decide; after enough for today nothing is chosen against the advice. */
function choices({ held, rungs, verdict }: Standing, isEnough: boolean): Kind[] {
  if (isEnough) return verdict.kind === "stay" ? [] : [verdict.kind, "stay"];
  const others: Kind[] = [];
  if (held < rungs.length) others.push("climb");
  if (held > 0) others.push("step_back");
  if (verdict.kind === "stay") return others;
  return [verdict.kind, ...others.filter((kind) => kind !== verdict.kind), "stay"];
}

interface DecisionProps {
  standing: Standing;
  isEnough?: boolean;
  onClimb?: () => void;
}

export function Decision({ standing, isEnough = false, onClimb }: DecisionProps) {
  const { ladder, verdict } = standing;
  const decide = useDecision(ladder.id);
  const takeBack = useTakeMoveBack(ladder.id);
  const choose = (kind: Kind) =>
    decide.mutate({ decision: kind, held: standing.held }, { onSuccess: () => kind === "climb" && onClimb?.() });
  const isDecided = decide.isSuccess && !takeBack.isSuccess;
  if (isDecided) {
    return (
      <Alert
        severity="success"
        variant="outlined"
        sx={{ color: "text.primary" }}
        action={
          <Button loading={takeBack.isPending} onClick={() => takeBack.mutate(undefined)}>
            Undo
          </Button>
        }>
        Decided. What the rules advised is kept beside it.
      </Alert>
    );
  }
  return (
    <Stack spacing={1} className="no-print">
      <Stack direction="row" sx={{ gap: 1.25, flexWrap: "wrap" }}>
        {choices(standing, isEnough).map((kind) => (
          <Button
            key={kind}
            variant={kind === verdict.kind ? "contained" : "outlined"}
            color={kind === verdict.kind ? "success" : "primary"}
            size={kind === verdict.kind ? "large" : "medium"}
            loading={decide.isPending}
            onClick={() => choose(kind)}>
            {wordsFor(kind, standing)}
          </Button>
        ))}
      </Stack>
      <Typography variant="body2" color="text.secondary">
        The rules advise, you decide. A coach who sees you knows more than either.
      </Typography>
      {(decide.error ?? takeBack.error) && <ErrorNotice error={decide.error ?? takeBack.error} />}
    </Stack>
  );
}
