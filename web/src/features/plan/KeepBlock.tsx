/** Keeping a draft; leaving out the warm-up or the cool-down is asked about first, and the yes is kept with the block. */
import { Button, Dialog, DialogActions, DialogContent, DialogContentText, DialogTitle, Stack } from "@mui/material";
import { useState } from "react";
import { useNavigate } from "react-router";

import { api, ProblemError, unwrap, type Schemas } from "../../api/client";
import { useChange, type Block } from "../../api/queries";
import { localDay, showDay } from "../../shared/lib/format";
import { ErrorNotice } from "../../shared/ui/Loaded";
import { asked, latestDraft, type Draft } from "./draft";
import { WhyOff } from "../../shared/ui/WhyOff";

type Plan = Schemas["PlanRequest"];

function useKeep(block: number | null) {
  const send = (body: Plan): Promise<Block> =>
    block === null
      ? unwrap(api.POST("/api/blocks/", { body }))
      : unwrap(api.PUT("/api/blocks/{block_id}/", { params: { path: { block_id: block } }, body }));
  return useChange(send, ["blocks"], ["today"], ["weeks"]);
}

/** What has to be said yes to before this can be kept. */
function asksFor(error: unknown): { what: string; words: string } | null {
  if (!(error instanceof ProblemError) || error.problem?.code !== "needs_acknowledgement") return null;
  const question = error.problem.errors[0];
  return question ? { what: question.loc[0] === "has_warm_up" ? "warm_up" : "cool_down", words: question.msg } : null;
}

interface KeepBlockProps {
  draft: Draft;
  block: number | null;
  isEmpty: boolean;
}

export function KeepBlock({ draft, block, isEmpty }: KeepBlockProps) {
  const navigate = useNavigate();
  const keep = useKeep(block);
  const [yes, setYes] = useState<string[]>([]);
  const [goal, setGoal] = useState<"play" | "see">("see");
  const question = asksFor(keep.error);
  const keepAnd = (next: "play" | "see", acknowledged: string[]) => {
    setGoal(next);
    setYes(acknowledged);
    // What was put in a moment ago is kept, though it may not stand on the screen yet.
    const latest = latestDraft();
    const body = { ...asked(latest), start: latest.start || null, acknowledged };
    keep.mutate(body, {
      onSuccess: ({ id }) => void navigate(next === "play" ? `/practise/blocks/${id}` : `/plan/blocks/${id}`),
    });
  };
  const when = draft.day === localDay() ? "today" : showDay(draft.day);
  return (
    <>
      {keep.error && !question && <ErrorNotice error={keep.error} />}
      <Stack direction="row" sx={{ gap: 1.5, flexWrap: "wrap", alignItems: "center" }}>
        <Button
          variant="contained"
          color="success"
          size="large"
          disabled={isEmpty}
          loading={keep.isPending}
          onClick={() => keepAnd("play", yes)}>
          Keep it and start now
        </Button>
        <Button
          variant="outlined"
          size="large"
          disabled={isEmpty}
          loading={keep.isPending}
          onClick={() => keepAnd("see", yes)}>
          {block === null ? `Keep it for ${when}` : "Keep the changes"}
        </Button>
        <WhyOff>{isEmpty && "There is nothing to keep until a drill fits into the minutes."}</WhyOff>
      </Stack>
      {question && (
        <Dialog open onClose={() => keep.reset()} aria-labelledby="yes-title">
          <DialogTitle id="yes-title">{question.what === "warm_up" ? "No warm-up?" : "No cool-down?"}</DialogTitle>
          <DialogContent>
            <DialogContentText sx={{ color: "text.primary" }}>{question.words}</DialogContentText>
          </DialogContent>
          <DialogActions>
            <Button variant="contained" onClick={() => keep.reset()}>
              Back to the block
            </Button>
            <Button color="error" onClick={() => keepAnd(goal, [...yes, question.what])}>
              I have read it: leave it out
            </Button>
          </DialogActions>
        </Dialog>
      )}
    </>
  );
}
