/** Less time after all: a planned block re-fitted in one press, and taken back in another. */
import { Alert, Box, Button, Stack, Typography } from "@mui/material";

import { api, unwrap } from "../../api/client";
import { useChange, type Block } from "../../api/queries";
import { ErrorNotice } from "./Loaded";

const STALE = [["blocks"], ["today"], ["weeks"]];

/** Shorter lengths worth offering. */
function shorter(minutes: number): number[] {
  return [10, 15, 20, 30, 45, 60, 90].filter((each) => each < minutes).slice(-3);
}

interface RefitProps {
  block: Block;
  /** What would be different if the block were planned now. */
  stale?: string[];
}

export function Refit({ block, stale = [] }: RefitProps) {
  const path = { params: { path: { block_id: block.id } } };
  const refit = useChange(
    (minutes: number) => unwrap(api.POST("/api/blocks/{block_id}/refit/", { ...path, body: { minutes } })),
    ...STALE,
  );
  const takeBack = useChange(() => unwrap(api.DELETE("/api/blocks/{block_id}/refit/", path)), ...STALE);
  if (block.status !== "planned") return null;
  const error = refit.error ?? takeBack.error;
  const undo = (
    <Button loading={takeBack.isPending} onClick={() => takeBack.mutate(undefined)}>
      Undo
    </Button>
  );
  return (
    <Stack spacing={1.5} className="no-print">
      {block.changes.length > 0 && (
        <Alert severity="info" variant="outlined" sx={{ color: "text.primary" }} action={block.can_take_back && undo}>
          {block.changes.map((words) => (
            <Box key={words}>{words}</Box>
          ))}
        </Alert>
      )}
      {stale.length > 0 && (
        <Alert
          severity="warning"
          variant="outlined"
          sx={{ color: "text.primary" }}
          action={
            <Button loading={refit.isPending} onClick={() => refit.mutate(block.minutes)}>
              Bring it up to date
            </Button>
          }>
          <b>Changed since it was planned.</b>
          {stale.map((words) => (
            <Box key={words}>{words}</Box>
          ))}
        </Alert>
      )}
      <Stack
        direction="row"
        sx={{ gap: 1, flexWrap: "wrap", alignItems: "center" }}
        role="group"
        aria-label="Less time after all">
        <Typography>Only</Typography>
        {shorter(block.minutes).map((minutes) => (
          <Button
            key={minutes}
            variant="outlined"
            size="small"
            loading={refit.isPending}
            aria-label={`Only ${minutes} minutes after all`}
            onClick={() => refit.mutate(minutes)}
            sx={{ minWidth: 52 }}>
            {minutes}
          </Button>
        ))}
        <Typography>minutes after all? It re-fits; what you locked stays.</Typography>
      </Stack>
      {error && <ErrorNotice error={error} />}
    </Stack>
  );
}
