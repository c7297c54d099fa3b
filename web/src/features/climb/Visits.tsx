/** How blocks visit a ladder: from rung 1 up, or only the rung being worked on. */
import { FormControlLabel, Stack, Switch, Typography } from "@mui/material";

import { api, unwrap, type Schemas } from "../../api/client";
import { useChange } from "../../api/queries";
import { ErrorNotice } from "../../shared/ui/Loaded";

type Ladder = Schemas["LadderRef"];

export function Visits({ ladder }: { ladder: Ladder }) {
  const save = useChange(
    (from_rung_one: boolean) =>
      unwrap(
        api.PUT("/api/ladders/{ladder_id}/visits/", {
          params: { path: { ladder_id: ladder.id } },
          body: { from_rung_one },
        }),
      ),
    ["ladders"],
    ["proposal"],
    ["weeks"],
  );
  const isOn = save.isPending ? save.variables : ladder.from_rung_one;
  return (
    <Stack className="no-print">
      <FormControlLabel
        control={<Switch checked={isOn} onChange={(_, isWished) => save.mutate(isWished)} />}
        label="Visit from rung 1 up"
      />
      <Typography color="text.secondary">
        {isOn
          ? "A block plays the rungs below the one you work on first, once each."
          : "A block holds the rung you work on."}
      </Typography>
      {save.error && <ErrorNotice error={save.error} />}
    </Stack>
  );
}
