/** One ladder: the drawing, the verdict, its rungs from the top down with the runs on each, and the moves made. */
import { Box, Button, Stack, Typography } from "@mui/material";
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Link as RouterLink, useParams } from "react-router";

import { ladderQuery, type LadderDetail, type Rung, type RungStanding } from "../../api/queries";
import { capital, showDay } from "../../shared/lib/format";
import { Decision } from "../../shared/ui/Decision";
import { LadderDrawing } from "../../shared/ui/LadderDrawing";
import { ErrorNotice, Loaded } from "../../shared/ui/Loaded";
import { Page, Panel, WhyPoint } from "../../shared/ui/Page";
import { Risks } from "../../shared/ui/Risks";
import { EvidenceStrokes, Reasons, VerdictSign } from "../../shared/ui/VerdictSign";
import { HowClimbed } from "./HowClimbed";
import { Kept } from "./Kept";
import { LadderCare, PutAway } from "./LadderCare";
import { NeedGraph } from "./NeedGraph";
import { NewerOnShelf } from "./NewerOnShelf";
import { useRungChanges } from "./RungMenu";
import { RungRow } from "./RungRow";
import { ThresholdDialog } from "./threshold/ThresholdDialog";
import { TwoWays } from "./TwoWays";

type Move = LadderDetail["moves"][number];
const MOVES: Record<Move["decision"], (move: Move) => string> = {
  climb: (move) => `climbed: rung ${move.to_held} held`,
  stay: () => "stayed",
  step_back: (move) => `stepped back to rung ${move.from_held}`,
};
const ADVICE: Record<string, string> = { climb: "climb", stay: "stay", step_back: "step back", rest: "rest" };

function Moves({ moves }: { moves: Move[] }) {
  if (moves.length === 0) return <span>None yet.</span>;
  return (
    <Stack spacing={0.75}>
      {moves.map((move) => (
        <span key={move.id} style={{ textDecoration: move.taken_back_at ? "line-through" : "none" }}>
          {showDay(move.made_at.slice(0, 10))}: {MOVES[move.decision](move)}
          {move.is_overruled && ` (the rules advised: ${ADVICE[move.verdict] ?? move.verdict})`}
          {move.overruling && `, because: ${move.overruling}`}
          {move.taken_back_at && " (taken back)"}
        </span>
      ))}
    </Stack>
  );
}

function Verdict({ detail }: { detail: LadderDetail }) {
  const { standing } = detail;
  const { verdict, held, rungs } = standing;
  const [climbsFrom, setClimbsFrom] = useState<number | null>(null);
  return (
    <Panel
      title={
        <>
          {verdict.headline} &nbsp;
          <VerdictSign kind={verdict.kind} />
        </>
      }>
      <Box sx={{ display: "flex", gap: 4, flexWrap: "wrap" }}>
        <LadderDrawing
          rungs={rungs.length}
          held={held}
          share={verdict.share}
          width={130}
          step={44}
          isHopping={climbsFrom !== null && held > climbsFrom}
          label={`Rung ${held} of ${rungs.length} is held; the next is ${Math.round(verdict.share * 100)} % filled`}
        />
        <Stack spacing={2} sx={{ flex: "1 1 300px", minWidth: 0 }}>
          <Reasons verdict={verdict} change={standing.would_change} />
          <EvidenceStrokes standing={standing} />
          {detail.side_finding && <Typography>{detail.side_finding}</Typography>}
          <Decision standing={standing} onDecide={(kind) => setClimbsFrom(kind === "climb" ? held : null)} />
          <Kept kept={standing.kept} />
        </Stack>
      </Box>
    </Panel>
  );
}

