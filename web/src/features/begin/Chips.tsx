/** A question answered by pressing one or several words. */
import { Box, Chip, Typography } from "@mui/material";

interface ChipsProps {
  question: string;
  words: string[];
  chosen: string[];
  onPress: (word: string) => void;
}

export function Chips({ question, words, chosen, onPress }: ChipsProps) {
  if (words.length === 0) return null;
  return (
    <Box component="fieldset" sx={{ border: 0, p: 0, m: 0, minWidth: 0 }}>
      <Typography component="legend" variant="h3" sx={{ p: 0, mb: 0.75 }}>
        {question}
      </Typography>
      <Box sx={{ display: "flex", flexWrap: "wrap", gap: 1 }}>
        {words.map((word) => {
          const isChosen = chosen.includes(word);
          return (
            <Chip
              key={word}
              label={isChosen ? `✓ ${word}` : word}
              color={isChosen ? "primary" : "default"}
              variant={isChosen ? "filled" : "outlined"}
              aria-pressed={isChosen}
              aria-label={word}
              onClick={() => onPress(word)}
              sx={{ minHeight: 40, fontSize: "1rem" }}
            />
          );
        })}
      </Box>
    </Box>
  );
}
