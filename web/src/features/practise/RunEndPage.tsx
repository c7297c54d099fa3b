/** The end of a run: what happened, beside the usual, the best and the mark; the verdict with its reasons; what next. */
import { Box, Button, Stack, Table, TableBody, TableCell, TableHead, TableRow, Typography } from "@mui/material";
import { useQuery, type UseQueryResult } from "@tanstack/react-query";
import { useState } from "react";
import { Link as RouterLink, useNavigate, useParams } from "react-router";

import { isUnreachable } from "../../api/client";
import { blockQuery, outcomeQuery, type Outcome, type Run } from "../../api/queries";
import { quantity, showNumber } from "../../shared/lib/format";
import { Decision, type Kind } from "../../shared/ui/Decision";
import { Figure } from "../../shared/ui/Figure";
import { FoundOfRun } from "../../shared/ui/Found";
import { LadderDrawing } from "../../shared/ui/LadderDrawing";
import { Loaded } from "../../shared/ui/Loaded";
import { Page, Panel, WhyPoint } from "../../shared/ui/Page";
import { ResultStrip } from "../../shared/ui/ResultStrip";
import { EvidenceStrokes, Reasons, VerdictSign } from "../../shared/ui/VerdictSign";
import { HeardPanel } from "../ear/HeardPanel";
import { AttachRun } from "./AttachRun";
import { Breather } from "./Breather";
import { StartButton } from "./Briefing";
import { Comfort } from "./Comfort";
import { EndHere } from "./EndHere";
import { RunBreakdown } from "./RunBreakdown";
import { RunNote } from "./RunNote";
import { SetAside } from "./SetAside";
import { useKeys } from "./useKeys";

const show = (value: number | null) => (value === null ? "none yet" : showNumber(value));

function Numbers({ outcome }: { outcome: Outcome }) {
  return (
    <Box sx={{ overflowX: "auto" }}>
      <Table size="small" aria-label="This run beside the usual, the best and the mark">
        <TableHead>
          <TableRow>
            {["number", "this run", "usual", "best before", ...(outcome.run.is_quick ? [] : ["mark"])].map(
              (head, index) => (
                <TableCell
                  key={head}
                  align={index > 0 ? "right" : "left"}
                  sx={{ fontWeight: 700, px: { xs: 0.75, md: 2 } }}>
                  {head}
                </TableCell>
              ),
            )}
          </TableRow>
        </TableHead>
        <TableBody>
          {outcome.rows.map(({ id, title, comparison, mark_words: mark, is_met: isMet }) => (
            <TableRow key={id} sx={{ "& td, & th": { px: { xs: 0.75, md: 2 } } }}>
              <TableCell component="th" scope="row">
                {title}
              </TableCell>
              <TableCell align="right" sx={{ fontWeight: 700 }}>
                {comparison.value_words}
              </TableCell>
              <TableCell align="right">{comparison.usual_words ?? "none yet"}</TableCell>
              <TableCell align="right">{comparison.best_words ?? "none yet"}</TableCell>
              {!outcome.run.is_quick && (
                <TableCell align="right">{mark === null ? "" : `${mark} ${isMet ? "✓ met" : "✗ not met"}`}</TableCell>
              )}
            </TableRow>
          ))}
        </TableBody>
      </Table>
    </Box>
  );
}

