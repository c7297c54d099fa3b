/** A run that was counted without a plan can be put onto a rung: its presses are counted again by that rung's rules. */
import { Button, MenuItem, Stack, TextField, Typography } from "@mui/material";
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Link as RouterLink } from "react-router";

import { api, unwrap } from "../../api/client";
import { ladderQuery, laddersQuery, useChange, type Run, type Side, type Standing } from "../../api/queries";
import { ErrorNotice } from "../../shared/ui/Loaded";
import { Panel } from "../../shared/ui/Page";

function AttachForm({ run, standings }: { run: Run; standings: Standing[] }) {
  const [ladderId, setLadder] = useState(standings[0]?.ladder.id ?? 0);
  const standing = standings.find((each) => each.ladder.id === ladderId) ?? standings[0];
  const [rungId, setRung] = useState<number | null>(null);
  const [side, setSide] = useState<Side | null>(null);
  const attach = useChange(
    (body: { rung: number; side: Side }) =>
      unwrap(api.PUT("/api/runs/{run_id}/rung/", { params: { path: { run_id: run.id } }, body })),
    ["runs"],
    ["ladders"],
    ["today"],
  );
  const { data: ladder } = useQuery({ ...ladderQuery(standing?.ladder.id ?? 0), enabled: standing !== undefined });
  if (!standing) return null;
  const goalOf = (id: number) => {
    const words = ladder?.rungs.find((each) => each.rung.id === id)?.rung.goal_words;
    return words ? `: ${words}` : "";
  };
  const rung = standing.rungs.find((each) => each.id === rungId) ?? standing.working;
  const { sides } = standing.ladder;
  const chosen = sides.find((each) => each.side === side) ?? sides[0];
  return (
    <Stack spacing={2} sx={{ maxWidth: 520 }}>
      <TextField
        select
        label="Ladder"
        value={standing.ladder.id}
        onChange={(event) => setLadder(Number(event.target.value))}>
        {standings.map((each) => (
          <MenuItem key={each.ladder.id} value={each.ladder.id}>
            {each.ladder.title}
          </MenuItem>
        ))}
      </TextField>
      <TextField select label="Rung" value={rung.id} onChange={(event) => setRung(Number(event.target.value))}>
        {standing.rungs.map((each) => (
          <MenuItem key={each.id} value={each.id}>
            {each.number}. {each.title}
            {goalOf(each.id)}
          </MenuItem>
        ))}
      </TextField>
      {sides.length > 1 && (
        <TextField
          select
          label="Side"
          value={chosen?.side ?? ""}
          onChange={(event) => setSide(event.target.value as Side)}>
          {sides.map((each) => (
            <MenuItem key={each.side} value={each.side}>
              {each.words}
            </MenuItem>
          ))}
        </TextField>
      )}
      <Button
        variant="contained"
        color="success"
        loading={attach.isPending}
        onClick={() => attach.mutate({ rung: rung.id, side: chosen?.side ?? "none" })}
        sx={{ alignSelf: "flex-start" }}>
        Put it onto this rung
      </Button>
      {attach.error && <ErrorNotice error={attach.error} />}
    </Stack>
  );
}

export function AttachRun({ run }: { run: Run }) {
  const ladders = useQuery(laddersQuery);
  return (
    <Panel title="Put it onto a ladder">
      <Stack spacing={2}>
        <Typography>
          Counted without a plan. It stays in your logbook as it is; on a rung, its presses are counted again by that
          rung&rsquo;s rules.
        </Typography>
        {ladders.data && ladders.data.length > 0 && <AttachForm run={run} standings={ladders.data} />}
        {ladders.data?.length === 0 && (
          <Typography>
            You have no ladder yet: <RouterLink to="/climb/shelf">take one from the shelf</RouterLink>.
          </Typography>
        )}
      </Stack>
    </Panel>
  );
}
