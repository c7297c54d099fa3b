/** Plan: say the minutes and the ladders; the block is arranged at once, yours to move about, and kept when you like it. */
import { Button, Typography } from "@mui/material";
import { useQuery } from "@tanstack/react-query";
import { Link as RouterLink } from "react-router";

import { blocksQuery, laddersQuery } from "../../api/queries";
import { quantity, showDay, showMinutes } from "../../shared/lib/format";
import { EmptyState } from "../../shared/ui/EmptyState";
import { Loaded } from "../../shared/ui/Loaded";
import { Page, Panel } from "../../shared/ui/Page";
import { Arranged, Reasoning, useProposal } from "./Arranged";
import { comes, useDraft, type Next } from "./draft";
import { Routines } from "./Routines";
import { TermsPanel } from "./TermsPanel";

function Coming() {
  const blocks = useQuery(blocksQuery);
  const planned = blocks.data?.filter((block) => block.status === "planned" || block.status === "started") ?? [];
  if (planned.length === 0) return null;
  return (
    <Panel title="Already planned">
      {planned.map((block) => (
        <Typography key={block.id}>
          <RouterLink to={`/plan/blocks/${block.id}`} style={{ color: "inherit" }}>
            {showDay(block.day)}, {block.minutes} min: {block.title}
          </RouterLink>{" "}
          ({quantity(block.parts.filter((part) => part.rung).length, "challenge")}, {showMinutes(block.spare_s)} to
          spare)
        </Typography>
      ))}
    </Panel>
  );
}

export default function PlanPage() {
  const ladders = useQuery(laddersQuery);
  const { draft, change, block } = useDraft();
  const state = useProposal(draft);
  // New terms keep what the athlete set by hand and arrange the rest anew.
  const onTerms = (next: Next) =>
    change((now) => ({
      kept: now.kept.filter((part) => part.is_locked || part.seconds !== null),
      fill: true,
      ...comes(next, now),
    }));
  const shelf = (
    <Button component={RouterLink} to="/climb/shelf" variant="contained" color="success">
      Choose a ladder
    </Button>
  );
  const week = (
    <Button component={RouterLink} to="/plan/week" variant="outlined">
      Arrange a week
    </Button>
  );
  const why = state.proposal && draft.ladders?.length !== 0 && <Reasoning proposal={state.proposal} />;
  return (
    <Page
      title="Plan"
      heading={block === null ? "Plan a block" : "Change the block"}
      lead="Decide before you leave home. The warm-up is in the minutes, not on top of them."
      actions={week}
      why={why}>
      <Loaded query={ladders}>
        {(standings) =>
          standings.length === 0 ? (
            <EmptyState title="No ladder yet" action={shelf}>
              A block is made from your ladders. Take one from the shelf first.
            </EmptyState>
          ) : (
            <>
              <TermsPanel
                draft={draft}
                chosen={draft.ladders ?? state.proposal?.ladders ?? []}
                standings={standings}
                change={change}
                onTerms={onTerms}
              />
              <Arranged
                draft={draft}
                standings={standings}
                block={block}
                state={state}
                change={change}
                onTerms={onTerms}
              />
              <Routines day={draft.day} />
              <Coming />
            </>
          )
        }
      </Loaded>
    </Page>
  );
}
