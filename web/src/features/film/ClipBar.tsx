/** One clip's own choices: which file it is, mirrored or not, the moment it is aligned at, how fine its pictures are. */
import { Box, Button, MenuItem, Stack, TextField, ToggleButton, Typography } from "@mui/material";

import { PickFile } from "../../shared/ui/PickFile";
import { USUAL_RATES } from "./clipFile";
import type { Clip } from "./filmNotes";

interface ClipBarProps {
  title: string;
  clip: Clip | undefined;
  isOpen: boolean;
  atS: number;
  trouble: string;
  onFile: (file: File) => void;
  onChange: (change: Partial<Clip>) => void;
  onMark: (words: string) => void;
  onStill: () => void;
}

const dayOf = (ms: number) =>
  new Date(ms).toLocaleDateString("en-GB", { day: "numeric", month: "short", year: "numeric" });
const sizeOf = (bytes: number) => (bytes < 1e6 ? `${Math.ceil(bytes / 1000)} kB` : `${(bytes / 1e6).toFixed(1)} MB`);
const seconds = (value: number) => `${value.toFixed(2)} s`;

export function ClipBar({ title, clip, isOpen, atS, trouble, ...say }: ClipBarProps) {
  const rates = clip?.a_second && !USUAL_RATES.includes(clip.a_second) ? [clip.a_second, ...USUAL_RATES] : USUAL_RATES;
  return (
    <Stack spacing={1.25} role="group" aria-label={title} sx={{ minWidth: 0 }}>
      <Box sx={{ display: "flex", flexWrap: "wrap", gap: 1, alignItems: "center" }}>
        <Typography variant="h3" sx={{ flex: "none" }}>
          {title}
        </Typography>
        <Typography color="text.secondary" sx={{ overflowWrap: "anywhere" }}>
          {clip ? `${clip.name}, ${sizeOf(clip.bytes)}, of ${dayOf(clip.changed_ms)}` : "no clip yet"}
        </Typography>
      </Box>
      <Box sx={{ display: "flex", flexWrap: "wrap", gap: 1, alignItems: "center" }}>
        <PickFile
          name={`${title}: a clip of yours`}
          accept="video/*"
          variant={isOpen ? "text" : "contained"}
          size="small"
          onFile={say.onFile}>
          {isOpen ? "Another clip" : clip ? "Choose it again" : "Choose a clip"}
        </PickFile>
        {isOpen && clip && (
          <>
            <ToggleButton
              value="mirror"
              size="small"
              selected={clip.is_mirrored}
              onClick={() => say.onChange({ is_mirrored: !clip.is_mirrored })}>
              Mirrored
            </ToggleButton>
            <Button variant="outlined" size="small" onClick={() => say.onChange({ aligned_s: atS })}>
              Align at this moment
            </Button>
            <Button variant="outlined" size="small" onClick={say.onStill}>
              Save a still
            </Button>
            <TextField
              select
              size="small"
              label="Pictures a second"
              value={clip.a_second ?? ""}
              onChange={({ target }) => say.onChange({ a_second: target.value === "" ? null : Number(target.value) })}
              sx={{ minWidth: 150 }}>
              <MenuItem value="">not known</MenuItem>
              {rates.map((rate) => (
                <MenuItem key={rate} value={rate}>
                  {rate}
                </MenuItem>
              ))}
            </TextField>
          </>
        )}
      </Box>
      {clip && !isOpen && !trouble && (
        <Typography>Clips stay on this device: choose the same file again, and the marks are on it.</Typography>
      )}
      {clip?.aligned_s != null && isOpen && <Typography>Aligned at {seconds(clip.aligned_s)}.</Typography>}
      {trouble && (
        <Typography role="alert" color="error">
          {trouble}
        </Typography>
      )}
      {isOpen && (
        <Box
          component="form"
          onSubmit={(event) => {
            event.preventDefault();
            const words = new FormData(event.currentTarget).get("words");
            say.onMark(typeof words === "string" ? words.trim() : "");
            event.currentTarget.reset();
          }}
          sx={{ display: "flex", gap: 1, flexWrap: "wrap", alignItems: "center" }}>
          <TextField
            size="small"
            name="words"
            label={`What is at ${seconds(atS)}?`}
            slotProps={{ htmlInput: { maxLength: 120 } }}
            sx={{ flex: 1, minWidth: 150 }}
          />
          <Button type="submit" variant="outlined">
            Mark it
          </Button>
        </Box>
      )}
    </Stack>
  );
}
