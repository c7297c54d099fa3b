/** The one huge number, what it is out of, what to do now, and how far it is to the mark, the usual and the best. */
import { Box, Button } from "@mui/material";
import { memo, type ReactNode } from "react";

import type { Run, Tally } from "../../api/queries";
import { quantity, showClock, showNumber } from "../../shared/lib/format";
import { HEADINGS, court } from "../../shared/ui/tape";
import { LOW } from "./low";
import type { Standing } from "./courtRun";

const LAST_SECONDS = 5;

function Beside({
  word,
  said,
  unit = "",
  missing,
}: {
  word: string;
  said: string | null;
  unit?: string;
  missing: number | null;
}) {
  if (said === null) return null;
  return (
    <Box component="span" sx={{ whiteSpace: "nowrap" }}>
      {word} <b>{said}</b>
      {unit && ` ${unit}`}
      {missing !== null && (
        <Box component="span" sx={{ color: missing > 0 ? court.dim : court.teal }}>
          {" "}
          {missing > 0 ? `(${showNumber(missing)} to go)` : "✓ reached"}
        </Box>
      )}
    </Box>
  );
}

/** Makes and misses in the words of the game; nothing where what is pressed is neither. */
function presses({ make_word: make, miss_word: miss }: Run, { makes, misses, pads, face }: Tally): string[] {
  if (face === "typed" || face === "none" || (pads.length > 0 && pads.every((pad) => pad.kind === "zone"))) return [];
  return make === "Made"
    ? [`${makes} made`, `${misses} missed`]
    : [`${make} ${makes}`, `${miss.toLowerCase()} ${misses}`];
}

function Company({ run, standing }: { run: Run; standing: Standing }) {
  const { yardstick } = run;
  const { distance, tally } = standing;
  const isUp = yardstick.direction === "up";
  const steps = [...presses(run, tally), tally.lets > 0 && quantity(tally.lets, "let")];
  return (
    <Box
      sx={{
        display: "flex",
        flexWrap: "wrap",
        justifyContent: "center",
        columnGap: 3,
        rowGap: 0.25,
        fontSize: "clamp(0.95rem, 2.4vmin, 1.35rem)",
        color: court.text,
      }}>
      {!run.is_quick && (
        <Beside
          word="mark"
          said={yardstick.mark_words}
          unit={yardstick.mark_label}
          missing={isUp ? distance.to_mark : null}
        />
      )}
      <Beside word="usual" said={yardstick.usual_words} missing={isUp ? distance.to_usual : null} />
      <Beside word="best" said={yardstick.best_words} missing={isUp ? distance.to_best : null} />
      <Box component="span" sx={{ color: court.dim }}>
        {steps.filter(Boolean).join(", ")}
      </Box>
    </Box>
  );
}

/** On a low screen, where a game has more to show than its number, the number's company gives way. */
const LESS_WHERE_LOW = { [LOW]: { display: "none" } };

/** What to play at now, large, and what follows it, one step ahead. */
function Aim({ target, then }: { target: string | null; then: string | null }) {
  if (target === null && then === null) return null;
  return (
    <Box sx={{ fontFamily: HEADINGS, lineHeight: 1.05 }}>
      {target !== null && (
        <Box
          data-testid="target"
          sx={{
            fontWeight: 800,
            // As large as its letters let it be; on a phone it has a seventh of the height whatever it says.
            fontSize: {
              xs: `clamp(2.2rem, ${165 / Math.max(3, target.length)}vw, 15dvh)`,
              md: "clamp(2.2rem, 11vmin, 6.5rem)",
            },
            minHeight: { xs: "15dvh", md: 0 },
            display: "grid",
            placeItems: "center",
            lineHeight: 1,
            color: court.mustard,
            overflowWrap: "anywhere",
          }}>
          {target}
        </Box>
      )}
      {then !== null && (
        <Box data-testid="then" sx={{ fontWeight: 550, fontSize: "clamp(1rem, 3.2vmin, 1.9rem)", color: court.text }}>
          then {then}
        </Box>
      )}
    </Box>
  );
}

interface CourtNumbersProps {
  run: Run;
  standing: Standing;
  restS: number;
  /** Whether a rest is being kept: its countdown is the number then. */
  isResting: boolean;
  onSkipRest: () => void;
  /** Whether it stands beside pads, and not over the two halves. */
  isBeside?: boolean;
  /** What the format shows of its own. */
  children?: ReactNode;
}

