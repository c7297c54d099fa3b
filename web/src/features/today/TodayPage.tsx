/** Home: the next block, what the ladders are asking for, cautions, one big way in. */
import { Box, Button, Link, Stack, Typography } from "@mui/material";
import { useQuery } from "@tanstack/react-query";
import { Link as RouterLink } from "react-router";

import type { Schemas } from "../../api/client";
import { todayQuery, type Block, type RunRow } from "../../api/queries";
import { quantity, showDay, showHour, showLimit, showLongDay, showMinutes } from "../../shared/lib/format";
import { BlockRibbon } from "../../shared/ui/BlockRibbon";
import { DueRoutines } from "../../shared/ui/DueRoutines";
import { EmptyState } from "../../shared/ui/EmptyState";
import { FirstFind, useHasFind } from "../../shared/ui/Found";
import { LadderDrawing } from "../../shared/ui/LadderDrawing";
import { Loaded } from "../../shared/ui/Loaded";
import { Page, Panel, WhyPoint } from "../../shared/ui/Page";
import { Refit } from "../../shared/ui/Refit";
import { tape } from "../../shared/ui/tape";
import { VerdictSign } from "../../shared/ui/VerdictSign";

type Ask = Schemas["TodaysAsk"];

function NextBlock({ block, today, stale }: { block: Block; today: string; stale: string[] }) {
  const isStarted = block.status === "started";
  const hour = block.start ? `, ${showHour(block.start)}` : "";
  const where = block.place ? `, ${block.place.name}` : "";
  const when = `${block.day === today ? "today" : showDay(block.day)}${hour}${where}`;
  return (
    <Panel
      title={`${block.minutes} minutes ${when}`}
      actions={
        <Link component={RouterLink} to={`/plan/blocks/${block.id}`}>
          See the whole block
        </Link>
      }>
      <Stack spacing={2.5}>
        <BlockRibbon block={block} />
        <Button
          component={RouterLink}
          to={`/practise/blocks/${block.id}`}
          variant="contained"
          color="success"
          sx={{ fontSize: "1.4rem", py: 1.75, px: 4, alignSelf: { xs: "stretch", sm: "flex-start" } }}>
          {isStarted ? "Carry on with the block" : "Start the block"}
        </Button>
        <Refit block={block} stale={stale} />
        {block.kit.length > 0 && (
          <Typography>
            <b>To bring:</b> {block.kit.join(", ")}.
          </Typography>
        )}
      </Stack>
    </Panel>
  );
}

/** The word and the colours of what is no verdict. */
const ASKS: Partial<Record<Ask["kind"], { word: string; colour: string }>> = {
  check: { word: "Kept check", colour: tape.timberDark },
  trial: { word: "Two ways", colour: tape.timberDark },
};

function Asking({ ask }: { ask: Ask }) {
  const { ladder, verdict, working, held, rungs, kept } = ask.standing;
  const sign = ASKS[ask.kind];
  const rung = ask.kind === "check" && kept ? kept.rung : working;
  return (
    <Box
      component={RouterLink}
      to={ask.kind === "check" ? `/practise/rungs/${rung.id}` : `/climb/${ladder.id}`}
      sx={{
        display: "flex",
        gap: 2,
        alignItems: "center",
        color: "inherit",
        textDecoration: "none",
        borderTop: "1px solid",
        borderColor: "divider",
        py: 1.5,
        "&:hover .name": { textDecoration: "underline" },
      }}>
      <LadderDrawing
        rungs={rungs.length}
        held={held}
        share={verdict.share}
        width={64}
        step={14}
        label={`Holds rung ${held} of ${rungs.length}`}
      />
      <Box sx={{ minWidth: 0, flex: 1 }}>
        <Stack direction="row" spacing={1} sx={{ alignItems: "center", flexWrap: "wrap", rowGap: 0.5 }}>
          <Typography className="name" variant="h3">
            {ladder.title}
          </Typography>
          {sign ? (
            <Box component="span" sx={{ bgcolor: sign.colour, color: "#ffffff", px: 1, py: 0.25, fontWeight: 700 }}>
              {sign.word}
            </Box>
          ) : (
            <VerdictSign kind={verdict.kind} />
          )}
        </Stack>
        <Typography color="text.secondary">
          {ask.kind !== "check" && `Rung ${rung.number}, ${rung.title}. `}
          {ask.words}
        </Typography>
      </Box>
    </Box>
  );
}

