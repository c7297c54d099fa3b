/** How comfortable a run was, in one press: some ladders ask for it before they are climbed. */
import { Box, ToggleButton, ToggleButtonGroup, Typography } from "@mui/material";
import { Link as RouterLink } from "react-router";

import type { Run } from "../../api/queries";
import { useComfort } from "../../shared/device/steps";
import { ErrorNotice } from "../../shared/ui/Loaded";

/** What is said where it hurt, below the scale. */
const HURT = 0;

export function Comfort({ run }: { run: Run }) {
  const { comforts: words, hurt_words: hurt } = run;
  const save = useComfort(run);
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
          <ToggleButton key={word} value={place + 1} sx={{ textTransform: "none", px: 1.5, color: "text.primary" }}>
            <b>{place + 1}</b>&nbsp;{word}
          </ToggleButton>
        ))}
        <ToggleButton value={HURT} sx={{ textTransform: "none", px: 1.5, color: "text.primary" }}>
          {hurt}
        </ToggleButton>
      </ToggleButtonGroup>
      {said === HURT && (
        <Typography sx={{ mt: 1 }}>
          Leave it for now. <RouterLink to="/plan">Say what to spare on Plan</RouterLink>, and blocks keep to it.
        </Typography>
      )}
      {save.error && <ErrorNotice error={save.error} />}
    </Box>
  );
}
