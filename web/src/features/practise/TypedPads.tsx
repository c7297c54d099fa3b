/** A number to enter once a rally is over: typed on a keyboard or on the screen, or held until it has counted up. */
import BackspaceIcon from "@mui/icons-material/BackspaceOutlined";
import { Box } from "@mui/material";
import { useEffect, useRef, useState, type ReactNode } from "react";

import { HEADINGS, court } from "../../shared/ui/tape";
import type { PressKind } from "./Pads";
import { pressing } from "./pressing";
import type { Typing } from "./useTyping";

const DIGITS = ["1", "2", "3", "4", "5", "6", "7", "8", "9"];
/** While it is held it counts as fast as one can say the numbers. */
const COUNT_EVERY_MS = 220;

interface KeyProps {
  name: string;
  isOff: boolean;
  isStrong?: boolean;
  onPress: () => void;
  children: ReactNode;
}

function Key({ name, isOff, isStrong = false, onPress, children }: KeyProps) {
  return (
    <Box
      component="button"
      type="button"
      data-pad="key"
      aria-label={name}
      disabled={isOff}
      {...pressing(onPress)}
      sx={{
        border: 0,
        borderBottom: `5px solid ${isStrong ? court.teal : court.line}`,
        bgcolor: isStrong ? court.tealDeep : court.line,
        color: court.text,
        fontFamily: HEADINGS,
        fontWeight: 700,
        fontSize: "clamp(1.3rem, 4vmin, 2.4rem)",
        minHeight: 44,
        touchAction: "manipulation",
        userSelect: "none",
        cursor: "pointer",
        "&:disabled": { filter: "saturate(0.35) brightness(0.75)", cursor: "default" },
        "&:focus-visible": { outline: `5px solid ${court.mustard}`, outlineOffset: -8 },
      }}>
      {children}
    </Box>
  );
}

/** Counts up while it is held, and enters what it came to when it is let go. */
function HoldKey({ isOff, onEnter }: { isOff: boolean; onEnter: (number: number) => void }) {
  const [held, setHeld] = useState<number | null>(null);
  const count = useRef(0);
  useEffect(() => {
    if (held === null) return;
    const timer = window.setInterval(() => {
      count.current += 1;
      setHeld(count.current);
    }, COUNT_EVERY_MS);
    return () => window.clearInterval(timer);
  }, [held]);
  const letGo = () => {
    if (held !== null && held > 0) onEnter(held);
    count.current = 0;
    setHeld(null);
  };
  return (
    <Box
      component="button"
      type="button"
      disabled={isOff}
      onPointerDown={(event) => {
        event.preventDefault();
        event.currentTarget.setPointerCapture(event.pointerId);
        setHeld(0);
      }}
      onPointerUp={letGo}
      onPointerCancel={() => setHeld(null)}
      sx={{
        gridColumn: "1 / -1",
        border: `2px dashed ${court.dim}`,
        bgcolor: "transparent",
        color: court.text,
        fontFamily: "inherit",
        fontSize: "clamp(1rem, 2.6vmin, 1.5rem)",
        minHeight: 44,
        touchAction: "none",
        userSelect: "none",
      }}>
      {held === null ? "Hold, and let go at the number" : held}
    </Box>
  );
}

interface TypedPadsProps {
  typing: Typing;
  missWord: string;
  isOff: boolean;
  onPress: (kind: PressKind, text: string) => void;
}

export function TypedPads({ typing, missWord, isOff, onPress }: TypedPadsProps) {
  const { typed, type, back, enter } = typing;
  return (
    <Box
      sx={{
        flex: 1,
        minHeight: 0,
        display: "grid",
        gridTemplateColumns: "repeat(3, 1fr)",
        gridAutoRows: "minmax(44px, 1fr)",
        overflow: "auto",
        gap: 1,
        p: 1,
      }}>
      {DIGITS.map((digit) => (
        <Key key={digit} name={digit} isOff={isOff} onPress={() => type(digit)}>
          {digit}
        </Key>
      ))}
      <Key name="Take the last digit back" isOff={isOff || typed === ""} onPress={back}>
        <BackspaceIcon />
      </Key>
      <Key name="0" isOff={isOff} onPress={() => type("0")}>
        0
      </Key>
      <Key
        name={typed === "" ? missWord : `Enter ${typed}`}
        isStrong
        isOff={isOff}
        onPress={typed === "" ? () => onPress("miss", "") : enter}>
        {typed === "" ? missWord : `Enter ${typed}`}
      </Key>
      <HoldKey isOff={isOff} onEnter={(number) => onPress("zone", String(number))} />
    </Box>
  );
}