function Recent({ runs }: { runs: RunRow[] }) {
  if (runs.length === 0) return <Typography color="text.secondary">Your runs will stand here.</Typography>;
  return (
    <Stack spacing={1}>
      {runs.map((run) => (
        <Link
          key={run.id}
          component={RouterLink}
          to={`/practise/runs/${run.id}/end`}
          color="inherit"
          underline="hover"
          sx={{ display: "block" }}>
          <b>
            {run.result.number} {run.result.label}
          </b>{" "}
          {!run.is_quick && `(mark ${run.yardstick.mark_words})`}, {run.ladder.title}
          {run.side_words && `, ${run.side_words}`}, {showDay(run.day)}
        </Link>
      ))}
    </Stack>
  );
}

export default function TodayPage() {
  const query = useQuery(todayQuery);
  const hasFind = useHasFind();
  const day = query.data;
  const why = day && (
    <>
      {day.next_block && (
        <WhyPoint title="Why these">
          <Stack component="ul" sx={{ pl: 2.5, m: 0 }} spacing={0.5}>
            {day.next_block.parts
              .filter((part) => part.rung)
              .map((part) => (
                <li key={part.id}>
                  {part.title}: {part.reasons.join(", ")}
                </li>
              ))}
          </Stack>
        </WhyPoint>
      )}
      {day.limits.length > 0 && (
        <WhyPoint title="Spared for now">
          {day.limits.map(showLimit).join("; ")}. <RouterLink to="/plan">Change it on Plan</RouterLink>.
        </WhyPoint>
      )}
      <WhyPoint title="Take care">
        <Stack spacing={1}>
          {day.cautions.slice(0, 3).map((caution) => (
            <span key={caution}>{caution}</span>
          ))}
          <span>Your coach, the venue&rsquo;s rules and medical advice come before anything this screen says.</span>
        </Stack>
      </WhyPoint>
      {hasFind && (
        <WhyPoint title="Found in your record">
          <FirstFind />
        </WhyPoint>
      )}
      <WhyPoint title="Last runs">
        <Recent runs={day.recent} />
      </WhyPoint>
    </>
  );
  return (
    <Page
      title="Today"
      heading={day ? showLongDay(day.day) : "Today"}
      lead={day && lead(day.next_block, day.waiting)}
      why={why}>
      <Loaded query={query}>
        {({ next_block: block, asks, ladders, day: today, stale, due }) => (
          <>
            <DueRoutines due={due} today={today} />
            {block ? <NextBlock block={block} today={today} stale={stale} /> : <NoBlock hasLadders={ladders > 0} />}
            {asks.length > 0 && (
              <Panel
                title="Asked of you today"
                actions={
                  <Link component={RouterLink} to="/climb">
                    {ladders === 1 ? "Your ladder" : `All ${ladders} ladders`}
                  </Link>
                }>
                {asks.map((ask) => (
                  <Asking key={ask.standing.ladder.id} ask={ask} />
                ))}
              </Panel>
            )}
          </>
        )}
      </Loaded>
    </Page>
  );
}

function lead(block: Block | null, waiting: number) {
  const ladders = waiting
    ? `${quantity(waiting, "ladder")} waiting for your decision.`
    : "No ladder is waiting for a decision.";
  if (!block) return `Nothing planned yet. ${ladders}`;
  const playing = block.parts.filter((part) => part.rung).reduce((sum, part) => sum + part.planned_s, 0);
  return `${showMinutes(playing)} of challenges after the warm-up. ${ladders}`;
}

function NoBlock({ hasLadders }: { hasLadders: boolean }) {
  const [title, text, to, word] = hasLadders
    ? [
        "No block is planned",
        "Say how many minutes you have and which ladders; the rest is arranged for you.",
        "/plan",
        "Plan a block",
      ]
    : [
        "Start with a ladder",
        "Say what you practise and how long you have: three ladders and a first block follow. A ladder is a drill in steps; what a step asks for is yours to change.",
        "/begin",
        "Begin here",
      ];
  const action = (
    <Button component={RouterLink} to={to} variant="contained" color="success" size="large">
      {word}
    </Button>
  );
  const shelf = !hasLadders && (
    <Button component={RouterLink} to="/climb/shelf">
      Look through the shelf
    </Button>
  );
  return (
    <EmptyState
      title={title}
      action={
        <>
          {action} {shelf}
        </>
      }>
      {text}
    </EmptyState>
  );
}