/** That a rung was taken out, with the way back. */
function TakenOut({ rung, onBack }: { rung: Rung; onBack: () => void }) {
  const { bringBack } = useRungChanges();
  return (
    <Box role="status" sx={{ border: "2px dashed", borderColor: "divider", p: 2 }}>
      <Typography>
        Rung {rung.number}, {rung.title}, is out of the ladder. Its runs stay in the logbook.
      </Typography>
      <Button
        variant="outlined"
        sx={{ mt: 1 }}
        loading={bringBack.isPending}
        onClick={() => bringBack.mutate(rung.id, { onSuccess: onBack })}>
        Undo: put it back
      </Button>
      {bringBack.error && <ErrorNotice error={bringBack.error} />}
    </Box>
  );
}

function Why({ detail }: { detail: LadderDetail }) {
  const { ladder, threshold } = detail.standing;
  return (
    <>
      <WhyPoint title="Asked for now">{threshold.words}. Only runs since you came to this rung count for it.</WhyPoint>
      {detail.standing.kept && <WhyPoint title="Kept checks">{detail.standing.kept.why}</WhyPoint>}
      {ladder.cautions.map((caution) => (
        <WhyPoint key={caution} title="Take care">
          {caution}
        </WhyPoint>
      ))}
      {ladder.dose_words && <WhyPoint title="Dose">{capital(ladder.dose_words)}.</WhyPoint>}
      <WhyPoint title="Look back">
        <RouterLink
          to={`/look-back/trend?ladder=${ladder.id}&rung=${detail.standing.working.id}`}
          style={{ color: "inherit" }}>
          The trend of this rung
        </RouterLink>
      </WhyPoint>
      <WhyPoint title="Your decisions">
        <Moves moves={detail.moves} />
      </WhyPoint>
    </>
  );
}

export default function LadderPage() {
  const id = Number(useParams()["ladderId"]);
  const query = useQuery(ladderQuery(id));
  const [changing, setChanging] = useState<RungStanding | null>(null);
  const [takenOut, setTakenOut] = useState<Rung | null>(null);
  const ladder = query.data?.standing.ladder;
  return (
    <Page
      title={ladder?.title ?? "Ladder"}
      lead={ladder && `${capital(ladder.discipline)}. ${ladder.summary}`}
      why={query.data && <Why detail={query.data} />}>
      <Loaded query={query}>
        {(detail) => (
          <>
            <PutAway ladder={detail.standing.ladder} />
            <NewerOnShelf ladderId={detail.standing.ladder.id} />
            <Risks ladder={detail.standing.ladder} />
            <Verdict detail={detail} />
            {detail.rungs.length > 1 && <HowClimbed ladder={detail.standing.ladder} />}
            {takenOut && <TakenOut rung={takenOut} onBack={() => setTakenOut(null)} />}
            <Stack
              component="ol"
              spacing={1.5}
              sx={{ listStyle: "none", m: 0, p: 0 }}
              aria-label="Rungs, from the top down">
              {detail.rungs.map((standing) => (
                <RungRow
                  key={standing.rung.id}
                  ladderId={detail.standing.ladder.id}
                  standing={standing}
                  rungs={detail.rungs.length}
                  onChange={() => setChanging(standing)}
                  onTakenOut={setTakenOut}
                />
              ))}
            </Stack>
            <NeedGraph nodes={detail.need_graph} ladderId={detail.standing.ladder.id} />
            <TwoWays standing={detail.standing} />
            <Stack direction="row" sx={{ gap: 1, flexWrap: "wrap" }} className="no-print">
              <Button component={RouterLink} to={`/climb/${detail.standing.ladder.id}/rungs/new`}>
                One rung more, on top
              </Button>
              <Button component={RouterLink} to={`/climb/${detail.standing.ladder.id}/table`}>
                As a table
              </Button>
              <LadderCare ladder={detail.standing.ladder} />
            </Stack>
            {detail.standing.ladder.kit.length > 0 && (
              <Typography color="text.secondary">Kit: {detail.standing.ladder.kit.join(", ")}.</Typography>
            )}
          </>
        )}
      </Loaded>
      {changing && ladder && (
        <ThresholdDialog standing={changing} hasSides={ladder.has_sides} onClose={() => setChanging(null)} />
      )}
    </Page>
  );
}
