/** Before a run: where things go, the game, the cues, what is asked for, and the start on the side chosen. */
import { Box, Button, Stack, Typography } from "@mui/material";

import type { Rung, Side } from "../../api/queries";
import { CardLines } from "../../shared/ui/CardLines";
import { ErrorNotice } from "../../shared/ui/Loaded";
import { useStart } from "./startRun";

export function Briefing({ rung }: { rung: Rung }) {
  return (
    <Stack spacing={1.5}>
      <Typography sx={{ fontSize: "1.15rem" }}>{rung.set_up}</Typography>
      <Typography sx={{ fontSize: "1.15rem" }}>
        <b>The game:</b> {rung.goal_words}
      </Typography>
      {rung.cues.length > 0 && (
        <Box component="ul" sx={{ m: 0, pl: 2.5 }} aria-label="Cues">
          {rung.cues.map((cue) => (
            <li key={cue}>{cue}</li>
          ))}
        </Box>
      )}
      <CardLines lines={rung.card_lines} />
    </Stack>
  );
}

interface StartButtonProps {
  rung: number;
  side: Side;
  part?: number;
  word: string;
  isQuiet?: boolean;
}

export function StartButton({ rung, side, part, word, isQuiet = false }: StartButtonProps) {
  const { start, isStarting, error } = useStart();
  return (
    <Box>
      <Button
        variant={isQuiet ? "outlined" : "contained"}
        color={isQuiet ? "primary" : "success"}
        size="large"
        loading={isStarting}
        onClick={() => start({ rung, side, part })}
        sx={{ fontSize: "1.25rem", px: 4, py: 1.5 }}>
        {word}
      </Button>
      {error && <ErrorNotice error={error} />}
    </Box>
  );
}
