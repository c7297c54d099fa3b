/** Energy and limits, asked in one line. */
import Close from "@mui/icons-material/Close";
import { Box, Button, Stack, ToggleButton, ToggleButtonGroup, Typography } from "@mui/material";
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";

import { api, unwrap } from "../../api/client";
import { limitsQuery, type BodyLimit } from "../../api/planning";
import { useChange } from "../../api/queries";
import { showLimit } from "../../shared/lib/format";
import { ErrorNotice } from "../../shared/ui/Loaded";
import { LimitDialog } from "./LimitDialog";

const ENERGIES = [
  { value: "low", word: "Tired" },
  { value: "normal", word: "As usual" },
  { value: "high", word: "Fresh" },
];

function Lifted({ limit }: { limit: BodyLimit }) {
  const lift = useChange(
    (id: number) => unwrap(api.DELETE("/api/limits/{limit_id}/", { params: { path: { limit_id: id } } })),
    ["limits"],
    ["proposal"],
    ["today"],
  );
  const words = showLimit(limit);
  return (
    <Button
      size="small"
      variant="outlined"
      color="error"
      endIcon={<Close />}
      loading={lift.isPending}
      aria-label={`Lift: ${words}`}
      onClick={() => lift.mutate(limit.id)}>
      {words}
    </Button>
  );
}

export function BodyLine({ energy, onEnergy }: { energy: string; onEnergy: (energy: string) => void }) {
  const limits = useQuery(limitsQuery);
  const [isAdding, setAdding] = useState(false);
  return (
    <Box>
      <Stack direction="row" sx={{ gap: 1.5, flexWrap: "wrap", alignItems: "center" }}>
        <Typography variant="h3" component="h2" id="energy-label">
          How are you?
        </Typography>
        <ToggleButtonGroup
          exclusive
          size="small"
          aria-labelledby="energy-label"
          value={energy}
          onChange={(_, value: string | null) => value && onEnergy(value)}>
          {ENERGIES.map(({ value, word }) => (
            <ToggleButton key={value} value={value} sx={{ px: 1.5, minHeight: 40 }}>
              {word}
            </ToggleButton>
          ))}
        </ToggleButtonGroup>
        {limits.data?.map((limit) => (
          <Lifted key={limit.id} limit={limit} />
        ))}
        <Button size="small" onClick={() => setAdding(true)}>
          Spare something
        </Button>
      </Stack>
      {limits.isError && <ErrorNotice error={limits.error} onRetry={() => void limits.refetch()} />}
      {isAdding && <LimitDialog onClose={() => setAdding(false)} />}
    </Box>
  );
}