function WhatHappened({ outcome }: { outcome: Outcome }) {
  const { run, rows, recent, threshold } = outcome;
  const { tally, result } = run;
  const first = rows[0];
  const presses = [
    quantity(tally.makes, "made", "made"),
    quantity(tally.misses, "missed", "missed"),
    tally.lets > 0 && quantity(tally.lets, "let"),
  ];
  return (
    <Panel title="What happened">
      <Box
        sx={{
          display: "grid",
          gap: 3,
          gridTemplateColumns: { xs: "minmax(0,1fr)", sm: "auto minmax(0,1fr)" },
          alignItems: "center",
        }}>
        <Figure
          size="large"
          value={result.number || "–"}
          label={[result.label, result.beside].filter(Boolean).join(", ")}
          beside={presses.filter(Boolean).join(", ")}
        />
        <Stack spacing={1.5} sx={{ minWidth: 0 }}>
          {first && (
            <Typography sx={{ fontSize: "1.2rem", fontWeight: first.comparison.is_new_best ? 700 : 400 }}>
              {first.comparison.words}
            </Typography>
          )}
          {run.is_over && !run.is_quick && <FoundOfRun id={run.id} />}
          {outcome.band && (
            <Typography>
              Band: <b>{outcome.band}</b>
            </Typography>
          )}
          <Numbers outcome={outcome} />
        </Stack>
      </Box>
      {recent.length > 1 && (
        <Box sx={{ mt: 2 }}>
          <ResultStrip
            points={recent}
            mark={threshold.values.mark}
            label={`The last ${recent.length} runs on this rung and side, this one at the right: ${recent.map(({ value }) => show(value)).join(", ")}`}
          />
        </Box>
      )}
    </Panel>
  );
}

/** The verdict first, in one line; why stands below. */
function VerdictLine({ outcome }: { outcome: Outcome }) {
  const { verdict } = outcome.standing;
  if (outcome.run.is_quick || !outcome.is_working_rung || !outcome.run.is_over) return null;
  return (
    <Stack direction="row" data-testid="verdict-line" sx={{ alignItems: "center", gap: 1.5, flexWrap: "wrap" }}>
      <VerdictSign kind={verdict.kind} />
      <Typography sx={{ fontSize: "1.25rem", fontWeight: 700 }}>{verdict.headline}</Typography>
    </Stack>
  );
}

function TheVerdict({ outcome }: { outcome: Outcome }) {
  const { standing } = outcome;
  const [decided, setDecided] = useState<Kind | null>(null);
  // What was decided here stays here, to be taken back, though the rung is not the one worked on any more.
  if (!outcome.is_working_rung && !decided) {
    return (
      <Panel title="The verdict">
        <Typography>
          This was rung {outcome.run.rung.number}; you are working on{" "}
          <RouterLink to={`/climb/${standing.ladder.id}`}>rung {standing.working.number}</RouterLink>. Runs off the rung
          count for its own record only.
        </Typography>
        {standing.kept?.rung.id === outcome.run.rung.id && (
          <Typography sx={{ mt: 1 }}>{standing.kept.words}</Typography>
        )}
      </Panel>
    );
  }
  return (
    <Panel
      title={
        <>
          {standing.verdict.headline} &nbsp;
          <VerdictSign kind={standing.verdict.kind} />
        </>
      }>
      <Box sx={{ display: "flex", gap: 3, flexWrap: "wrap" }}>
        <LadderDrawing
          rungs={standing.rungs.length}
          held={standing.held}
          share={standing.verdict.share}
          isHopping={decided === "climb" && !outcome.is_working_rung}
          label={`${standing.ladder.title}: rung ${standing.held} of ${standing.rungs.length} held, the next one ${Math.round(standing.verdict.share * 100)} % filled`}
        />
        <Stack spacing={2} sx={{ flex: "1 1 300px", minWidth: 0 }}>
          <Reasons verdict={standing.verdict} change={standing.would_change} />
          <EvidenceStrokes standing={standing} />
          <Decision standing={standing} isEnough={outcome.closing !== ""} onDecide={setDecided} />
        </Stack>
      </Box>
    </Panel>
  );
}

