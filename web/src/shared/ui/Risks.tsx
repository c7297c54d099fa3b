/** What can injure in a ladder, who should be there, and the athlete's yes before it is first played. */
import { Alert, Button, Stack, Typography } from "@mui/material";

import { api, unwrap, type Schemas } from "../../api/client";
import { useChange } from "../../api/queries";
import { capital, showDay } from "../lib/format";
import { ErrorNotice } from "./Loaded";

type Ladder = Schemas["LadderRef"];

export function Risks({ ladder }: { ladder: Ladder }) {
  const sayYes = useChange(
    (risk: string) =>
      unwrap(
        api.POST("/api/ladders/{ladder_id}/acknowledgements/", {
          params: { path: { ladder_id: ladder.id } },
          body: { risk },
        }),
      ),
    ["ladders"],
    ["blocks"],
    ["today"],
    ["proposal"],
  );
  if (ladder.risks.length === 0) return null;
  return (
    <Stack spacing={1.5}>
      {ladder.risks.map((risk) => (
        <Alert key={risk.id} severity="warning" variant="outlined" sx={{ color: "text.primary" }}>
          <Typography sx={{ fontWeight: 700 }}>{capital(risk.title)}</Typography>
          <Typography>{risk.words}</Typography>
          {risk.at ? (
            <Typography color="text.secondary">You said yes to this on {showDay(risk.at.slice(0, 10))}.</Typography>
          ) : (
            <Button variant="outlined" sx={{ mt: 1 }} loading={sayYes.isPending} onClick={() => sayYes.mutate(risk.id)}>
              I have read it and take care of it
            </Button>
          )}
        </Alert>
      ))}
      {sayYes.error && <ErrorNotice error={sayYes.error} />}
    </Stack>
  );
}
