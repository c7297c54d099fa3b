/** What was marked and drawn, with what it comes to; a press leads there. */
import { Box, Button, Typography } from "@mui/material";

import type { Notes, Reading } from "./filmNotes";

interface MarksListProps {
  notes: Notes;
  reading: Reading;
  onGo?: (clip: number, atS: number) => void;
  onTake?: (list: "marks" | "drawn", place: number) => void;
}

const seconds = (value: number) => `${value.toFixed(2)} s`;

export function MarksList({ notes, reading, onGo, onTake }: MarksListProps) {
  const nameOf = (clip: number) => (notes.clips.length > 1 ? `clip ${clip + 1}, ` : "");
  const rows = [
    ...notes.marks.map((each, place) => ({ ...each, list: "marks" as const, place, words: each.words || "marked" })),
    ...notes.drawn.map((each, place) => ({
      ...each,
      list: "drawn" as const,
      place,
      words: reading.drawn[place]?.words ?? "drawn",
    })),
  ].sort((a, b) => a.clip - b.clip || a.at_s - b.at_s);
  return (
    <Box sx={{ display: "grid", gap: 1 }}>
      <Box
        component="ul"
        aria-label="Marked and drawn"
        sx={{ listStyle: "none", m: 0, p: 0, display: "grid", gap: 0.5 }}>
        {rows.map(({ list, place, clip, at_s: atS, words }) => (
          <Box
            component="li"
            key={`${list} ${place}`}
            sx={{ display: "flex", gap: 1, alignItems: "center", flexWrap: "wrap" }}>
            {onGo ? (
              <Button size="small" onClick={() => onGo(clip, atS)}>
                {nameOf(clip)}
                {seconds(atS)}
              </Button>
            ) : (
              <Typography color="text.secondary">
                {nameOf(clip)}
                {seconds(atS)}
              </Typography>
            )}
            <Typography sx={{ overflowWrap: "anywhere", minWidth: 0 }}>{words}</Typography>
            {onTake && (
              <Button
                size="small"
                aria-label={`Take away ${words}, ${seconds(atS)}`}
                onClick={() => onTake(list, place)}>
                Take away
              </Button>
            )}
          </Box>
        ))}
      </Box>
      {[...reading.between.map(({ words }) => words), ...reading.ratios].map((words, place) => (
        <Typography key={`${place} ${words}`}>{words}</Typography>
      ))}
    </Box>
  );
}