/** The next thing to do: the block's next run, or one more of these. */
function WhatNext({ run, closing }: { run: Run; closing: string }) {
  const navigate = useNavigate();
  const block = useQuery({ ...blockQuery(run.block ?? 0), enabled: run.block !== null });
  const part = block.data?.parts.find((each) => each.id === run.part);
  const isTurn = part !== undefined && part.id === block.data?.now && part.done_at === null;
  const hasMore = isTurn && part.runs.length < part.runs_planned;
  // Another drill whose turn it is, where runs are woven.
  const turn = block.data?.parts.find((each) => each.id === block.data.now && each.id !== run.part && each.rung);
  useKeys({ next: () => run.block !== null && void navigate(`/practise/blocks/${run.block}`) });
  return (
    <Stack direction="row" sx={{ gap: 1.5, flexWrap: "wrap", alignItems: "flex-start" }} className="no-print">
      {(hasMore || turn) && <Breather />}
      {hasMore && (
        <StartButton
          rung={run.rung.id}
          side={run.side}
          part={part.id}
          word={`Next run (${part.runs.length + 1} of ${part.runs_planned}${part.side_words ? `, ${part.side_words}` : ""})`}
        />
      )}
      {run.block !== null && (
        <Button
          component={RouterLink}
          to={`/practise/blocks/${run.block}`}
          variant={hasMore ? "outlined" : "contained"}
          color={hasMore ? "primary" : "success"}
          size="large"
          sx={{ fontSize: "1.25rem", px: 4, py: 1.5 }}>
          {turn ? `On with ${turn.title}` : "On with the block"}
        </Button>
      )}
      {closing && <Typography sx={{ fontSize: "1.2rem" }}>{closing}</Typography>}
      {run.block === null && !run.is_quick && !closing && (
        <StartButton rung={run.rung.id} side={run.side} word="Once more" />
      )}
    </Stack>
  );
}

export default function RunEndPage() {
  const id = useParams()["runId"] ?? "";
  const query = useQuery(outcomeQuery(id));
  if (query.isError && !query.data && isUnreachable(query.error)) return <EndHere id={id} />;
  return <TheEnd id={id} query={query} />;
}

function TheEnd({ id, query }: { id: string; query: UseQueryResult<Outcome> }) {
  const outcome = query.data;
  const heading = outcome ? `${outcome.run.ladder.title}: ${outcome.run.rung.title}` : "End of the run";
  const why = outcome && (
    <>
      {!outcome.run.is_quick && <WhyPoint title="Asked for on this rung">{outcome.threshold.words}.</WhyPoint>}
      {outcome.lessons.length > 0 && (
        <WhyPoint title="What the numbers say">
          <Stack spacing={1}>
            {outcome.lessons.map((lesson) => (
              <span key={lesson}>{lesson}</span>
            ))}
          </Stack>
        </WhyPoint>
      )}
      {outcome.run.is_from_paper ? (
        <WhyPoint title="From a sheet">
          This run was kept on paper: totals without events, so its pace is not learnt from.
        </WhyPoint>
      ) : (
        <WhyPoint title="Every number from its events">
          <RouterLink to={`/look-back/runs/${id}`}>
            See the {quantity(outcome.run.last_seq, "event")} of this run
          </RouterLink>
        </WhyPoint>
      )}
      <WhyPoint title="On film">
        <RouterLink to={`/look-back/runs/${id}/film`}>Look at a clip of this run</RouterLink>
      </WhyPoint>
    </>
  );
  return (
    <Page
      title="End of the run"
      heading={heading}
      lead={
        outcome && [outcome.run.side_words, outcome.run.way, outcome.run.rung.goal_words].filter(Boolean).join(", ")
      }
      why={why}>
      <Loaded query={query}>
        {(data) => (
          <>
            {!data.run.is_over && (
              <Typography>
                This run is not over. <RouterLink to={`/practise/runs/${id}`}>Carry on</RouterLink>
              </Typography>
            )}
            <VerdictLine outcome={data} />
            <WhatHappened outcome={data} />
            <HeardPanel run={data.run} />
            <RunBreakdown breakdown={data.breakdown} />
            {data.run.is_over && <Comfort run={data.run} />}
            {data.run.is_quick ? <AttachRun run={data.run} /> : <TheVerdict outcome={data} />}
            <WhatNext run={data.run} closing={data.closing} />
            <Panel title="For the record">
              <Stack spacing={2}>
                <RunNote run={data.run} />
                <SetAside run={data.run} />
                {!data.run.is_from_paper && (
                  <Typography>
                    A wrong press? <RouterLink to={`/practise/runs/${id}`}>Back to the count</RouterLink>, and undo it
                    there.
                  </Typography>
                )}
              </Stack>
            </Panel>
          </>
        )}
      </Loaded>
    </Page>
  );
}
