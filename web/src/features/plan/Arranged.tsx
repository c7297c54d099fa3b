/** The block as it is arranged: the ribbon, its parts, the total against the budget, what did not fit, and keeping it. */
import { Alert, Box, Button, Stack, ToggleButton, Typography } from "@mui/material";
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { useNavigate } from "react-router";

import { api, unwrap } from "../../api/client";
import { capital, showMinutes, showRange } from "../../shared/lib/format";
import type { Standing } from "../../api/queries";
import { Braids } from "../../shared/ui/Braids";
import { describe, ErrorNotice, Skeletons } from "../../shared/ui/Loaded";
import { Panel, WhyPoint } from "../../shared/ui/Page";
import { PutIn } from "./PutIn";
import { asked, isPlaced, toggled, type Draft, type Next, type Proposal } from "./draft";
import { makeEdits, type Edits, type Other } from "./edits";
import { KeepBlock } from "./KeepBlock";
import { PartList } from "./PartList";
import { RibbonEditor } from "./RibbonEditor";
import { WeaveField } from "./WeaveField";

/** Whether there is anything to arrange: ladders, rungs chosen by hand, parts of one's own. */
const hasSomething = ({ ladders, own, rungs }: Draft) => ladders?.length !== 0 || own.length > 0 || rungs.length > 0;

/** The proposal for a draft; the last one stays while the next is on its way, and beside its error when it cannot be. */
export function useProposal(draft: Draft) {
  const body = asked(draft);
  const query = useQuery({
    queryKey: ["proposal", body],
    queryFn: () => unwrap(api.POST("/api/proposals/", { body })),
  });
  const [good, setGood] = useState<{ proposal: Proposal; to: string } | null>(null);
  if (query.data && query.data !== good?.proposal) setGood({ proposal: query.data, to: JSON.stringify(body) });
  // What was refused is not built on.
  const isAnswer = (now: Draft) => query.isError || JSON.stringify(asked(now)) === good?.to;
  return { query, proposal: query.data ?? good?.proposal ?? null, isAnswer };
}

export function Reasoning({ proposal }: { proposal: Proposal }) {
  return (
    <>
      {proposal.parts.map((part) => (
        <WhyPoint key={part.key} title={part.title}>
          {capital(part.reasons.join("; "))}.
        </WhyPoint>
      ))}
      {proposal.weave_words && <WhyPoint title="The order of runs">{capital(proposal.weave_words)}.</WhyPoint>}
      <WhyPoint title="How long it takes">{capital(proposal.habit_words)}</WhyPoint>
    </>
  );
}

function Total({ proposal, minutes }: { proposal: Proposal; minutes: number }) {
  const { time, spare_s: spare, spare_words: words } = proposal;
  return (
    <Typography>
      <b>
        {showMinutes(time.expected_s)} of {minutes} min
      </b>
      , nine times in ten {showRange(time.low_s, time.high_s)}
      {spare > 30 ? `; ${showMinutes(spare)} to spare${words && `: ${words}`}.` : "."}
    </Typography>
  );
}

const LEFT_OUT_SHOWN = 3;

function LeftOut({ proposal, edits }: { proposal: Proposal; edits: Edits }) {
  const [isWhole, setIsWhole] = useState(false);
  const { left_out: all } = proposal;
  if (all.length === 0) return null;
  const shown = isWhole || all.length <= LEFT_OUT_SHOWN + 1 ? all : all.slice(0, LEFT_OUT_SHOWN);
  return (
    <Box component="section" aria-label="What did not fit">
      {shown.map((wish) => (
        <Stack key={wish.key} direction="row" sx={{ gap: 1, alignItems: "center", flexWrap: "wrap" }}>
          <Typography sx={{ flex: "1 1 240px" }}>
            <b>Did not fit:</b> {wish.title} ({wish.reason})
          </Typography>
          {wish.is_free && (
            <Button
              size="small"
              variant="outlined"
              aria-label={`Put it in: ${wish.title}`}
              onClick={() => edits.add(wish.key)}>
              Put it in
            </Button>
          )}
        </Stack>
      ))}
      {shown.length < all.length && (
        <Button size="small" onClick={() => setIsWhole(true)}>
          Show the other {all.length - shown.length} that did not fit
        </Button>
      )}
    </Box>
  );
}

