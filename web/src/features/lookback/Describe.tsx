/** A note about a run, written or changed afterwards, and tags of one's own. */
import { Autocomplete, Button, Stack, TextField } from "@mui/material";
import { useState } from "react";

import { api, unwrap } from "../../api/client";
import { useChange, type Run } from "../../api/queries";
import { ErrorNotice } from "../../shared/ui/Loaded";

const LONGEST_NOTE = 2000;

export function Describe({ run }: { run: Run }) {
  const [note, setNote] = useState(run.note);
  const [tags, setTags] = useState(run.tags);
  const keep = useChange(
    () =>
      unwrap(api.PUT("/api/runs/{run_id}/described/", { params: { path: { run_id: run.id } }, body: { note, tags } })),
    ["runs"],
  );
  const isChanged = note !== run.note || tags.join() !== run.tags.join();
  return (
    <Stack
      component="form"
      aria-label="Note and tags"
      spacing={1.5}
      sx={{ maxWidth: 620 }}
      onSubmit={(event) => {
        event.preventDefault();
        keep.mutate(undefined);
      }}>
      <TextField
        label="Note on this run"
        multiline
        minRows={2}
        value={note}
        onChange={(event) => setNote(event.target.value)}
        slotProps={{ htmlInput: { maxLength: LONGEST_NOTE } }}
      />
      <Autocomplete
        multiple
        freeSolo
        options={[]}
        value={tags}
        onChange={(_, values) => setTags(values)}
        renderInput={(params) => (
          <TextField {...params} label="Tags" helperText="Type one and press Enter: windy, new shoes" />
        )}
      />
      {keep.error && <ErrorNotice error={keep.error} />}
      <Button
        type="submit"
        variant="outlined"
        disabled={!isChanged}
        loading={keep.isPending}
        sx={{ alignSelf: "flex-start" }}>
        Keep note and tags
      </Button>
    </Stack>
  );
}
