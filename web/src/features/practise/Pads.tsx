/** The two halves of the screen: miss and make. */
import CheckIcon from "@mui/icons-material/Check";
import CloseIcon from "@mui/icons-material/Close";
import { Box } from "@mui/material";
import { memo } from "react";

import { HEADINGS, court } from "../../shared/ui/tape";
import { pressing } from "./pressing";

const FLASH_MS = 200;

export type PressKind = "make" | "miss" | "let" | "zone";

/** Lights a pad's tape up for a moment, without a render and without painting much: the next press may be near. */
export function lightPad(kind: PressKind, text = "") {
  const isStill = window.matchMedia("(prefers-reduced-motion: reduce)").matches;
  const name = CSS.escape(kind === "zone" ? `zone ${text}` : kind);
  document
    .querySelector(`[data-sheen="${name}"]`)
    ?.animate({ opacity: [0.9, isStill ? 0.9 : 0] }, { duration: FLASH_MS });
}

const LOOKS = {
  make: { ground: court.tealDeep, tape: court.teal, Icon: CheckIcon },
  miss: { ground: court.coralDeep, tape: court.coral, Icon: CloseIcon },
};

interface PadProps {
  kind: "make" | "miss";
  word: string;
  isOff: boolean;
  onPress: (kind: "make" | "miss") => void;
}

function Pad({ kind, word, isOff, onPress }: PadProps) {
  const { ground, tape, Icon } = LOOKS[kind];
  return (
    <Box
      component="button"
      type="button"
      data-pad={kind}
      aria-label={word}
      disabled={isOff}
      {...pressing(() => onPress(kind))}
      sx={{
        flex: 1,
        position: "relative",
        border: 0,
        p: 0,
        bgcolor: ground,
        color: court.text,
        cursor: "pointer",
        touchAction: "manipulation",
        userSelect: "none",
        WebkitTapHighlightColor: "transparent",
        "&:disabled": { filter: "saturate(0.35) brightness(0.75)", cursor: "default" },
        "&:focus-visible": { outline: `5px solid ${court.mustard}`, outlineOffset: -8 },
      }}>
      <Box
        aria-hidden
        sx={{
          position: "absolute",
          left: 0,
          right: 0,
          bottom: { xs: 14, md: 20 },
          mx: "auto",
          width: "min(84%, 300px)",
          py: 1,
          bgcolor: tape,
          color: court.ground,
          display: "flex",
          justifyContent: "center",
          alignItems: "center",
          gap: 1,
          fontFamily: HEADINGS,
          fontWeight: 750,
          fontSize: "clamp(1.3rem, 3.2vmin, 2rem)",
          transform: kind === "make" ? "rotate(-0.8deg)" : "rotate(0.8deg)",
          // The torn ends of a strip of tape.
          clipPath: "polygon(0 12%, 2% 0, 98% 0, 100% 20%, 99% 45%, 100% 72%, 98% 100%, 2% 100%, 0 80%, 1% 48%)",
        }}>
        <Icon sx={{ fontSize: "1.1em" }} />
        {word}
        <Box data-sheen={kind} sx={{ position: "absolute", inset: 0, bgcolor: court.text, opacity: 0 }} />
      </Box>
    </Box>
  );
}

interface PadsProps {
  makeWord: string;
  missWord: string;
  isMirrored: boolean;
  isOff: boolean;
  onPress: (kind: "make" | "miss") => void;
}

export const Pads = memo(function Pads({ makeWord, missWord, isMirrored, isOff, onPress }: PadsProps) {
  return (
    <Box
      sx={{
        position: "absolute",
        inset: 0,
        display: "flex",
        gap: "4px",
        flexDirection: isMirrored ? "row-reverse" : "row",
      }}>
      <Pad kind="miss" word={missWord} isOff={isOff} onPress={onPress} />
      <Pad kind="make" word={makeWord} isOff={isOff} onPress={onPress} />
    </Box>
  );
});
