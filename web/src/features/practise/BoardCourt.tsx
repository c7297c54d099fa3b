/** The court of games with more to press than two halves: the number and what to do beside the pads. */
import { Box } from "@mui/material";

import type { Tally } from "../../api/queries";
import { LOW } from "./low";
import { PadGrid } from "./PadGrid";
import type { PressKind } from "./Pads";
import { TypedPads } from "./TypedPads";
import type { Typing } from "./useTyping";
import type { DrawnZones } from "./useDrawnZones";
import { ZoneBoard } from "./ZoneBoard";

interface BoardCourtProps {
  tally: Tally;
  drawn: DrawnZones | null;
  /** The zone that a clicker points at. */
  pointed: string | null;
  isMirrored: boolean;
  isOff: boolean;
  /** The number that is being typed, where the game takes one. */
  typing: Typing;
  missWord: string;
  onPress: (kind: PressKind, text: string) => void;
  children: React.ReactNode;
}

export function BoardCourt({
  tally,
  drawn,
  pointed,
  isMirrored,
  isOff,
  typing,
  missWord,
  onPress,
  children,
}: BoardCourtProps) {
  const { pads, target, then, face } = tally;
  const beside = isMirrored ? "row-reverse" : "row";
  return (
    <Box
      sx={{
        position: "absolute",
        inset: 0,
        display: "flex",
        flexDirection: { xs: "column", md: beside },
        [LOW]: { flexDirection: beside },
      }}>
      <Box
        sx={{
          flex: { xs: "none", md: "0 0 40%" },
          [LOW]: { flex: "0 0 40%" },
          minHeight: 0,
          minWidth: 0,
          position: "relative",
          display: "flex",
          flexDirection: "column",
          justifyContent: "center",
          overflow: "hidden",
        }}>
        {children}
      </Box>
      {drawn && face === "targets" ? (
        <ZoneBoard
          {...drawn}
          pads={pads}
          target={target}
          then={then}
          pointed={pointed}
          isOff={isOff}
          onPress={onPress}
        />
      ) : face === "typed" ? (
        <TypedPads typing={typing} missWord={missWord} isOff={isOff} onPress={onPress} />
      ) : (
        <PadGrid tally={tally} pointed={pointed} isOff={isOff} onPress={onPress} />
      )}
    </Box>
  );
}
