/** A block being played, part after part: what is on now, large; what came before and comes next, small. */
import { Alert, Box, Button, FormControlLabel, Stack, Switch, TextField, Typography } from "@mui/material";
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Link as RouterLink, useNavigate, useParams } from "react-router";

import { athleteQuery, blockQuery, type Block, type Part } from "../../api/queries";
import { usePartDone, usePlayBlock } from "../../shared/device/steps";
import { capital, quantity, showMinutes } from "../../shared/lib/format";
import { useKept } from "../../shared/lib/useKept";
import { BlockRibbon } from "../../shared/ui/BlockRibbon";
import { ErrorNotice, Loaded } from "../../shared/ui/Loaded";
import { Page, Panel, WhyPoint } from "../../shared/ui/Page";
import { Risks } from "../../shared/ui/Risks";
import { Briefing, StartButton } from "./Briefing";
import { ForTwo } from "./ForTwo";
import { Effort } from "../../shared/ui/Effort";
import { Extend, isOpen, RunningBlock, SideCounts } from "./RunningBlock";
import { GoesOn, useRunsStart } from "./GoesOn";
import { useStart } from "./startRun";
import { BREATHER_S } from "./useCountdown";
import { useKeys } from "./useKeys";
import { Steps } from "./Steps";
import { TimedPart } from "./TimedPart";

const LONGEST_NOTE = 2000;

/** Before what comes next follows by itself. */
const LEAVE_S = 5;

function NowChallenge({ block, part, startsRuns }: { block: Block; part: Part; startsRuns: boolean }) {
  const done = usePartDone(block);
  const { start } = useStart();
  if (!part.rung) return null;
  const played = part.runs.length;
  const isEnough = played >= part.runs_planned;
  const rung = part.rung.id;
  return (
    <Stack spacing={2}>
      <Briefing rung={part.rung} />
      {part.ladder?.risks.some((risk) => !risk.at) && <Risks ladder={part.ladder} />}
      <Typography>
        {played} of {quantity(part.runs_planned, "run")} played
        {block.braids.some((braid) => braid.keys.includes(part.key)) && `; ${turnsOf(block, part)}`}.
      </Typography>
      {startsRuns && (
        <GoesOn
          key={played}
          words={isEnough ? "On to what comes next" : `Run ${played + 1} starts`}
          seconds={isEnough ? LEAVE_S : BREATHER_S}
          go={() => (isEnough ? done.mutate(part.id) : start({ rung, side: part.side, part: part.id }))}
        />
      )}
      <Stack direction="row" sx={{ gap: 1.5, flexWrap: "wrap", alignItems: "center" }}>
        {!isEnough && (
          <StartButton rung={part.rung.id} side={part.side} part={part.id} word={`Start run ${played + 1}`} />
        )}
        <Button
          variant={isEnough ? "contained" : "text"}
          color={isEnough ? "success" : "primary"}
          size="large"
          loading={done.isPending}
          onClick={() => done.mutate(part.id)}>
          {isEnough ? "On to what comes next" : played > 0 ? "That is enough: go on" : "Leave it out today"}
        </Button>
        {isEnough && <StartButton rung={part.rung.id} side={part.side} part={part.id} word="One more run" isQuiet />}
        <Extend part={part} word="Plan one run more" />
      </Stack>
      <SideCounts block={block} part={part} />
      {done.error && <ErrorNotice error={done.error} />}
    </Stack>
  );
}

/** With what its runs take turns. */
function turnsOf(block: Block, part: Part): string {
  const keys = block.braids.find((braid) => braid.keys.includes(part.key))?.keys ?? [];
  const others = block.parts.filter((each) => keys.includes(each.key) && each.key !== part.key && isOpen(each));
  return others.length ? `takes turns with ${others.map(({ title }) => title).join(" and ")}` : "the others are over";
}

function NowNote({ block, part }: { block: Block; part: Part | undefined }) {
  const change = usePlayBlock(block);
  const navigate = useNavigate();
  const [note, setNote] = useState("");
  const [effort, setEffort] = useState<number | null>(null);
  const finish = () =>
    change.mutate({ change: "finish", note, effort }, { onSuccess: () => void navigate(`/plan/blocks/${block.id}`) });
  return (
    <Stack spacing={2}>
      {part && <Steps steps={part.steps} />}
      <Effort value={effort} onChange={setEffort} />
      <TextField
        multiline
        minRows={3}
        label="What did you feel?"
        value={note}
        onChange={(event) => setNote(event.target.value)}
        slotProps={{ htmlInput: { maxLength: LONGEST_NOTE } }}
      />
      <Button
        variant="contained"
        color="success"
        size="large"
        loading={change.isPending}
        onClick={finish}
        sx={{ alignSelf: "flex-start" }}>
        Finish the block
      </Button>
      {change.error && <ErrorNotice error={change.error} />}
    </Stack>
  );
}

