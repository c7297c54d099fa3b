/** Where the scores of each drill go: onto a rung, or onto a new ladder. */
import { Box, MenuItem, Stack, TextField, Typography } from "@mui/material";
import { useQuery } from "@tanstack/react-query";

import { laddersQuery } from "../../api/queries";
import { quantity } from "../../shared/lib/format";
import type { Choice, Looked } from "./sheet";

const GAMES: Record<Choice["game"], { title: string; outOf: string }> = {
  makes_of_n: { title: "made, of so many", outOf: "Out of" },
  streak: { title: "in a row", outOf: "Goal" },
  timed_count: { title: "in a time", outOf: "Goal" },
};
const NEW = "new";

interface DrillChoicesProps {
  choices: Looked["choices"];
  onChange: (choice: Choice) => void;
}

export function DrillChoices({ choices, onChange }: DrillChoicesProps) {
  const ladders = useQuery(laddersQuery);
  const rungs = (ladders.data ?? []).flatMap(({ ladder, rungs }) =>
    rungs.map(({ id, number }) => ({ id, words: `${ladder.title}, rung ${number}` })),
  );
  return (
    <Stack spacing={2}>
      {choices.map(({ count, ...choice }) => (
        <Box
          key={choice.drill}
          role="group"
          aria-label={choice.drill || "All scores"}
          sx={{ display: "flex", flexWrap: "wrap", gap: 1.5, alignItems: "center" }}>
          <Typography sx={{ flex: "1 1 200px" }}>
            <strong>{choice.drill || "All scores"}</strong>, {quantity(count, "score")}
          </Typography>
          <TextField
            select
            size="small"
            label="Goes onto"
            value={choice.rung === null ? NEW : String(choice.rung)}
            onChange={({ target }) => onChange({ ...choice, rung: target.value === NEW ? null : Number(target.value) })}
            sx={{ flex: "1 1 240px", maxWidth: 360 }}>
            <MenuItem value={NEW}>a new ladder</MenuItem>
            {rungs.map(({ id, words }) => (
              <MenuItem key={id} value={String(id)}>
                {words}
              </MenuItem>
            ))}
          </TextField>
          {choice.rung === null && (
            <>
              <TextField
                select
                size="small"
                label="A score is"
                value={choice.game}
                onChange={({ target }) => onChange({ ...choice, game: target.value as Choice["game"] })}
                sx={{ flex: "1 1 200px", maxWidth: 260 }}>
                {Object.entries(GAMES).map(([game, { title }]) => (
                  <MenuItem key={game} value={game}>
                    {title}
                  </MenuItem>
                ))}
              </TextField>
              <TextField
                size="small"
                type="number"
                label={GAMES[choice.game].outOf}
                defaultValue={choice.out_of}
                onBlur={({ target }) => onChange({ ...choice, out_of: Math.max(1, Math.round(Number(target.value))) })}
                sx={{ width: 110 }}
              />
            </>
          )}
        </Box>
      ))}
    </Stack>
  );
}