export const CourtNumbers = memo(function CourtNumbers({
  run,
  standing,
  restS,
  isResting,
  onSkipRest,
  isBeside = false,
  children,
}: CourtNumbersProps) {
  const { tally } = standing;
  // The time of an item is what one wants to see while it lasts.
  const isItemClock = tally.face === "items" && restS > 0;
  const shown = isResting ? restS : isItemClock ? showClock(1000 * restS) : tally.number;
  const digits = String(shown).length;
  const hasAim = tally.target !== null || tally.then !== null || children !== undefined;
  // A third of the screen's height; less where a target is to be read as well, or where it stands beside pads.
  const tall = isBeside
    ? "min(26dvh, 16vw)"
    : hasAim
      ? `min(33dvh, ${120 / Math.max(2, digits)}vw)`
      : `min(46dvh, ${150 / Math.max(2, digits)}vw)`;
  // On a phone held across, all of it has to stand between the strip and the words of the halves.
  const lower = `min(25dvh, ${120 / Math.max(2, digits)}vw)`;
  return (
    <Box
      sx={{
        position: isBeside ? "static" : "absolute",
        inset: 0,
        pb: isBeside ? 1 : "84px",
        pointerEvents: "none",
        display: "flex",
        flexDirection: "column",
        alignItems: "center",
        justifyContent: "center",
        textAlign: "center",
        px: 1,
        gap: hasAim ? 0.5 : 0,
      }}>
      <Aim target={tally.target} then={tally.then} />
      <Box
        sx={{
          fontFamily: HEADINGS,
          fontWeight: 650,
          fontSize: hasAim || isBeside ? "clamp(1.15rem, 4vmin, 2.2rem)" : "clamp(2rem, 5.8vmin, 3.4rem)",
          [LOW]: { fontSize: "1.35rem" },
          lineHeight: 1.1,
          color: court.mustard,
        }}>
        {tally.next}
        {restS > 0 && !isResting && !isItemClock && ` (${restS} s)`}
      </Box>
      <Box
        data-testid="number"
        sx={{
          fontFamily: HEADINGS,
          fontWeight: 800,
          fontVariantNumeric: "tabular-nums",
          fontSize: tall,
          [LOW]: { fontSize: isBeside ? tall : lower },
          lineHeight: 0.92,
          color: court.text,
        }}>
        {shown}
      </Box>
      <Box
        sx={{
          fontFamily: HEADINGS,
          fontWeight: 600,
          fontSize: isBeside ? "clamp(1rem, 3vmin, 1.6rem)" : "clamp(1.2rem, 4vmin, 2.2rem)",
          [LOW]: { fontSize: "1rem" },
          lineHeight: 1.2,
        }}>
        {isResting
          ? restS === 1
            ? "second to rest"
            : "seconds to rest"
          : isItemClock
            ? `left, ${tally.number} of ${tally.out_of ?? ""} done`
            : `${tally.number_label}${tally.out_of === null ? "" : `, of ${tally.out_of}`}`}
      </Box>
      {isResting && run.settings["by"] !== "seconds" && (
        <Button
          variant="outlined"
          color="inherit"
          onClick={onSkipRest}
          sx={{ pointerEvents: "auto", mt: 1, fontSize: "1.1rem" }}>
          Go on now
        </Button>
      )}
      {tally.asks !== "" && (
        <Box
          sx={{
            fontFamily: HEADINGS,
            fontWeight: 650,
            fontSize: "clamp(1.15rem, 4vmin, 2.2rem)",
            color: court.mustard,
            lineHeight: 1.15,
          }}>
          {tally.asks}
        </Box>
      )}
      {children}
      <Box sx={hasAim && !isBeside ? LESS_WHERE_LOW : undefined}>
        <Company run={run} standing={standing} />
      </Box>
      <Box
        aria-live="polite"
        sx={{ position: "absolute", width: 1, height: 1, overflow: "hidden", clipPath: "inset(50%)" }}>
        {tally.number} {tally.number_label}. {tally.target ?? ""} {tally.next} {tally.asks}
      </Box>
    </Box>
  );
});

/** The clock that matters: what is left where time is limited, what is used where it is not. */
export function CourtClock({ leftS, usedS, isPaused }: { leftS: number | null; usedS: number; isPaused: boolean }) {
  const isLast = leftS !== null && leftS <= LAST_SECONDS;
  return (
    <Box
      role="timer"
      aria-label={leftS === null ? "time used" : "time left"}
      sx={{
        fontFamily: HEADINGS,
        fontWeight: 750,
        fontVariantNumeric: "tabular-nums",
        fontSize: "clamp(1.6rem, 6vmin, 3.2rem)",
        lineHeight: 1,
        px: 1,
        bgcolor: isLast ? court.mustard : "transparent",
        color: isLast ? court.ground : court.text,
      }}>
      {showClock((leftS ?? usedS) * 1000)}
      <Box component="span" sx={{ fontSize: "0.4em", fontWeight: 600, ml: 0.75 }}>
        {isPaused ? "paused" : leftS === null ? "used" : "left"}
      </Box>
    </Box>
  );
}
