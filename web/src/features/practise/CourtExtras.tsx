/** What one format or another shows beside its number: the sheet of frames, strokes of a click, a call, cues, a lap. */
import { Box } from "@mui/material";

import type { Tally } from "../../api/queries";
import { HEADINGS, court, tape } from "../../shared/ui/tape";
import type { Standing } from "./courtRun";
import type { PressKind } from "./Pads";
import { Choices } from "./Choices";
import type { Sign, SignOf } from "./signs";
import { useCaller } from "./useCaller";
import { BeatRow, ReminderStrip } from "./CourtCard";
import { useClick, type Playing } from "./useClick";
import { useFeeder } from "./useFeeder";

function Frame({ frame, number }: { frame: SignOf<"frames">["frames"][number] | undefined; number: number }) {
  const balls = frame?.balls ?? [];
  return (
    <Box
      component="li"
      aria-label={`Frame ${number}: ${balls.join(" ") || "not played yet"}${frame?.total == null ? "" : `, ${frame.total} in all`}`}
      sx={{
        flex: number === 10 ? 1.4 : 1,
        minWidth: 0,
        bgcolor: frame ? court.line : "transparent",
        borderTop: `3px solid ${balls.length > 0 ? court.mustard : court.line}`,
        textAlign: "center",
        py: 0.5,
        fontVariantNumeric: "tabular-nums",
      }}>
      <Box
        aria-hidden
        sx={{
          fontSize: "clamp(0.75rem, 2.1vmin, 1.2rem)",
          color: court.mustard,
          minHeight: "1.4em",
          whiteSpace: "nowrap",
        }}>
        {balls.join(" ")}
      </Box>
      <Box aria-hidden sx={{ fontSize: "clamp(0.85rem, 2.6vmin, 1.5rem)", fontWeight: 700, minHeight: "1.4em" }}>
        {frame?.total ?? ""}
      </Box>
    </Box>
  );
}

function FrameSheet({ frames }: { frames: SignOf<"frames">["frames"] }) {
  return (
    <Box
      component="ol"
      aria-label="Score sheet"
      sx={{ listStyle: "none", display: "flex", gap: "3px", m: 0, p: 0, width: "100%", maxWidth: 900 }}>
      {Array.from({ length: 10 }, (_, index) => (
        <Frame key={index} frame={frames[index]} number={index + 1} />
      ))}
    </Box>
  );
}

/** The strokes of a go as chalk: left and right hand in turn, the one that sounds now in mustard. */
function StrokeRow({ click, standing, playing }: { click: SignOf<"click">; standing: Standing; playing: Playing }) {
  const { stroke, strokes, isDone } = useClick(click, standing, playing);
  const isFirst = click.is_separate ? stroke <= strokes / 2 : stroke % 2 === 1;
  const words = isDone
    ? click.goes_on
      ? "Shake the hands out, the next comes by itself"
      : "Clean, or not?"
    : stroke < 1
      ? "Get ready"
      : `${stroke} of ${strokes}, ${isFirst ? "first hand" : "other hand"}`;
  const shown = Math.min(strokes, 64);
  return (
    <Box sx={{ width: "100%", maxWidth: 900 }}>
      <Box
        data-testid="strokes"
        sx={{
          fontFamily: HEADINGS,
          fontWeight: 650,
          fontSize: "clamp(1.2rem, 4vmin, 2.2rem)",
          color: isDone ? court.mustard : court.text,
        }}>
        {words}
      </Box>
      <Box
        aria-hidden
        sx={{ display: "flex", justifyContent: "center", alignItems: "flex-end", gap: "3px", height: 40, mt: 0.5 }}>
        {Array.from({ length: shown }, (_, index) => {
          const place = index + 1 + Math.max(0, stroke - shown);
          const isNow = place === stroke;
          return (
            <Box
              key={index}
              sx={{
                width: isNow ? 8 : 4,
                height: place % 2 === 1 ? 36 : 24,
                opacity: place > stroke ? 0.55 : 1,
                bgcolor: isNow ? court.mustard : place < stroke ? court.text : court.dim,
                borderRadius: "2px",
              }}
            />
          );
        })}
      </Box>
    </Box>
  );
}

const CALLED: Record<string, string> = {
  red: court.coral,
  green: court.teal,
  yellow: court.mustard,
  purple: "#d9a6e5",
  white: tape.paper,
  none: court.text,
};

function CallSign({ call: coming, standing, playing }: { call: SignOf<"call">; standing: Standing; playing: Playing }) {
  const call = useCaller(coming, standing, playing);
  return (
    <Box
      role="status"
      data-testid="call"
      sx={{
        // The whole court is the call, but for the two words at its foot that say which half is which, where it has any.
        position: "fixed",
        inset: call ? `clamp(110px, 20dvh, 170px) 0 ${standing.tally.face === "none" ? 84 : 170}px 0` : undefined,
        zIndex: 1,
        pointerEvents: "none",
        display: "grid",
        placeContent: "center",
        textAlign: "center",
        fontFamily: HEADINGS,
        fontWeight: 800,
        fontSize: `min(30dvh, ${150 / Math.max(4, call?.call.length ?? 4)}vw)`,
        lineHeight: 1.05,
        px: 2,
        bgcolor: call ? CALLED[call.colour] : "transparent",
        color: court.ground,
        overflowWrap: "anywhere",
      }}>
      {call?.call}
      {call?.means && (
        <Box component="span" sx={{ display: "block", fontSize: "0.32em", fontWeight: 600 }}>
          {call.means}
        </Box>
      )}
    </Box>
  );
}

