/** Deciding on a verdict: the advice stands out, everything else may be chosen against it, and the last can be undone. */
import { Alert, Button, Stack, TextField, Typography } from "@mui/material";
import { useState, type SubmitEvent } from "react";

import type { Schemas } from "../../api/client";
import { useDecision, useTakeMoveBack, type Standing, type Verdict } from "../../api/queries";
import { ErrorNotice } from "./Loaded";

export type Kind = Schemas["DecisionKind"];
type Advice = Verdict["kind"];

/** What can be decided, in words that say where it leads; against the advice it says "anyway". */
function wordsFor(kind: Kind, { held, working, verdict }: Standing): string {
  if (kind === "climb") return verdict.kind === "climb" ? `Climb: rung ${working.number} is held` : "Climb anyway";
  if (kind === "step_back")
    return verdict.kind === "step_back" ? `Step back to rung ${Math.max(1, held)}` : "Step back anyway";
  return "Stay for now";
}

/** Who rests stays on the rung. */
const asDecision = (advice: Advice): Kind => (advice === "rest" ? "stay" : advice);

/** Staying when the advice is to stay is nothing to decide; after enough for today nothing is chosen against the advice. */
function choices({ held, rungs, verdict }: Standing, isEnough: boolean): Kind[] {
  const advised = asDecision(verdict.kind);
  if (isEnough) return advised === "stay" ? [] : [advised, "stay"];
  const others: Kind[] = [];
  if (held < rungs.length) others.push("climb");
  if (held > 0) others.push("step_back");
  if (advised === "stay") return others;
  return [advised, ...others.filter((kind) => kind !== advised), "stay"];
}

interface AgainstProps {
  word: string;
  isPending: boolean;
  onDecide: (why: string) => void;
  onLeave: () => void;
}

/** Against the advice: why is kept beside it, if it is said. */
function Against({ word, isPending, onDecide, onLeave }: AgainstProps) {
  const [why, setWhy] = useState("");
  const submit = (event: SubmitEvent) => {
    event.preventDefault();
    onDecide(why);
  };
  return (
    <form onSubmit={submit} aria-label="Against the advice">
      <Stack direction="row" sx={{ gap: 1, flexWrap: "wrap", alignItems: "center" }}>
        <TextField
          size="small"
          label="Why? You may leave it open"
          value={why}
          onChange={({ target }) => setWhy(target.value)}
          slotProps={{ htmlInput: { maxLength: 200 } }}
          sx={{ flex: "1 1 220px" }}
        />
        <Button type="submit" variant="contained" loading={isPending}>
          {word}, I decide
        </Button>
        <Button onClick={onLeave}>Leave it</Button>
      </Stack>
    </form>
  );
}

interface DecisionProps {
  standing: Standing;
  isEnough?: boolean;
  /** Called as it is decided: afterwards this may be taken off the screen, with what was to be said of it. */
  onDecide?: (kind: Kind) => void;
}

export function Decision({ standing, isEnough = false, onDecide }: DecisionProps) {
  const { ladder, verdict } = standing;
  const decide = useDecision(ladder.id);
  const takeBack = useTakeMoveBack(ladder.id);
  const [against, setAgainst] = useState<Kind | null>(null);
  const choose = (kind: Kind, overruling = "") => {
    onDecide?.(kind);
    decide.mutate({ decision: kind, held: standing.held, overruling });
  };
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
            onClick={() => (kind === asDecision(verdict.kind) ? choose(kind) : setAgainst(kind))}>
            {wordsFor(kind, standing)}
          </Button>
        ))}
      </Stack>
      {against && (
        <Against
          word={wordsFor(against, standing)}
          isPending={decide.isPending}
          onDecide={(why) => choose(against, why)}
          onLeave={() => setAgainst(null)}
        />
      )}
      <Typography variant="body2" color="text.secondary">
        The rules advise, you decide. A coach who sees you knows more than either.
      </Typography>
      {(decide.error ?? takeBack.error) && <ErrorNotice error={decide.error ?? takeBack.error} />}
    </Stack>
  );
}