interface NowProps {
  block: Block;
  part: Part | undefined;
  next: Part | undefined;
  playsItself: boolean;
  startsRuns: boolean;
}

function Now({ block, part, next, playsItself, startsRuns }: NowProps) {
  const { data: athlete } = useQuery(athleteQuery);
  if (!part || part.kind === "cool_down") return <NowNote block={block} part={part} />;
  if (part.rung) return <NowChallenge block={block} part={part} startsRuns={startsRuns} />;
  if (!athlete) return null;
  return (
    <TimedPart block={block} part={part} next={next} athlete={athlete} playsItself={playsItself}>
      {part.game && <ForTwo block={block} part={part} game={part.game} athlete={athlete} />}
    </TimedPart>
  );
}

function Playing({ block }: { block: Block }) {
  const open = block.parts.filter(isOpen);
  const current = open.find((part) => part.id === block.now);
  const next = open.find((part) => part !== current);
  const done = usePartDone(block);
  // Its clocks start, and what is over makes way for what comes next, by themselves.
  const [playsItself, setPlaysItself] = useKept("block-plays-itself", (kept) => kept === true);
  const [startsRuns, setStartsRuns] = useRunsStart();
  useKeys({ next: () => current && current.kind !== "cool_down" && done.mutate(current.id) });
  return (
    <>
      <RunningBlock block={block} />
      <Box>
        <FormControlLabel
          control={<Switch checked={playsItself} onChange={(_, does) => setPlaysItself(does)} />}
          label="Clocks start, and what is over goes on, by themselves"
        />
        <FormControlLabel
          control={<Switch checked={startsRuns} onChange={(_, does) => setStartsRuns(does)} />}
          label="Runs start after a breather, and the next part follows, with no press"
        />
      </Box>
      <Panel title={current ? `Now: ${current.title}, ${showMinutes(current.planned_s)}` : "All done"}>
        <Now
          key={`${current?.id} ${playsItself} ${startsRuns}`}
          block={block}
          part={current}
          next={next}
          playsItself={playsItself}
          startsRuns={startsRuns}
        />
      </Panel>
      <Panel title="The block">
        <BlockRibbon block={block} />
      </Panel>
    </>
  );
}

function Begin({ block }: { block: Block }) {
  const change = usePlayBlock(block);
  return (
    <Panel>
      <Stack spacing={2.5}>
        <BlockRibbon block={block} />
        <Button
          variant="contained"
          color="success"
          loading={change.isPending}
          onClick={() => change.mutate({ change: "start" })}
          sx={{ fontSize: "1.4rem", py: 1.75, px: 4, alignSelf: "flex-start" }}>
          {block.parts[0]?.kind === "warm_up" ? "Start with the warm-up" : `Start: ${block.parts[0]?.title}`}
        </Button>
        {change.error && <ErrorNotice error={change.error} />}
      </Stack>
    </Panel>
  );
}

function Closed({ block }: { block: Block }) {
  return (
    <Alert severity="info" variant="outlined" sx={{ color: "text.primary" }}>
      This block is {block.status}. <RouterLink to={`/plan/blocks/${block.id}`}>See it</RouterLink> or{" "}
      <RouterLink to="/plan">plan the next one</RouterLink>.
    </Alert>
  );
}

export default function PlayBlockPage() {
  const id = Number(useParams()["blockId"]);
  const query = useQuery(blockQuery(id));
  const block = query.data;
  const current = block?.parts.find((part) => part.id === block.now);
  const why = (
    <>
      {current && <WhyPoint title={`Why: ${current.title}`}>{capital(current.reasons.join("; "))}.</WhyPoint>}
      {(current?.ladder?.cautions ?? []).map((caution) => (
        <WhyPoint key={caution} title="Take care">
          {caution}
        </WhyPoint>
      ))}
      <WhyPoint title="Stop if it hurts">
        On sharp, sudden or worsening pain, dizziness, chest pain or unusual breathlessness, stop and get medical help.
        Alone at the wall: tell somebody where you are and keep a phone at hand.
      </WhyPoint>
    </>
  );
  return (
    <Page
      title="Practise the block"
      heading={block ? `${block.minutes} minutes: ${block.title}` : "The block"}
      why={why}>
      <Loaded query={query}>
        {(data) => (
          <Box sx={{ display: "grid", gap: 3 }}>
            {data.status === "planned" && <Begin block={data} />}
            {data.status === "started" && <Playing block={data} />}
            {(data.status === "done" || data.status === "dropped") && <Closed block={data} />}
          </Box>
        )}
      </Loaded>
    </Page>
  );
}