/** A ball that is fed: a full circle from the moment it comes, an empty one until then; and how the machine is set. */
function FeedMark({ feed, standing, playing }: { feed: SignOf<"feed">; standing: Standing; playing: Playing }) {
  const fed = useFeeder(feed, standing, playing);
  const isFed = fed === feed.place || feed.in_ms === 0;
  return (
    <Box
      data-testid="feed"
      data-fed={isFed}
      sx={{
        display: "flex",
        alignItems: "center",
        justifyContent: "center",
        gap: 1.5,
        fontFamily: HEADINGS,
        fontWeight: 650,
        fontSize: "clamp(1.1rem, 3.4vmin, 2rem)",
        color: isFed ? court.mustard : court.dim,
      }}>
      <Box
        aria-hidden
        sx={{
          width: "1.3em",
          height: "1.3em",
          borderRadius: "50%",
          border: "3px solid",
          bgcolor: isFed ? court.mustard : "transparent",
        }}
      />
      {isFed ? "Fed" : "Coming"}
      {feed.means && <Box sx={{ fontWeight: 500, color: court.text }}>{feed.means}</Box>}
    </Box>
  );
}

function CueStrip({ cues }: { cues: string[] }) {
  return (
    <Box
      component="ul"
      aria-label="Cues"
      sx={{ listStyle: "none", m: 0, p: 0, display: "flex", flexWrap: "wrap", justifyContent: "center", gap: 1.5 }}>
      {cues.map((cue) => (
        <Box
          component="li"
          key={cue}
          sx={{
            px: 2,
            py: 0.5,
            bgcolor: tape.paper,
            color: court.ground,
            fontFamily: HEADINGS,
            fontWeight: 650,
            fontSize: "clamp(1.1rem, 3.6vmin, 2rem)",
          }}>
          {cue}
        </Box>
      ))}
    </Box>
  );
}

/** As many steps of a lap are shown at once; of a longer one those about the step in hand. */
const MOST_CHIPS = 24;

function Lap({ lap, step }: { lap: string[]; step: number }) {
  const from = Math.max(0, Math.min(lap.length - MOST_CHIPS, step - MOST_CHIPS / 2));
  return (
    <Box
      aria-hidden
      sx={{
        display: "flex",
        flexWrap: "wrap",
        justifyContent: "center",
        gap: 0.75,
        fontSize: "clamp(0.9rem, 2.3vmin, 1.3rem)",
      }}>
      {from > 0 && <span>…</span>}
      {lap
        .slice(from, from + MOST_CHIPS)
        .map((zone, offset) => [zone, from + offset] as const)
        .map(([zone, index]) => (
          <Box
            component="span"
            key={index}
            sx={{
              px: 0.75,
              bgcolor: index === step ? court.mustard : index < step ? court.tealDeep : "transparent",
              color: index === step ? court.ground : court.text,
              border: `1px solid ${court.line}`,
            }}>
            {zone}
          </Box>
        ))}
      {from + MOST_CHIPS < lap.length && <span>…</span>}
    </Box>
  );
}

/** Whether a game shows anything while it is played. */
export const hasExtras = (tally: Tally) => tally.signs.some((sign) => sign.kind !== "closing");

interface CourtExtrasProps {
  standing: Standing;
  playing: Playing;
  /** Ends a pause. */
  onGoOn: () => void;
  onPress: (kind: PressKind, text: string) => void;
}

function Extra({ sign, onGoOn, onPress, ...shared }: CourtExtrasProps & { sign: Sign }) {
  switch (sign.kind) {
    case "frames":
      return <FrameSheet frames={sign.frames} />;
    case "click":
      return <StrokeRow click={sign} {...shared} />;
    case "call":
      return <CallSign call={sign} {...shared} />;
    case "feed":
      return <FeedMark feed={sign} {...shared} />;
    case "cues":
      return <CueStrip cues={sign.cues} />;
    case "lap":
      return <Lap lap={sign.steps} step={sign.place} />;
    case "beat":
      return <BeatRow beat={sign} {...shared} />;
    case "reminder":
      return <ReminderStrip reminder={sign} isPaused={shared.standing.isPaused} onGoOn={onGoOn} />;
    case "choices":
      return <Choices sign={sign} onPress={onPress} />;
    case "closing":
      return null;
  }
}

export function CourtExtras(props: CourtExtrasProps) {
  return props.standing.tally.signs.map((sign) => (
    <Extra key={sign.kind === "reminder" ? sign.item : sign.kind} sign={sign} {...props} />
  ));
}
