/** Blocks to repeat: planned again on the rungs worked on now, or forgotten. */
import { Button, Stack, Typography } from "@mui/material";
import { useQuery } from "@tanstack/react-query";
import { Link as RouterLink, useNavigate } from "react-router";

import { api, unwrap, type Schemas } from "../../api/client";
import { rhythmsQuery, routinesQuery } from "../../api/planning";
import { useChange } from "../../api/queries";
import { localDay, showDay } from "../../shared/lib/format";
import { ErrorNotice } from "../../shared/ui/Loaded";
import { Panel } from "../../shared/ui/Page";
import { Pick } from "../../shared/ui/Pick";

type Days = NonNullable<Schemas["PatchedRhythmRequest"]["every_days"]>;

export function Routines({ day }: { day: string }) {
  const navigate = useNavigate();
  const routines = useQuery(routinesQuery);
  const { data: rhythms = [] } = useQuery(rhythmsQuery);
  const path = (id: number) => ({ params: { path: { routine_id: id } } });
  const repeat = useChange(
    (id: number) => unwrap(api.POST("/api/routines/{routine_id}/", { ...path(id), body: { day } })),
    ["blocks"],
    ["today"],
    ["weeks"],
  );
  const start = useChange(
    async (id: number) => {
      const { id: block } = await unwrap(
        api.POST("/api/routines/{routine_id}/", { ...path(id), body: { day: localDay() } }),
      );
      return unwrap(
        api.PATCH("/api/blocks/{block_id}/", { params: { path: { block_id: block } }, body: { change: "start" } }),
      );
    },
    ["blocks"],
    ["today"],
    ["weeks"],
  );
  const rhythm = useChange(
    ({ id, days }: { id: number; days: Days }) =>
      unwrap(api.PATCH("/api/routines/{routine_id}/", { ...path(id), body: { every_days: days } })),
    ["routines"],
    ["today"],
    ["weeks"],
  );
  const forget = useChange((id: number) => unwrap(api.DELETE("/api/routines/{routine_id}/", path(id))), ["routines"]);
  if (!routines.data?.length) return null;
  const again = `Repeat ${day === localDay() ? "today" : `on ${showDay(day)}`}`;
  const error = repeat.error ?? start.error ?? rhythm.error ?? forget.error;
  return (
    <Panel title="Routines">
      {routines.data.map((routine) => (
        <Stack key={routine.id} direction="row" sx={{ gap: 1.5, alignItems: "center", flexWrap: "wrap" }}>
          <Typography sx={{ flex: "1 1 200px" }}>
            <RouterLink to={`/plan/routines/${routine.id}`}>{routine.title}</RouterLink>, {routine.minutes} min
            {routine.version > 1 && `, version ${routine.version}`}
          </Typography>
          <Pick
            label="How often"
            value={rhythms.length > 0 ? String(routine.every_days) : ""}
            choices={rhythms.map(({ every_days: days, words }) => ({ value: String(days), word: words }))}
            onChange={(days) => rhythm.mutate({ id: routine.id, days: Number(days) as Days })}
            width={140}
          />
          <Button
            variant="contained"
            color="success"
            size="small"
            loading={start.isPending && start.variables === routine.id}
            aria-label={`Start now: ${routine.title}`}
            onClick={() =>
              start.mutate(routine.id, { onSuccess: ({ id }) => void navigate(`/practise/blocks/${id}`) })
            }>
            Start now
          </Button>
          <Button
            variant="outlined"
            size="small"
            loading={repeat.isPending && repeat.variables === routine.id}
            aria-label={`${again}: ${routine.title}`}
            onClick={() => repeat.mutate(routine.id, { onSuccess: ({ id }) => void navigate(`/plan/blocks/${id}`) })}>
            {again}
          </Button>
          <Button
            size="small"
            loading={forget.isPending}
            aria-label={`Forget ${routine.title}`}
            onClick={() => forget.mutate(routine.id)}>
            Forget
          </Button>
        </Stack>
      ))}
      {error && <ErrorNotice error={error} />}
    </Panel>
  );
}
