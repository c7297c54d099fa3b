/** What is said aloud while one plays: how often the count, and what else, each for itself. */
import { Box, TextField, ToggleButton, Typography } from "@mui/material";

import { court } from "../../shared/ui/tape";
import { COUNTS, TOPICS, type useAloud } from "./aloud";

export function VoiceChoice({ aloud, set }: ReturnType<typeof useAloud>) {
  return (
    <Box
      role="group"
      aria-label="Said aloud"
      sx={{ display: "flex", flexWrap: "wrap", gap: 1, alignItems: "center", justifyContent: "center" }}>
      <Typography aria-hidden sx={{ color: court.dim }}>
        Said aloud
      </Typography>
      <TextField
        select
        size="small"
        value={aloud.step}
        onChange={({ target }) => {
          set({ ...aloud, step: Number(target.value) });
          target.blur(); // Else the key that starts would open it again.
        }}
        slotProps={{ select: { native: true }, htmlInput: { "aria-label": "Count aloud" } }}
        sx={{ "& option": { color: "#1b2440" }, "& .MuiNativeSelect-icon": { color: court.dim } }}>
        {COUNTS.map(({ step, word }) => (
          <option key={step} value={step}>
            {word}
          </option>
        ))}
      </TextField>
      {TOPICS.map((topic) => (
        <ToggleButton
          key={topic}
          value={topic}
          size="small"
          selected={aloud[topic]}
          onClick={({ currentTarget }) => {
            set({ ...aloud, [topic]: !aloud[topic] });
            currentTarget.blur();
          }}
          sx={{
            color: court.text,
            px: 1.5,
            minHeight: 40,
            "&.Mui-selected, &.Mui-selected:hover": { bgcolor: court.teal, color: court.ground },
          }}>
          {aloud[topic] && "✓ "}
          {topic}
        </ToggleButton>
      ))}
    </Box>
  );
}
