/** What is done with a layout: saved, undone, mirrored, out to a file, onto paper, into the next block, onto a rung. */
import { Alert, Button, MenuItem, Stack, TextField } from "@mui/material";
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Link as RouterLink } from "react-router";

import { api, unwrap } from "../../../api/client";
import { layoutQuery } from "../../../api/setup";
import { laddersQuery, todayQuery, useChange } from "../../../api/queries";
import { showDay } from "../../../shared/lib/format";
import { ErrorNotice } from "../../../shared/ui/Loaded";

const STALE = [["blocks"], ["today"], ["ladders"], ["layouts"], ["next-rungs"]];

/** Putting the layout into the block that comes next: its kit joins what to bring. */
function IntoBlock({ id }: { id: number }) {
  const { data } = useQuery(todayQuery);
  const block = data?.next_block;
  const put = useChange(
    ({ isIn, blockId }: { isIn: boolean; blockId: number }) => {
      const params = { params: { path: { block_id: blockId, layout_id: id } } };
      return unwrap(
        isIn
          ? api.PUT("/api/blocks/{block_id}/layouts/{layout_id}/", params)
          : api.DELETE("/api/blocks/{block_id}/layouts/{layout_id}/", params),
      );
    },
    ...STALE,
  );
  if (!block)
    return (
      <Button component={RouterLink} to="/plan" sx={{ alignSelf: "flex-start" }}>
        Plan a block for it
      </Button>
    );
  const isIn = block.layouts.some((layout) => layout.id === id);
  const toggle = () => put.mutate({ isIn: !isIn, blockId: block.id });
  return (
    <Stack spacing={1}>
      {isIn ? (
        <Alert
          severity="success"
          variant="outlined"
          sx={{ color: "text.primary" }}
          action={
            <Button color="inherit" size="small" loading={put.isPending} onClick={toggle}>
              Take it out
            </Button>
          }>
          In the block on <RouterLink to={`/plan/blocks/${block.id}`}>{showDay(block.day)}</RouterLink>; its kit is on
          the list.
        </Alert>
      ) : (
        <Button variant="outlined" loading={put.isPending} onClick={toggle} sx={{ alignSelf: "flex-start" }}>
          Put it into the block on {showDay(block.day)}
        </Button>
      )}
      {put.error && <ErrorNotice error={put.error} />}
    </Stack>
  );
}

/** Saying which rung is played on this layout. */
function OntoRung({ id }: { id: number }) {
  const { data: standings = [] } = useQuery(laddersQuery);
  const attach = useChange(
    ({ rung, layout }: { rung: number; layout: number | null }) =>
      unwrap(api.PUT("/api/rungs/{rung_id}/layout/", { params: { path: { rung_id: rung } }, body: { layout } })),
    ...STALE,
  );
  const rungs = standings.flatMap(({ ladder, rungs: all, working }) =>
    all.map((rung) => ({ rung, ladder, isWorking: rung.id === working.id })),
  );
  const { data: layout } = useQuery(layoutQuery(id));
  const on = rungs.filter(({ rung }) => layout?.rungs.includes(rung.id));
  if (rungs.length === 0) return null;
  return (
    <Stack spacing={1}>
      {on.map(({ rung, ladder }) => (
        <Alert
          key={rung.id}
          severity="success"
          variant="outlined"
          icon={false}
          sx={{ color: "text.primary" }}
          action={
            <Button color="inherit" size="small" onClick={() => attach.mutate({ rung: rung.id, layout: null })}>
              Take it off
            </Button>
          }>
          Played on{" "}
          <RouterLink to={`/climb/${ladder.id}`}>
            {ladder.title}, rung {rung.number}
          </RouterLink>
          ; what you make there tells your aim.
        </Alert>
      ))}
      <TextField
        select
        size="small"
        label="Play it on a rung"
        value=""
        onChange={(event) => attach.mutate({ rung: Number(event.target.value), layout: id })}
        sx={{ maxWidth: 360 }}>
        {rungs.map(({ rung, ladder, isWorking }) => (
          <MenuItem key={rung.id} value={rung.id}>
            {ladder.title}, rung {rung.number}: {rung.title}
            {isWorking && " (working on it)"}
          </MenuItem>
        ))}
      </TextField>
      {attach.error && <ErrorNotice error={attach.error} />}
    </Stack>
  );
}

/** Putting a layout away, which can be undone. */
function PutAway({ id }: { id: number }) {
  const [isAway, setIsAway] = useState(false);
  const params = { params: { path: { layout_id: id } } };
  const change = useChange(
    (away: boolean) =>
      unwrap(
        away ? api.DELETE("/api/layouts/{layout_id}/", params) : api.POST("/api/layouts/{layout_id}/restore/", params),
      ),
    ...STALE,
  );
  const put = (away: boolean) => change.mutate(away, { onSuccess: () => setIsAway(away) });
  if (isAway) {
    return (
      <Alert
        severity="info"
        variant="outlined"
        sx={{ color: "text.primary" }}
        action={
          <Button color="inherit" size="small" onClick={() => put(false)}>
            Undo
          </Button>
        }>
        Put away. What was played on it stays in the record.
      </Alert>
    );
  }
  return (
    <Button
      size="small"
      color="error"
      loading={change.isPending}
      onClick={() => put(true)}
      sx={{ alignSelf: "flex-start" }}>
      Put this layout away
    </Button>
  );
}

export function KeptActions({ id }: { id: number }) {
  return (
    <Stack spacing={1.5}>
      <Stack direction="row" sx={{ flexWrap: "wrap", gap: 1 }}>
        <Button component={RouterLink} to={`/climb/new?layout=${id}`} variant="contained">
          Make a game of it
        </Button>
        <Button component={RouterLink} to={`/set-up/layouts/${id}/paper`} variant="outlined">
          Print to scale
        </Button>
        <Button component="a" href={`/api/layouts/${id}/file/`} variant="outlined" download>
          Save as SVG
        </Button>
      </Stack>
      <IntoBlock id={id} />
      <OntoRung id={id} />
      <PutAway id={id} />
    </Stack>
  );
}
