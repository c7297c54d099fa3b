/** The week: windows and blocks in time, wishes with their state, arranged in one press and changed by hand. */
import { Box, Button, LinearProgress, Stack, Typography } from "@mui/material";
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Link as RouterLink, useParams } from "react-router";

import { placesQuery, termsQuery, weekQuery, type SeenWeek } from "../../../api/planning";
import { laddersQuery, type Block } from "../../../api/queries";
import { localDay, readDay, showDay } from "../../../shared/lib/format";
import { EmptyState } from "../../../shared/ui/EmptyState";
import { DueRoutines } from "../../../shared/ui/DueRoutines";
import { ErrorNotice, Loaded } from "../../../shared/ui/Loaded";
import { Page, Panel, WhyPoint } from "../../../shared/ui/Page";
import type { Target } from "./BlockTape";
import { CalendarPanel } from "./CalendarPanel";
import { addWeeks, dayOf, mondayOf } from "../../../shared/lib/weekDates";
import { MoveDialog } from "./MoveDialog";
import { MoveEffect } from "./MoveEffect";
import { TermsEditor } from "./TermsEditor";
import { useArrangement, useIsSlow } from "./useArrangement";
import { useMove, useMoveCheck } from "./useMove";
import { WeekGrid } from "./WeekGrid";
import { WishStates } from "./WishStates";

function Steps({ monday }: { monday: string }) {
  return (
    <Stack direction="row" component="nav" aria-label="Weeks" sx={{ gap: 1, flexWrap: "wrap" }}>
      <Button component={RouterLink} to={`/plan/week/${addWeeks(monday, -1)}`}>
        Week before
      </Button>
      {monday !== mondayOf(localDay()) && (
        <Button component={RouterLink} to="/plan/week">
          This week
        </Button>
      )}
      <Button component={RouterLink} to={`/plan/week/${addWeeks(monday, 1)}`}>
        Week after
      </Button>
    </Stack>
  );
}

/** Dragging over the grid: which move is held, and what it would do, said before it is dropped. */
function useDraggedMove(monday: string) {
  const [held, setHeld] = useState<{ block: number; window: number } | null>(null);
  const check = useMoveCheck(monday, held);
  const move = useMove(monday);
  const over = (block: number, window: number | null) => {
    if (held?.block !== block || held.window !== window) setHeld(window === null ? null : { block, window });
  };
  return { held, check, move, over };
}

function Board({
  week,
  arrangement,
  titles,
}: {
  week: SeenWeek;
  arrangement: ReturnType<typeof useArrangement>;
  titles: Record<number, string>;
}) {
  const { held, check, move, over } = useDraggedMove(week.monday);
  const [chosen, setChosen] = useState<{ block: Block; target: Target } | null>(null);
  const { arrange, keep } = arrangement;
  const isSlow = useIsSlow(arrange.isPending);
  const proposed = arrange.data
    ? Object.fromEntries(
        arrange.data.windows.map(({ window, ladders }) => [window, ladders.map((id) => titles[id] ?? "")]),
      )
    : null;
  const isPast = dayOf(week.monday, 6) < localDay();
  const error = arrange.error ?? keep.error ?? move.error;
  return (
    <Panel>
      <Stack spacing={2}>
        <DueRoutines due={week.due} today={localDay()} />
        <WeekGrid
          week={week}
          proposed={proposed}
          over={held?.window ?? null}
          onOver={over}
          onDrop={(block, window) => move.mutate({ block, window })}
          onChoose={(block, target) => setChosen({ block, target })}
        />
        <Box role="status" sx={{ minHeight: 28 }}>
          {held && <MoveEffect check={check.data} />}
          {isSlow && (
            <>
              <Typography>Weighing your wishes against your windows…</Typography>
              <LinearProgress aria-label="Arranging the week" />
            </>
          )}
        </Box>
        {error && <ErrorNotice error={error} />}
        {!isPast && (
          <Stack direction="row" sx={{ gap: 1.5, flexWrap: "wrap" }}>
            {arrange.data ? (
              <>
                <Button
                  variant="contained"
                  color="success"
                  loading={keep.isPending}
                  onClick={() => keep.mutate(arrange.data, { onSuccess: () => arrange.reset() })}>
                  Keep this week
                </Button>
                <Button onClick={() => arrange.reset()}>Leave it as it was</Button>
              </>
            ) : (
              <Button variant="contained" color="success" loading={arrange.isPending} onClick={() => arrange.mutate()}>
                Arrange the week
              </Button>
            )}
          </Stack>
        )}
        {week.breaches.length > 0 && (
          <Typography>
            <b>As it stands:</b> {week.breaches.join(" ")}
          </Typography>
        )}
      </Stack>
      {chosen && (
        <MoveDialog monday={week.monday} block={chosen.block} target={chosen.target} onClose={() => setChosen(null)} />
      )}
    </Panel>
  );
}

function useTermsEditor() {
  const [isOpen, setOpen] = useState(false);
  const terms = useQuery(termsQuery);
  const places = useQuery(placesQuery);
  const ladders = useQuery(laddersQuery);
  const editor = isOpen && terms.data && places.data && ladders.data && (
    <TermsEditor terms={terms.data} places={places.data} standings={ladders.data} onDone={() => setOpen(false)} />
  );
  const open = (
    <Button variant="outlined" onClick={() => setOpen(true)}>
      Windows and wishes
    </Button>
  );
  return { isOpen, editor, open, terms, ladders };
}

function Why() {
  return (
    <>
      <WhyPoint title="How it is arranged">
        Minutes, places, kit and dose are never broken. Wishes are taken in your order: one is kept if it goes together
        with all dearer ones, else it gives way as little as it has to. What is left goes to more visits, and to days
        that are even.
      </WhyPoint>
      <WhyPoint title="Moving">
        Drag a block to another window, or use its move button; what breaks is said before you drop it.
      </WhyPoint>
    </>
  );
}

function TheWeek({ monday }: { monday: string }) {
  const query = useQuery(weekQuery(monday));
  const usual = useTermsEditor();
  const arrangement = useArrangement(monday);
  const titles = Object.fromEntries((usual.ladders.data ?? []).map(({ ladder }) => [ladder.id, ladder.title]));
  const states = arrangement.arrange.data?.states ?? query.data?.states ?? [];
  const isBare = usual.terms.data?.windows.length === 0 && query.data?.blocks.length === 0;
  return (
    <Page title="Week" heading={`Week of ${showDay(monday)}`} actions={<Steps monday={monday} />} why={<Why />}>
      <Loaded query={query}>
        {(week) => (
          <>
            {isBare ? (
              !usual.isOpen && (
                <EmptyState title="When can you practise?" action={usual.open}>
                  Say your windows of the week and what you wish for; the week is arranged from them.
                </EmptyState>
              )
            ) : (
              <Board week={week} arrangement={arrangement} titles={titles} />
            )}
            {usual.editor}
            {states.length > 0 && (
              <Panel
                title={arrangement.arrange.data ? "What this would make of your wishes" : "Your wishes"}
                actions={!usual.isOpen && usual.open}>
                <WishStates states={states} isArranged={arrangement.arrange.data !== undefined || week.is_kept} />
              </Panel>
            )}
            {states.length === 0 && !isBare && !usual.isOpen && <Box>{usual.open}</Box>}
            <CalendarPanel monday={monday} />
          </>
        )}
      </Loaded>
    </Page>
  );
}

export default function WeekPage() {
  const monday = mondayOf(readDay(useParams()["monday"], localDay()));
  // Every week is a board of its own: what was proposed for another is not shown on it.
  return <TheWeek key={monday} monday={monday} />;
}
