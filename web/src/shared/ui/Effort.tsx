/** How hard the whole block felt, 0 to 10, told in words beside the number; untold is a choice as well. */
import { Box, Button, Slider, Stack, Typography } from "@mui/material";

const WORDS = [
  "rest",
  "hardly anything",
  "easy",
  "fair",
  "somewhat hard",
  "hard",
  "hard",
  "very hard",
  "very hard",
  "nearly all I have",
  "all I have",
];

export function Effort({ value, onChange }: { value: number | null; onChange: (value: number | null) => void }) {
  return (
    <Box sx={{ maxWidth: 460 }}>
      <Typography id="effort">
        How hard was the whole block? <b>{value === null ? "not told" : `${value}, ${WORDS[value] ?? ""}`}</b>
      </Typography>
      <Stack direction="row" spacing={2} sx={{ alignItems: "center" }}>
        <Slider
          aria-labelledby="effort"
          value={value ?? 0}
          min={0}
          max={10}
          step={1}
          marks
          onChange={(_, chosen) => onChange(chosen)}
          getAriaValueText={(each) => `${each}, ${WORDS[each] ?? ""}`}
        />
        {value !== null && (
          <Button size="small" onClick={() => onChange(null)}>
            Do not tell
          </Button>
        )}
      </Stack>
    </Box>
  );
}
