/** Keeping a block's shape under a name, to repeat. */
import { Button, Stack, TextField, Typography } from "@mui/material";
import { useState, type SubmitEvent } from "react";
import { Link as RouterLink } from "react-router";

import { api, ProblemError, unwrap } from "../../api/client";
import { useChange, type Block } from "../../api/queries";

export function RoutineForm({ block }: { block: Block }) {
  const [title, setTitle] = useState(block.title);
  const keep = useChange(
    (name: string) => unwrap(api.POST("/api/routines/", { body: { block: block.id, title: name } })),
    ["routines"],
  );
  const fault = keep.error instanceof ProblemError ? keep.error.message : undefined;
  const save = (event: SubmitEvent) => {
    event.preventDefault();
    keep.mutate(title);
  };
  if (keep.isSuccess) {
    return (
      <Typography>
        ✓ Kept as a routine; repeat it from <RouterLink to="/plan">Plan</RouterLink>.
      </Typography>
    );
  }
  return (
    <form onSubmit={save} className="no-print">
      <Stack direction="row" sx={{ gap: 1, flexWrap: "wrap", alignItems: "flex-start" }}>
        <TextField
          size="small"
          label="Name of the routine"
          value={title}
          onChange={(event) => setTitle(event.target.value)}
          error={!!fault}
          helperText={fault}
          slotProps={{ htmlInput: { maxLength: 120 } }}
          sx={{ flex: "1 1 240px", maxWidth: 420 }}
        />
        <Button type="submit" variant="outlined" loading={keep.isPending}>
          Save as a routine
        </Button>
      </Stack>
    </form>
  );
}
