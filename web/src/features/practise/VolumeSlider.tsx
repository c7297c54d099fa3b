/** How loud tones and voice are: set against the music that plays beside them, by ear, as a sample sounds at each stop. */
import { Slider } from "@mui/material";

import { court } from "../../shared/ui/tape";
import type { CourtSound } from "./useSound";

export function VolumeSlider({ sound }: { sound: CourtSound }) {
  return (
    <Slider
      aria-label="Volume"
      size="small"
      value={sound.volume}
      disabled={sound.isMuted}
      onChange={(_, value) => sound.setVolume(value)}
      onChangeCommitted={(_, value) => sound.sample(value)}
      sx={{ width: 130, color: court.dim, display: "block" }}
    />
  );
}
