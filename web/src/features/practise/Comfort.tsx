/** How comfortable a run was, in one press: some ladders ask for it before they are climbed. */
import { Box, ToggleButton, ToggleButtonGroup, Typography } from "@mui/material";

import { api, unwrap } from "../../api/client";
import { useChange, type Run } from "../../api/queries";
import { ErrorNotice } from "../../shared/ui/Loaded";

export function Comfort({ run, words }: { run: Run; words: string[] }) {
  const save = useChange(
    (comfort: number | null) =>
      unwrap(api.PUT("/api/runs/{run_id}/comfort/", { params: { path: { run_id: run.id } }, body: { comfort } })),
    ["runs"],
    ["ladders"],
    ["today"],
  );
  const said = save.isPending ? save.variables : run.comfort;
  return (
    <Box>
      <Typography id="comfort" sx={{ mb: 0.5 }}>
        How comfortable was it?
      </Typography>
      <ToggleButtonGroup
        exclusive
        size="small"
        aria-labelledby="comfort"
        value={said}
        onChange={(_, comfort: number | null) => save.mutate(comfort)}
        sx={{ flexWrap: "wrap" }}>
        {words.map((word, place) => (
          <ToggleButton key={word} value={place + 1} sx={{ textTransform: "none", px: 1.5 }}>
            <b>{place + 1}</b>&nbsp;{word}
          </ToggleButton>
        ))}
      </ToggleButtonGroup>
      {save.error && <ErrorNotice error={save.error} />}
    </Box>
  );
}
