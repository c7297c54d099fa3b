/** Leaving a run out of the record, and taking it back. */
import { Alert, Button, MenuItem, TextField } from "@mui/material";

import { api, unwrap } from "../../api/client";
import { useChange, type Run } from "../../api/queries";

const REASONS = [
  "Interrupted",
  "Not my set-up: wrong line, wrong ball",
  "Wind, rain or a wet floor",
  "Counted wrongly",
];

export function SetAside({ run }: { run: Run }) {
  const params = { path: { run_id: run.id } };
  const stale = [["runs"], ["ladders"], ["today"], ["blocks"]];
  const setAside = useChange(
    (reason: string) => unwrap(api.PUT("/api/runs/{run_id}/set-aside/", { params, body: { reason } })),
    ...stale,
  );
  const takeBack = useChange(() => unwrap(api.DELETE("/api/runs/{run_id}/set-aside/", { params })), ...stale);
  if (run.set_aside) {
    return (
      <Alert
        severity="warning"
        variant="outlined"
        sx={{ color: "text.primary" }}
        action={
          <Button loading={takeBack.isPending} onClick={() => takeBack.mutate(undefined)}>
            Take it back
          </Button>
        }>
        Left out of your record: {run.set_aside}.
      </Alert>
    );
  }
  return (
    <TextField
      select
      size="small"
      label="Leave this run out, because …"
      value=""
      onChange={(event) => setAside.mutate(event.target.value)}
      sx={{ maxWidth: 320 }}
      fullWidth>
      {REASONS.map((reason) => (
        <MenuItem key={reason} value={reason}>
          {reason}
        </MenuItem>
      ))}
    </TextField>
  );
}
