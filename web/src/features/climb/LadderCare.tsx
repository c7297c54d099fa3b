/** What can be done with a whole ladder: another name for it, and putting it away until it is wanted again. */
import {
  Box,
  Button,
  Dialog,
  DialogActions,
  DialogContent,
  DialogTitle,
  Stack,
  TextField,
  Typography,
} from "@mui/material";
import { useState, type SubmitEvent } from "react";

import { api, unwrap, type Schemas } from "../../api/client";
import { useChange } from "../../api/queries";
import { showDay } from "../../shared/lib/format";
import { ErrorNotice } from "../../shared/ui/Loaded";
import { BodyDialog } from "./BodyDialog";

type Ladder = Schemas["LadderRef"];

export function useArchive() {
  return useChange(
    ({ id, is_archived }: { id: number; is_archived: boolean }) =>
      unwrap(
        api.PUT("/api/ladders/{ladder_id}/archived/", { params: { path: { ladder_id: id } }, body: { is_archived } }),
      ),
    ["ladders"],
    ["archived"],
    ["today"],
    ["shelf"],
  );
}

function RenameDialog({ ladder, onClose }: { ladder: Ladder; onClose: () => void }) {
  const [words, setWords] = useState({ title: ladder.title, discipline: ladder.discipline, summary: ladder.summary });
  const save = useChange(
    () =>
      unwrap(api.PUT("/api/ladders/{ladder_id}/words/", { params: { path: { ladder_id: ladder.id } }, body: words })),
    ["ladders"],
    ["today"],
    ["blocks"],
  );
  const submit = (event: SubmitEvent) => {
    event.preventDefault();
    save.mutate(undefined, { onSuccess: onClose });
  };
  const field = (name: keyof typeof words, label: string, maxLength: number) => (
    <TextField
      label={label}
      required={name === "title"}
      value={words[name]}
      onChange={(event) => setWords({ ...words, [name]: event.target.value })}
      slotProps={{ htmlInput: { maxLength } }}
    />
  );
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="sm" aria-labelledby="rename-title">
      <form onSubmit={submit}>
        <DialogTitle id="rename-title">Name and words</DialogTitle>
        <DialogContent>
          <Stack spacing={2} sx={{ pt: 1 }}>
            {field("title", "Name of the ladder", 120)}
            {field("discipline", "Discipline", 80)}
            {field("summary", "What it is about", 500)}
            {save.error && <ErrorNotice error={save.error} />}
          </Stack>
        </DialogContent>
        <DialogActions>
          <Button onClick={onClose}>Leave it</Button>
          <Button type="submit" variant="contained" color="success" loading={save.isPending}>
            Call it this
          </Button>
        </DialogActions>
      </form>
    </Dialog>
  );
}

/** The buttons at the foot of a ladder. */
export function LadderCare({ ladder }: { ladder: Ladder }) {
  const [isRenaming, setIsRenaming] = useState(false);
  const [isSaying, setIsSaying] = useState(false);
  const archive = useArchive();
  return (
    <>
      <Button onClick={() => setIsRenaming(true)}>Rename</Button>
      <Button onClick={() => setIsSaying(true)}>What it asks of the body</Button>
      <Button component="a" href={`/api/ladders/${ladder.id}/pack/`} download>
        Give it out as a file
      </Button>
      {!ladder.archived_at && (
        <Button onClick={() => archive.mutate({ id: ladder.id, is_archived: true })} loading={archive.isPending}>
          Put this ladder away
        </Button>
      )}
      {archive.error && <ErrorNotice error={archive.error} />}
      {isSaying && <BodyDialog ladder={ladder} onClose={() => setIsSaying(false)} />}
      {isRenaming && <RenameDialog ladder={ladder} onClose={() => setIsRenaming(false)} />}
    </>
  );
}

/** Says that a ladder was put away, with the way back; nothing for one in use. */
export function PutAway({ ladder }: { ladder: Ladder }) {
  const archive = useArchive();
  if (!ladder.archived_at) return null;
  return (
    <Box role="status" sx={{ border: "2px dashed", borderColor: "divider", p: 2 }}>
      <Typography>
        Put away on {showDay(ladder.archived_at.slice(0, 10))}. Its runs stay in the logbook; nothing new is planned
        with it.
      </Typography>
      <Button
        variant="outlined"
        sx={{ mt: 1 }}
        loading={archive.isPending}
        onClick={() => archive.mutate({ id: ladder.id, is_archived: false })}>
        Bring it back
      </Button>
      {archive.error && <ErrorNotice error={archive.error} />}
    </Box>
  );
}
