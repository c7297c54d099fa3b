/** Seven columns of windows and blocks, drawn in time; on a phone the days follow each other. */
import { Box, Typography } from "@mui/material";

import type { Schemas } from "../../../api/client";
import type { SeenWeek } from "../../../api/planning";
import type { Block } from "../../../api/queries";
import { localDay, showDay, showHour } from "../../../shared/lib/format";
import { tape } from "../../../shared/ui/tape";
import { BlockTape, type Target } from "./BlockTape";
import { dayOf, localHour, minuteOf, WEEKDAYS, windowWords } from "../../../shared/lib/weekDates";

type Window = Schemas["Window"];

const PX_PER_MINUTE = 1.8;
/** A window has to hold its words however short it is. */
const LEAST_PX = 84;

export interface GridProps {
  week: SeenWeek;
  /** What an arrangement that is not kept yet puts in a window, by the window's id. */
  proposed: Record<number, string[]> | null;
  over: number | null;
  onOver: (block: number, window: number | null) => void;
  onDrop: (block: number, window: number) => void;
  onChoose: (block: Block, target: Target) => void;
}

/** When a block stands in its day: as planned, else as it was begun. */
const hourOf = (block: Block) => block.start ?? (block.started_at && localHour(block.started_at));

/** Whether a block stands over a window, wholly or in part. */
function isIn(block: Block, window: Window): boolean {
  const hour = hourOf(block);
  if (!hour) return false;
  const [from, start] = [minuteOf(hour), minuteOf(window.start)];
  return from < start + window.minutes && start < from + block.minutes;
}

interface Place {
  top: number;
  height: number;
}

/** Where things stand on the page: only hours that hold anything are drawn, each gap at a tenth of its length. */
function makeScale(spans: [number, number][]) {
  const sorted = [...spans].sort((one, other) => one[0] - other[0]);
  const merged: [number, number][] = [];
  for (const [from, to] of sorted) {
    const last = merged.at(-1);
    if (last && from <= last[1] + 60) last[1] = Math.max(last[1], to);
    else merged.push([from, to]);
  }
  const stretch = (at: number) => {
    let y = 0;
    let before: number | null = null;
    for (const [from, to] of merged) {
      if (before !== null) y += 22;
      if (at <= to) return y + Math.max(0, at - from) * PX_PER_MINUTE;
      y += (to - from) * PX_PER_MINUTE;
      before = to;
    }
    return y;
  };
  const place = (from: number, minutes: number): Place => ({
    top: stretch(from),
    height: Math.max(LEAST_PX, stretch(from + minutes) - stretch(from)),
  });
  const height = Math.max(
    LEAST_PX,
    ...spans.map(([from, to]) => place(from, to - from)).map(({ top, height: tall }) => top + tall),
  );
  return { place, height };
}

function WindowFrame({
  window,
  at,
  proposed,
  isOver,
  isTaken,
}: {
  window: Window;
  at: Place;
  proposed: string[] | undefined;
  isOver: boolean;
  isTaken: boolean;
}) {
  return (
    <Box
      data-window={window.id}
      aria-label={`Window ${windowWords(window)}, ${window.minutes} minutes`}
      role="group"
      sx={{
        display: { xs: isTaken ? "none" : "block", md: "block" },
        position: { xs: "relative", md: "absolute" },
        left: 0,
        right: 0,
        top: { md: at.top },
        minHeight: { xs: 64, md: at.height },
        border: isOver ? `3px solid ${tape.plum}` : "2px dashed",
        borderColor: isOver ? tape.plum : "divider",
        bgcolor: isOver ? "#f1e6f3" : "background.paper",
        p: 0.5,
        fontSize: "0.82rem",
        lineHeight: 1.2,
      }}>
      {!isTaken && (
        <>
          <b>{showHour(window.start)}</b>, {window.minutes} min
          <Box sx={{ color: "text.secondary" }}>{window.place?.name}</Box>
        </>
      )}
      {proposed?.map((title) => (
        <Box key={title} sx={{ mt: 0.5, borderLeft: `5px solid ${tape.mustard}`, pl: 0.5, bgcolor: "#fbeecb" }}>
          {title}
        </Box>
      ))}
    </Box>
  );
}

