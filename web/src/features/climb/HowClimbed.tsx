/** How a ladder is climbed: by which school, and whether each visit begins with rung 1. */
import { Box, FormControlLabel, MenuItem, Stack, Switch, TextField, Typography } from "@mui/material";
import { useQuery } from "@tanstack/react-query";

import { api, unwrap, type Schemas } from "../../api/client";
import { schoolsQuery, useChange } from "../../api/queries";
import { ErrorNotice } from "../../shared/ui/Loaded";

type Ladder = Schemas["LadderRef"];

const STALE = [["ladders"], ["proposal"], ["weeks"], ["today"], ["runs"]];

function SchoolField({ ladder }: { ladder: Ladder }) {
  const { data: schools = [] } = useQuery(schoolsQuery);
  const save = useChange(
    (school: string) =>
      unwrap(
        api.PUT("/api/ladders/{ladder_id}/school/", { params: { path: { ladder_id: ladder.id } }, body: { school } }),
      ),
    ...STALE,
  );
  const chosen = save.isPending ? save.variables : ladder.school;
  const school = schools.find(({ id }) => id === chosen);
  return (
    <Box sx={{ flex: "1 1 300px" }}>
      <TextField
        select
        size="small"
        label="Climbed by the school"
        value={school ? chosen : ""}
        onChange={({ target }) => save.mutate(target.value)}
        slotProps={{ select: { displayEmpty: true }, inputLabel: { shrink: true } }}
        sx={{ minWidth: 220 }}>
        {!school && (
          <MenuItem value="" disabled>
            as each rung asks
          </MenuItem>
        )}
        {schools.map(({ id, title }) => (
          <MenuItem key={id} value={id}>
            {title}
          </MenuItem>
        ))}
      </TextField>
      <Typography color="text.secondary" sx={{ mt: 0.5 }}>
        {school ? `${school.meaning} ${school.price}` : "A school asks the same of every rung; the marks stay."}
      </Typography>
      {save.error && <ErrorNotice error={save.error} />}
    </Box>
  );
}

function VisitsSwitch({ ladder }: { ladder: Ladder }) {
  const save = useChange(
    (from_rung_one: boolean) =>
      unwrap(
        api.PUT("/api/ladders/{ladder_id}/visits/", {
          params: { path: { ladder_id: ladder.id } },
          body: { from_rung_one },
        }),
      ),
    ...STALE,
  );
  const isOn = save.isPending ? save.variables : ladder.from_rung_one;
  return (
    <Box sx={{ flex: "1 1 300px" }}>
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
    </Box>
  );
}

export function HowClimbed({ ladder }: { ladder: Ladder }) {
  return (
    <Stack direction="row" className="no-print" sx={{ gap: 3, flexWrap: "wrap" }}>
      <SchoolField ladder={ladder} />
      <VisitsSwitch ladder={ladder} />
    </Stack>
  );
}
