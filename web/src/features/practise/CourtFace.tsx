/** What can be pressed by the face that the game asks for, with its numbers: two halves, a board, or nothing. */
import type { ReactNode } from "react";

import type { Run, Tally } from "../../api/queries";
import { BoardCourt } from "./BoardCourt";
import { Pads, type PressKind } from "./Pads";
import { hasBoard } from "./signs";
import type { DrawnZones } from "./useDrawnZones";
import type { Typing } from "./useTyping";

interface CourtFaceProps {
  run: Run;
  tally: Tally;
  drawn: DrawnZones | null;
  /** The zone that a clicker points at. */
  pointed: string | null;
  isMirrored: boolean;
  isOff: boolean;
  typing: Typing;
  onPress: (kind: PressKind, text?: string) => void;
  children: ReactNode;
}

export function CourtFace({ run, tally, children, ...shared }: CourtFaceProps) {
  const { isMirrored, isOff, onPress } = shared;
  if (hasBoard(tally))
    return (
      <BoardCourt tally={tally} missWord={run.miss_word} {...shared}>
        {children}
      </BoardCourt>
    );
  return (
    <>
      {tally.face === "halves" && (
        <Pads
          makeWord={run.make_word}
          missWord={run.miss_word}
          isMirrored={isMirrored}
          isOff={isOff}
          onPress={onPress}
        />
      )}
      {children}
    </>
  );
}
