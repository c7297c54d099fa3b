/** Words to press on the court: why a ball was missed, that it feels right. */
import { Box, Button } from "@mui/material";

import { court } from "../../shared/ui/tape";
import type { PressKind } from "./Pads";
import { pressing } from "./pressing";
import type { SignOf } from "./signs";
import { LOW } from "./low";

interface ChoicesProps {
  sign: SignOf<"choices">;
  onPress: (kind: PressKind, text: string) => void;
}

export function ChoiceRow({ sign, onPress }: ChoicesProps) {
  return (
    <Box
      role="group"
      aria-label={sign.asks || "Say it"}
      sx={{ display: "flex", flexWrap: "wrap", gap: 1, justifyContent: "center", alignItems: "center", px: 1 }}>
      {sign.asks && <Box sx={{ fontSize: "clamp(1rem, 2.6vmin, 1.4rem)" }}>{sign.asks}</Box>}
      {sign.choices.map((choice, place) => (
        <Button
          key={choice}
          variant="outlined"
          color="inherit"
          {...pressing(() => onPress("zone", choice))}
          sx={{
            pointerEvents: "auto",
            minHeight: 48,
            fontSize: "clamp(1rem, 2.8vmin, 1.5rem)",
            bgcolor: court.ground,
          }}>
          {sign.choices.length > 1 ? `${place + 1} ${choice}` : choice}
        </Button>
      ))}
    </Box>
  );
}

/** In the band over the two halves: the next make, pressed anywhere on its half, is not taken for a reason. */
const ABOVE_THE_HALVES = {
  position: "absolute",
  top: "-62px",
  left: 0,
  right: 0,
  zIndex: 1,
  [LOW]: { top: 0 },
} as const;

/** As they stand on the court: an answer above its halves, a word beside the number. */
export function Choices(props: ChoicesProps) {
  return (
    <Box sx={props.sign.asks ? ABOVE_THE_HALVES : undefined}>
      <ChoiceRow {...props} />
    </Box>
  );
}
