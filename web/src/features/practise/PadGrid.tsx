/** Pads beside each other, each with its word: zones without a drawing, pins, marks, items of a list. */
import ArrowRightIcon from "@mui/icons-material/ArrowRight";
import CheckIcon from "@mui/icons-material/Check";
import CloseIcon from "@mui/icons-material/Close";
import { Box } from "@mui/material";

import type { Schemas } from "../../api/client";
import type { Tally } from "../../api/queries";
import { HEADINGS, court } from "../../shared/ui/tape";
import type { PressKind } from "./Pads";
import { pressing } from "./pressing";
import { areNumbers } from "./signs";

type Pad = Schemas["Pad"];

interface PadButtonProps {
  pad: Pad;
  /** The key that presses it. */
  digit: string;
  /** Whether a clicker points at it. */
  isPointed?: boolean;
  /** Whether its word is a number, and fills it. */
  isBig?: boolean;
  isOff: boolean;
  onPress: (kind: PressKind, text: string) => void;
}

export function PadButton({ pad, digit, isPointed = false, isBig = false, isOff, onPress }: PadButtonProps) {
  const isOut = pad.kind === "miss";
  return (
    <Box
      component="button"
      type="button"
      data-pad={pad.kind}
      data-text={pad.text}
      data-digit={digit}
      disabled={isOff}
      {...pressing(() => onPress(pad.kind, pad.text))}
      sx={{
        position: "relative",
        border: 0,
        borderBottom: `6px solid ${isOut ? court.coral : court.teal}`,
        bgcolor: isOut ? court.coralDeep : court.tealDeep,
        color: court.text,
        opacity: pad.is_done ? 0.75 : 1,
        cursor: "pointer",
        touchAction: "manipulation",
        userSelect: "none",
        WebkitTapHighlightColor: "transparent",
        fontFamily: HEADINGS,
        fontWeight: 700,
        fontSize: isBig ? "clamp(1.8rem, 7vmin, 4rem)" : "clamp(1.15rem, 3.4vmin, 2.1rem)",
        lineHeight: 1.1,
        minHeight: 64,
        p: 1,
        overflow: "hidden",
        outline: isPointed ? `6px solid ${court.mustard}` : undefined,
        outlineOffset: -6,
        // The key is a hint for the eye, and no part of the button's name.
        "&::after": {
          content: "attr(data-digit)",
          position: "absolute",
          right: 8,
          top: 6,
          fontSize: "0.95rem",
          color: court.dim,
          display: { xs: "none", md: "block" },
        },
        "&:disabled": { filter: "saturate(0.35) brightness(0.75)", cursor: "default" },
        "&:focus-visible": { outline: `5px solid ${court.mustard}`, outlineOffset: -8 },
      }}>
      {pad.is_done && <CheckIcon sx={{ verticalAlign: "-0.15em", mr: 0.5 }} />}
      {isPointed && (
        <ArrowRightIcon sx={{ fontSize: "1.3em", verticalAlign: "-0.28em", mr: -0.5, color: court.mustard }} />
      )}
      {isOut && <CloseIcon sx={{ verticalAlign: "-0.15em", mr: 0.5 }} />}
      {pad.word}
      {pad.beside && (
        <Box
          component="span"
          sx={{ display: "block", fontSize: isBig ? "0.34em" : "0.62em", fontWeight: 550, color: court.text }}>
          {pad.beside}
        </Box>
      )}
      <Box
        data-sheen={isOut ? "miss" : `zone ${pad.text}`}
        sx={{ position: "absolute", inset: 0, bgcolor: court.text, opacity: 0, pointerEvents: "none" }}
      />
    </Box>
  );
}

interface PadGridProps {
  tally: Tally;
  pointed: string | null;
  isOff: boolean;
  onPress: (kind: PressKind, text: string) => void;
}

export function PadGrid({ tally, pointed, isOff, onPress }: PadGridProps) {
  const zones = tally.pads.filter((pad) => pad.kind === "zone");
  const others = tally.pads.filter((pad) => pad.kind !== "zone");
  // However few there are, they fill their half: the fewer, the larger.
  const isBig = areNumbers(tally);
  const across =
    tally.face === "pins"
      ? Math.ceil(zones.length / Math.ceil(zones.length / 4))
      : Math.min(zones.length, zones.length > 8 ? 4 : zones.length > 4 ? 3 : 2);
  return (
    <Box sx={{ flex: 1, minHeight: 0, display: "flex", flexDirection: "column", gap: 1, p: 1, overflow: "auto" }}>
      <Box
        sx={{
          flex: 3,
          display: "grid",
          gap: 1,
          gridTemplateColumns: `repeat(${across}, minmax(0, 1fr))`,
          gridAutoRows: "minmax(64px, 1fr)",
        }}>
        {zones.map((pad, index) => (
          <PadButton
            key={pad.text}
            pad={pad}
            digit={isBig || index >= 9 ? "" : String(index + 1)}
            isBig={isBig}
            isPointed={pad.text === pointed}
            isOff={isOff}
            onPress={onPress}
          />
        ))}
      </Box>
      {others.length > 0 && (
        <Box sx={{ flex: 1, maxHeight: 110, display: "grid" }}>
          {others.map((pad) => (
            <PadButton key={pad.kind} pad={pad} digit="X" isOff={isOff} onPress={onPress} />
          ))}
        </Box>
      )}
    </Box>
  );
}