function DayColumn({ weekday, scale, ...grid }: GridProps & { weekday: number; scale: ReturnType<typeof makeScale> }) {
  const { week, proposed, over, onOver, onDrop, onChoose } = grid;
  const day = dayOf(week.monday, weekday);
  const windows = week.windows.filter((window) => window.weekday === weekday);
  const blocks = week.blocks.filter((block) => block.day === day && block.status !== "dropped");
  const isTaken = (window: Window) => !proposed && blocks.some((block) => isIn(block, window));
  const shown = proposed
    ? blocks.filter((block) => block.status !== "planned" || !windows.some(({ start }) => start === block.start))
    : blocks;
  const targets = week.windows
    .filter((window) => !(window.weekday === weekday && blocks.some(({ start }) => start === window.start)))
    .map((window) => ({ id: window.id, words: windowWords(window) }));
  const tapeOf = (block: Block) => {
    const start = hourOf(block);
    const at = start ? scale.place(minuteOf(start), block.minutes) : null;
    return (
      <Box
        key={block.id}
        sx={
          at
            ? {
                position: { xs: "relative", md: "absolute" },
                left: 0,
                right: 0,
                top: { md: at.top },
                minHeight: { xs: 56, md: Math.max(LEAST_PX, block.minutes * PX_PER_MINUTE) },
                display: "grid",
                pl: { md: "3px" },
                pr: { md: "3px" },
              }
            : { mb: 0.5, display: "grid" }
        }>
        <BlockTape block={block} targets={targets} onOver={onOver} onDrop={onDrop} onChoose={onChoose} />
      </Box>
    );
  };
  const isEmpty = windows.length === 0 && shown.length === 0;
  return (
    <Box
      component="section"
      aria-label={WEEKDAYS[weekday]}
      sx={{ minWidth: 0, borderTop: "4px solid", borderColor: day === localDay() ? tape.mustard : "divider", pt: 0.5 }}>
      <Typography component="h2" sx={{ fontWeight: 700, fontSize: "0.95rem", mb: 0.5 }}>
        {showDay(day)}
      </Typography>
      {shown.filter((block) => !hourOf(block)).map(tapeOf)}
      {isEmpty && (
        <Typography variant="body2" color="text.secondary" sx={{ display: { md: "none" } }}>
          rest
        </Typography>
      )}
      <Box
        sx={{
          position: "relative",
          height: { md: scale.height },
          display: "grid",
          gap: { xs: 0.5, md: 0 },
          alignContent: "start",
        }}>
        {windows.map((window) => (
          <WindowFrame
            key={window.id}
            window={window}
            at={scale.place(minuteOf(window.start), window.minutes)}
            proposed={proposed?.[window.id]}
            isOver={over === window.id}
            isTaken={isTaken(window)}
          />
        ))}
        {shown.filter((block) => hourOf(block)).map(tapeOf)}
      </Box>
    </Box>
  );
}

export function WeekGrid(props: GridProps) {
  const { windows, blocks } = props.week;
  const spans: [number, number][] = [
    ...windows,
    ...blocks.map((block) => ({ start: hourOf(block), minutes: block.minutes })),
  ].flatMap(({ start, minutes }) =>
    start ? [[minuteOf(start), minuteOf(start) + Math.max(minutes, LEAST_PX / PX_PER_MINUTE)]] : [],
  );
  const scale = makeScale(spans);
  return (
    <Box
      sx={{
        display: "grid",
        gap: { xs: 1.5, md: 1 },
        gridTemplateColumns: { xs: "minmax(0, 1fr)", md: "repeat(7, minmax(0, 1fr))" },
      }}>
      {WEEKDAYS.map((name, weekday) => (
        <DayColumn key={name} weekday={weekday} scale={scale} {...props} />
      ))}
    </Box>
  );
}
