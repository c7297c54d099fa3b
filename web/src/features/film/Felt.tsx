/** Two taps for each rep: what was felt, and then what the film shows. */
import { Box, Button, Stack, Typography } from "@mui/material";

import type { Rep } from "./filmNotes";

interface FeltProps {
  reps: Rep[];
  words: string;
  onChange: (reps: Rep[]) => void;
}

const SIGN = (value: boolean | null) => (value === null ? "–" : value ? "right" : "off");

export function Felt({ reps, words, onChange }: FeltProps) {
  const last = reps.at(-1);
  const isOpen = last !== undefined && last.saw === null;
  const tap = (is: boolean) =>
    onChange(isOpen ? [...reps.slice(0, -1), { ...last, saw: is }] : [...reps, { felt: is, saw: null }]);
  return (
    <Stack spacing={1.25}>
      <Typography>
        {isOpen
          ? `Rep ${reps.length}, felt ${SIGN(last.felt)}. What does the film show?`
          : `Rep ${reps.length + 1}: before you look, how did it feel?`}
      </Typography>
      <Box sx={{ display: "flex", gap: 1, flexWrap: "wrap" }}>
        <Button variant="contained" color="success" onClick={() => tap(true)}>
          {isOpen ? "It was right" : "It felt right"}
        </Button>
        <Button variant="contained" color="error" onClick={() => tap(false)}>
          {isOpen ? "It was off" : "It felt off"}
        </Button>
        {reps.length > 0 && (
          <Button
            onClick={() =>
              onChange(isOpen ? reps.slice(0, -1) : [...reps.slice(0, -1), { felt: last?.felt ?? null, saw: null }])
            }>
            Take the last tap back
          </Button>
        )}
      </Box>
      {words && <Typography aria-label="Felt and seen">{words}</Typography>}
    </Stack>
  );
}
