/** What is done with several runs at once: held beside each other, tagged, left out of the record, deleted. */
import { Box, Button, Stack, TextField, Typography } from "@mui/material";
import { useState } from "react";
import { Link as RouterLink } from "react-router";

import { api, unwrap } from "../../api/client";
import { readAnew, type RunRow } from "../../api/queries";
import { useMutation, useQueryClient } from "@tanstack/react-query";
import { quantity } from "../../shared/lib/format";
import { ErrorNotice } from "../../shared/ui/Loaded";
import { tape } from "../../shared/ui/tape";
import { Deleted } from "./DeleteRun";

const STALE = [["runs"], ["ladders"], ["today"], ["blocks"]];

/** The same for each run, one after the other: what was done is done, whatever comes of the next. */
function useEach(change: (id: string) => Promise<unknown>) {
  const client = useQueryClient();
  return useMutation({
    mutationFn: async (ids: string[]) => {
      for (const id of ids) await change(id);
    },
    onSettled: () => readAnew(client, STALE),
  });
}

interface SeveralProps {
  ids: string[];
  rows: RunRow[];
  onDone: () => void;
}

export function SeveralRuns({ ids, rows, onDone }: SeveralProps) {
  const [tag, setTag] = useState("");
  const [deleted, setDeleted] = useState<string[]>([]);
  const params = (id: string) => ({ params: { path: { run_id: id } } });
  const leaveOut = useEach((id) =>
    unwrap(api.PUT("/api/runs/{run_id}/set-aside/", { ...params(id), body: { reason: "Left out in the logbook" } })),
  );
  const takeBack = useEach((id) => unwrap(api.DELETE("/api/runs/{run_id}/set-aside/", params(id))));
  const remove = useEach((id) => unwrap(api.DELETE("/api/runs/{run_id}/", params(id))));
  const addTag = useEach(async (id) => {
    const run = await unwrap(api.GET("/api/runs/{run_id}/", params(id)));
    const body = { note: run.note, tags: [...run.tags.filter((each) => each !== tag.trim()), tag.trim()] };
    return unwrap(api.PUT("/api/runs/{run_id}/described/", { ...params(id), body }));
  });
  const tagged = () => {
    setTag("");
    onDone();
  };
  const gone = () => {
    setDeleted(ids);
    onDone();
  };
  const error = leaveOut.error ?? takeBack.error ?? remove.error ?? addTag.error;
  const areAllOut = ids.length > 0 && ids.every((id) => rows.find((row) => row.id === id)?.set_aside);
  const [first, second] = ids;
  const rung = (id?: string) => rows.find((row) => row.id === id)?.rung.id;
  // The one that began earlier is then.
  const [now, then] = rows.filter(({ id }) => ids.includes(id)).map(({ id }) => id);
  return (
    <>
      {deleted.length > 0 && <Deleted ids={deleted} onRestored={() => setDeleted([])} />}
      {error && <ErrorNotice error={error} />}
      {ids.length > 0 && (
        <Box
          role="group"
          aria-label="With the chosen runs"
          sx={{ position: "sticky", top: 8, zIndex: 2, bgcolor: tape.mustard, p: 1.5 }}>
          <Stack direction="row" sx={{ gap: 1.5, flexWrap: "wrap", alignItems: "center" }}>
            <Typography sx={{ fontWeight: 700 }}>{quantity(ids.length, "run")} chosen</Typography>
            {ids.length === 2 && first && second && rung(first) === rung(second) && (
              <Button
                component={RouterLink}
                color="inherit"
                to={`/look-back/then-and-now?rung=${rung(first)}&then=${then}&now=${now}`}>
                Beside each other
              </Button>
            )}
            <TextField
              size="small"
              label="Tag"
              value={tag}
              onChange={(event) => setTag(event.target.value)}
              sx={{ width: 140, bgcolor: "background.paper" }}
            />
            <Button
              color="inherit"
              disabled={!tag.trim()}
              loading={addTag.isPending}
              onClick={() => addTag.mutate(ids, { onSuccess: tagged })}>
              Add the tag
            </Button>
            <Button
              color="inherit"
              loading={leaveOut.isPending || takeBack.isPending}
              onClick={() => (areAllOut ? takeBack : leaveOut).mutate(ids, { onSuccess: onDone })}>
              {areAllOut ? "Take back" : "Leave out"}
            </Button>
            <Button color="inherit" loading={remove.isPending} onClick={() => remove.mutate(ids, { onSuccess: gone })}>
              Delete
            </Button>
            <Button color="inherit" onClick={onDone}>
              Choose none
            </Button>
          </Stack>
        </Box>
      )}
    </>
  );
}
