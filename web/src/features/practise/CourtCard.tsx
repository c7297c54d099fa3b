/** What the card of a rung shows while it is played: reminders before the next rep, and a steady click with its bar. */
import { Box, Button } from "@mui/material";
import { useEffect, useState } from "react";

import { HEADINGS, court, tape } from "../../shared/ui/tape";
import { Metronome } from "./metronome";
import type { Standing } from "./courtRun";
import type { SignOf } from "./signs";
import type { Playing } from "./useClick";

const MINUTE_MS = 60_000;

interface ReminderStripProps {
  reminder: SignOf<"reminder">;
  isPaused: boolean;
  onGoOn: () => void;
}

export function ReminderStrip({ reminder, isPaused, onGoOn }: ReminderStripProps) {
  const { item, title, lines } = reminder;
  return (
    <Box
      role="status"
      data-testid={`reminder-${item}`}
      sx={{
        borderLeft: `8px solid ${item === "faults" ? court.coral : court.mustard}`,
        bgcolor: tape.paper,
        color: court.ground,
        px: 1.5,
        py: 0.5,
        maxWidth: 760,
        textAlign: "left",
        fontSize: "clamp(0.95rem, 2.6vmin, 1.35rem)",
        lineHeight: 1.2,
      }}>
      <Box sx={{ fontFamily: HEADINGS, fontWeight: 700 }}>{title}</Box>
      {lines.map((line) => (
        <div key={line}>{line}</div>
      ))}
      {item === "basket" && isPaused && (
        <Button
          variant="contained"
          color="success"
          onClick={onGoOn}
          sx={{ pointerEvents: "auto", my: 0.5, fontSize: "1.1rem" }}>
          All collected: go on
        </Button>
      )}
    </Box>
  );
}

interface BeatRowProps {
  beat: SignOf<"beat">;
  standing: Standing;
  playing: Playing;
}

/** The bar as numbers, the beat that sounds now in mustard. */
export function BeatRow({ beat, standing, playing: { speaker, isPlaying } }: BeatRowProps) {
  const [metronome] = useState(() => new Metronome(speaker));
  const [now, setNow] = useState(0);
  const { bpm, beats, is_spoken: isSpoken } = beat;
  const accents = beat.accents.join(" ");
  const isOn = isPlaying && !standing.isStopped && !standing.isPaused;
  useEffect(() => {
    if (!isOn) return;
    const strong = new Set(accents.split(" ").map(Number));
    metronome.start(
      {
        strokeMs: MINUTE_MS / bpm,
        perBeat: 1,
        strokes: Infinity,
        leadIn: 0,
        isStrong: (place) => strong.has((place % beats) + 1),
      },
      (stroke) => {
        const place = ((stroke - 1) % beats) + 1;
        setNow(place);
        if (isSpoken) speaker.speak(String(place));
      },
      () => undefined,
    );
    return () => metronome.stop();
  }, [isOn, metronome, bpm, beats, accents, isSpoken, speaker]);
  return (
    <Box
      data-testid="beat"
      aria-label={`Click at ${bpm} beats a minute, bars of ${beats}`}
      role="img"
      sx={{ display: "flex", gap: 1, fontFamily: HEADINGS, fontWeight: 700, fontSize: "clamp(1.1rem, 3.6vmin, 2rem)" }}>
      {Array.from({ length: beats }, (_, index) => index + 1).map((place) => (
        <Box
          component="span"
          key={place}
          data-now={isOn && place === now}
          sx={{
            minWidth: "1.5em",
            textAlign: "center",
            borderBottom: `4px solid ${beat.accents.includes(place) ? court.mustard : court.line}`,
            bgcolor: isOn && place === now ? court.mustard : "transparent",
            color: isOn && place === now ? court.ground : court.text,
          }}>
          {place}
        </Box>
      ))}
    </Box>
  );
}