/** The kit of the block: press what is not to hand, and the block does without. */
function Kit({ draft, proposal, onTerms }: { draft: Draft; proposal: Proposal; onTerms: (next: Next) => void }) {
  const things = [...new Set([...proposal.kit, ...draft.missing])].sort();
  if (things.length === 0) return null;
  const toggle = (thing: string) => onTerms(({ missing }) => ({ missing: toggled(missing, thing) }));
  return (
    <Stack
      direction="row"
      role="group"
      aria-label="Kit to hand"
      sx={{ gap: 1, flexWrap: "wrap", alignItems: "center" }}>
      <Typography component="span">
        <b>Kit to hand:</b>
      </Typography>
      {things.map((thing) => {
        const isHere = !draft.missing.includes(thing);
        return (
          <ToggleButton
            key={thing}
            value={thing}
            size="small"
            selected={isHere}
            onChange={() => toggle(thing)}
            sx={{ minHeight: 36, px: 1.25, textTransform: "none", textDecoration: isHere ? "none" : "line-through" }}>
            {isHere ? "✓ " : "✗ "}
            {thing}
          </ToggleButton>
        );
      })}
    </Stack>
  );
}

/** What could be swapped in: what did not fit, and the ladders that were not asked for. */
function listOthers(proposal: Proposal, standings: Standing[]): Other[] {
  const free = proposal.left_out.filter((wish) => wish.is_free);
  const unasked = standings.filter(({ ladder }) => !proposal.ladders.includes(ladder.id));
  const sides = unasked.flatMap(({ ladder, plannable }) => plannable.map((part) => ({ ...part, ladder: ladder.id })));
  return [...free, ...sides];
}

/** The ends of the block, where they were taken out. */
function EndsBack({ draft, edit }: { draft: Draft; edit: (next: Next) => void }) {
  return (
    <Stack direction="row" sx={{ gap: 1, flexWrap: "wrap" }}>
      {!draft.hasWarmUp && (
        <Button variant="outlined" onClick={() => edit({ hasWarmUp: true })}>
          Put the warm-up back
        </Button>
      )}
      {!draft.hasCoolDown && (
        <Button variant="outlined" onClick={() => edit({ hasCoolDown: true })}>
          Put the cool-down back
        </Button>
      )}
    </Stack>
  );
}

interface ArrangedProps {
  draft: Draft;
  standings: Standing[];
  block: number | null;
  state: ReturnType<typeof useProposal>;
  change: (next: Next, isEdit?: boolean) => void;
  onTerms: (next: Next) => void;
}

export function Arranged({ draft, standings, block, state, change, onTerms }: ArrangedProps) {
  const navigate = useNavigate();
  const [steps, setSteps] = useState(0);
  const { query, proposal, isAnswer } = state;
  if (!proposal)
    return query.isError ? (
      <ErrorNotice error={query.error} onRetry={() => void query.refetch()} />
    ) : (
      <Skeletons rows={1} height={180} />
    );
  const edit = (next: Next, isEdit = true) => {
    setSteps((before) => before + 1);
    change(next, isEdit);
  };
  const undo = () => {
    setSteps((before) => before - 1);
    void navigate(-1);
  };
  const edits = makeEdits(proposal, isAnswer, edit);
  const isEmpty = !hasSomething(draft);
  const tools = (
    <Stack direction="row" spacing={1}>
      <Button size="small" onClick={undo} disabled={steps === 0}>
        Undo
      </Button>
      <Button size="small" variant="outlined" onClick={edits.rebuild}>
        Rebuild around what is locked
      </Button>
    </Stack>
  );
  // What can be put in stays the same piece of the screen, so that its menu is not lost when the first part comes in.
  return (
    <Panel title={isEmpty ? "Choose a ladder" : `Your ${draft.minutes} minutes`} actions={isEmpty ? null : tools}>
      <Stack spacing={2}>
        {isEmpty ? (
          <Typography color="text.secondary">
            Tick at least one ladder above, and the block is arranged here; or put in what you do.
          </Typography>
        ) : (
          <Stack spacing={2}>
            {query.isError && (
              <Alert
                severity="warning"
                variant="outlined"
                sx={{ color: "text.primary" }}
                action={steps > 0 && <Button onClick={undo}>Undo</Button>}>
                {describe(query.error)}
              </Alert>
            )}
            <Box>
              <RibbonEditor proposal={proposal} minutes={draft.minutes} edits={edits} />
              <Braids parts={proposal.parts} braids={proposal.braids} seconds={draft.minutes * 60} />
            </Box>
            <Total proposal={proposal} minutes={draft.minutes} />
            {proposal.weave_words && <WeaveField draft={draft} change={edit} />}
            <PartList proposal={proposal} others={listOthers(proposal, standings)} edits={edits} />
          </Stack>
        )}
        <PutIn standings={standings} edits={edits} />
        {!isEmpty && (
          <>
            <EndsBack draft={draft} edit={edit} />
            <LeftOut proposal={proposal} edits={edits} />
            <Kit draft={draft} proposal={proposal} onTerms={onTerms} />
            <KeepBlock draft={draft} block={block} isEmpty={query.isError || !proposal.parts.some(isPlaced)} />
          </>
        )}
      </Stack>
    </Panel>
  );
}
