/** Blocks to repeat: planned again on the rungs worked on now, or forgotten. */
import { Button, Stack, Typography } from "@mui/material";
import { useQuery } from "@tanstack/react-query";
import { useNavigate } from "react-router";

import { api, unwrap } from "../../api/client";
import { routinesQuery } from "../../api/planning";
import { useChange } from "../../api/queries";
import { localDay, showDay } from "../../shared/lib/format";
import { ErrorNotice } from "../../shared/ui/Loaded";
import { Panel } from "../../shared/ui/Page";

export function Routines({ day }: { day: string }) {
  const navigate = useNavigate();
  const routines = useQuery(routinesQuery);
  const path = (id: number) => ({ params: { path: { routine_id: id } } });
  const repeat = useChange(
    (id: number) => unwrap(api.POST("/api/routines/{routine_id}/", { ...path(id), body: { day } })),
    ["blocks"],
    ["today"],
    ["weeks"],
  );
  const forget = useChange((id: number) => unwrap(api.DELETE("/api/routines/{routine_id}/", path(id))), ["routines"]);
  if (!routines.data?.length) return null;
  const error = repeat.error ?? forget.error;
  return (
    <Panel title="Routines">
      {routines.data.map((routine) => (
        <Stack key={routine.id} direction="row" sx={{ gap: 1.5, alignItems: "center", flexWrap: "wrap" }}>
          <Typography sx={{ flex: "1 1 200px" }}>
            {routine.title}, {routine.minutes} min
          </Typography>
          <Button
            variant="outlined"
            size="small"
            loading={repeat.isPending}
            aria-label={`Repeat ${routine.title}`}
            onClick={() => repeat.mutate(routine.id, { onSuccess: ({ id }) => void navigate(`/plan/blocks/${id}`) })}>
            Repeat {day === localDay() ? "today" : `on ${showDay(day)}`}
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
