/** A note on the run: an event like every other, so it is kept in the run's own record. */
import { Button, Stack, TextField, Typography } from "@mui/material";
import { useState } from "react";

import { isUnreachable } from "../../api/client";
import { recordEvents, useChange, type Run } from "../../api/queries";
import { keepPresses } from "../../shared/lib/presses";
import { makeUuid } from "../../shared/lib/uuid";
import { ErrorNotice } from "../../shared/ui/Loaded";

const LONGEST_NOTE = 500;

export function RunNote({ run }: { run: Run }) {
  const [text, setText] = useState("");
  const add = useChange(async () => {
    const note = { id: makeUuid(), kind: "note" as const, seq: run.last_seq + 1, at_ms: run.last_at_ms, text };
    try {
      await recordEvents(run.id, [note]);
    } catch (error) {
      // It waits with the run's presses, and goes behind them.
      if (!isUnreachable(error) || !(await keepPresses(run.id, [note]))) throw error;
    }
  }, ["runs"]);
  return (
    <Stack
      spacing={1}
      component="form"
      onSubmit={(event) => {
        event.preventDefault();
        add.mutate(undefined, { onSuccess: () => setText("") });
      }}>
      {run.tally.notes.map((note, index) => (
        <Typography key={index}>“{note}”</Typography>
      ))}
      <Stack direction="row" spacing={1} sx={{ alignItems: "flex-start" }}>
        <TextField
          size="small"
          label="Note on this run"
          value={text}
          onChange={(event) => setText(event.target.value)}
          slotProps={{ htmlInput: { maxLength: LONGEST_NOTE } }}
          sx={{ flex: 1, maxWidth: 480 }}
        />
        <Button type="submit" variant="outlined" disabled={!text.trim()} loading={add.isPending}>
          Add
        </Button>
      </Stack>
      {add.error && <ErrorNotice error={add.error} />}
    </Stack>
  );
}
