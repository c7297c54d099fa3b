/** A verdict is a sign, a word and a colour together, never a colour alone. */
import ArrowDownwardIcon from "@mui/icons-material/ArrowDownward";
import ArrowUpwardIcon from "@mui/icons-material/ArrowUpward";
import DragHandleIcon from "@mui/icons-material/DragHandle";
import PauseIcon from "@mui/icons-material/Pause";
import { Box, Stack, Typography } from "@mui/material";

import type { Standing, Verdict } from "../../api/queries";
import { quantity } from "../lib/format";
import { Strokes } from "./Strokes";
import { tape } from "./tape";

/** The word, the colours and the sign of each kind. */
export const SIGNS = {
  climb: { word: "Climb", colour: tape.teal, ink: "#ffffff", Icon: ArrowUpwardIcon },
  stay: { word: "Stay", colour: tape.mustard, ink: tape.ink, Icon: DragHandleIcon },
  step_back: { word: "Step back", colour: tape.coral, ink: "#ffffff", Icon: ArrowDownwardIcon },
  rest: { word: "Rest", colour: tape.plum, ink: "#ffffff", Icon: PauseIcon },
};

export function VerdictSign({ kind }: { kind: Verdict["kind"] }) {
  const { word, colour, ink, Icon } = SIGNS[kind];
  return (
    <Box
      component="span"
      sx={{
        display: "inline-flex",
        alignItems: "center",
        gap: 0.5,
        bgcolor: colour,
        color: ink,
        px: 1,
        py: 0.25,
        fontWeight: 700,
        fontSize: "0.9rem",
        whiteSpace: "nowrap",
      }}>
      <Icon fontSize="inherit" aria-hidden />
      {word}
    </Box>
  );
}

/** Why, reason by reason, and what would change it. */
export function Reasons({ verdict, change = "" }: { verdict: Verdict; change?: string }) {
  return (
    <Stack component="ul" spacing={0.75} sx={{ m: 0, pl: 2.5 }}>
      {verdict.reasons.map((reason) => (
        <Typography component="li" key={reason.words}>
          {reason.words}
        </Typography>
      ))}
      {change && (
        <Typography component="li">
          <b>What would change it:</b> {change}
        </Typography>
      )}
    </Stack>
  );
}

/** Each side's last runs as strokes: which of them reached the mark. */
export function EvidenceStrokes({ standing }: { standing: Standing }) {
  return (
    <Stack spacing={0.5}>
      {standing.verdict.evidence.map((each) => (
        <Stack key={each.side} direction="row" sx={{ alignItems: "center", flexWrap: "wrap", columnGap: 1 }}>
          {each.side_words && (
            <Typography variant="body2" sx={{ width: 92, flexShrink: 0, color: "text.secondary" }}>
              {each.side_words}
            </Typography>
          )}
          <Strokes
            marks={each.recent}
            wanted={each.window}
            label={`${each.met} of the last ${quantity(each.recent.length, "run")} at the mark: ${each.brief}`}
          />
          <Typography variant="body2">{each.brief}</Typography>
        </Stack>
      ))}
    </Stack>
  );
}
