/** What is said aloud while one plays: how often the count, and what else, each for itself. */
import { Box, TextField, Typography } from "@mui/material";

import { court } from "../../shared/ui/tape";
import { COUNTS, TOPICS, type useAloud } from "./aloud";
import { CourtToggle } from "./CourtToggle";

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
        <CourtToggle
          key={topic}
          value={topic}
          isOn={aloud[topic]}
          onToggle={() => set({ ...aloud, [topic]: !aloud[topic] })}>
          {topic}
        </CourtToggle>
      ))}
    </Box>
  );
}
