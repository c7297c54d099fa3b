/** Plan: say the minutes and the ladders; the block is arranged at once, and kept when you like it. */
import { Box, Button, Checkbox, FormControlLabel, Slider, Stack, TextField, ToggleButton, ToggleButtonGroup, Typography } from "@mui/material";
import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { Link as RouterLink, useNavigate, useSearchParams } from "react-router";

import { api, unwrap, type Schemas } from "../../api/client";
import { blocksQuery, laddersQuery, useChange, type Standing } from "../../api/queries";
import { counted, localDay, showDay, showMinutes } from "../../shared/lib/format";
import { BlockRibbon } from "../../shared/ui/BlockRibbon";
import { EmptyState } from "../../shared/ui/EmptyState";
import { ErrorNotice, Loaded, Skeletons } from "../../shared/ui/Loaded";
import { Page, Panel, WhyPoint } from "../../shared/ui/Page";

const USUAL_MINUTES = [15, 20, 30, 45, 60, 90];
const SHORTEST = 10;
const LONGEST = 180;

interface Wishes {
  minutes: number;
  ladders: number[];
  day: string;
}

/** What is asked for lives in the address, so that it can be shared, reloaded and gone back to. */
function useWishes(standings: Standing[] | undefined): [Wishes, (change: Partial<Wishes>) => void] {
  const [params, setParams] = useSearchParams();
  const chosen = params.get("ladders");
  const wishes = {
    minutes: Math.min(LONGEST, Math.max(SHORTEST, Number(params.get("minutes")) || 30)),
    ladders: chosen === null ? (standings ?? []).slice(0, 2).map(({ ladder }) => ladder.id) : chosen.split(",").map(Number).filter(Boolean),
    day: params.get("day") ?? localDay(),
  };
  const change = (next: Partial<Wishes>) => {
    const { minutes, ladders, day } = { ...wishes, ...next };
    setParams({ minutes: String(minutes), ladders: ladders.join(","), day }, { replace: true });
  };
  return [wishes, change];
}

function useProposal({ minutes, ladders }: Wishes) {
  return useQuery({
    queryKey: ["proposal", minutes, ladders],
    queryFn: () => unwrap(api.POST("/api/proposals/", { body: { minutes, ladders } })),
    enabled: ladders.length > 0,
    placeholderData: keepPreviousData,
  });
}

function Minutes({ minutes, onChange }: { minutes: number; onChange: (minutes: number) => void }) {
  return (
    <Box>
      <Typography variant="h3" component="h2" id="minutes-label">
        How long have you got? <b>{minutes} minutes</b>
      </Typography>
      <ToggleButtonGroup
        exclusive
        aria-labelledby="minutes-label"
        value={minutes}
        onChange={(_, value: number | null) => value && onChange(value)}
        sx={{ mt: 1, flexWrap: "wrap" }}
      >
        {USUAL_MINUTES.map((choice) => (
          <ToggleButton key={choice} value={choice} sx={{ px: 2, minHeight: 44, color: "text.primary", "&.Mui-selected, &.Mui-selected:hover": { bgcolor: "primary.main", color: "primary.contrastText" } }}>
            {choice}
          </ToggleButton>
        ))}
      </ToggleButtonGroup>
      <Slider
        aria-label="Minutes"
        value={minutes}
        min={SHORTEST}
        max={LONGEST}
        step={5}
        onChange={(_, value) => onChange(value)}
        sx={{ mt: 1, maxWidth: 420, display: "block" }}
      />
    </Box>
  );
}

function Ladders({ standings, chosen, onChange }: { standings: Standing[]; chosen: number[]; onChange: (ladders: number[]) => void }) {
  const toggle = (id: number) => onChange(chosen.includes(id) ? chosen.filter((each) => each !== id) : [...chosen, id]);
  return (
    <Box component="fieldset" sx={{ border: 0, p: 0, m: 0 }}>
      <Typography component="legend" variant="h3" sx={{ p: 0 }}>
        Which ladders?
      </Typography>
      {standings.map(({ ladder, working }) => (
        <FormControlLabel
          key={ladder.id}
          sx={{ display: "flex", alignItems: "center" }}
          control={<Checkbox checked={chosen.includes(ladder.id)} onChange={() => toggle(ladder.id)} />}
          label={
            <>
              {ladder.title} <Box component="span" sx={{ color: "text.secondary" }}>rung {working.number}, {working.title}{ladder.has_sides && ", both sides"}</Box>
            </>
          }
        />
      ))}
    </Box>
  );
}

function Reasoning({ proposal }: { proposal: Schemas["Proposal"] }) {
  return (
    <>
      {proposal.segments.map((segment) => (
        <WhyPoint key={segment.title} title={segment.title}>
          {segment.reasons.join("; ")}.
        </WhyPoint>
      ))}
      {proposal.left_out.map((wish) => (
        <WhyPoint key={wish.key} title={`Did not fit: ${wish.title}`}>
          {wish.reason}.
        </WhyPoint>
      ))}
      <WhyPoint title="How long a run takes">
        From your own pace on that rung; where you have none yet, six seconds a try and seven of ten made are assumed.
      </WhyPoint>
    </>
  );
}

function Arranged({ wishes }: { wishes: Wishes }) {
  const navigate = useNavigate();
  const proposal = useProposal(wishes);
  const keep = useChange((body: Schemas["PlanRequest"]) => unwrap(api.POST("/api/blocks/", { body })), ["blocks"], ["today"]);
  if (wishes.ladders.length === 0) return <EmptyState title="Choose a ladder">Tick at least one ladder above, and the block is arranged here.</EmptyState>;
  if (proposal.isError) return <ErrorNotice error={proposal.error} onRetry={() => void proposal.refetch()} />;
  if (!proposal.data) return <Skeletons rows={1} height={180} />;
  const { data } = proposal;
  const hasRuns = data.segments.some((segment) => segment.rung);
  const keepAnd = (go: (id: number) => string) => keep.mutate(wishes, { onSuccess: (block) => void navigate(go(block.id)) });
  return (
    <Panel title={`Your ${wishes.minutes} minutes`}>
      <Stack spacing={2}>
        <BlockRibbon segments={data.segments} minutes={wishes.minutes} />
        {data.left_out.length > 0 && (
          <Typography>
            <b>Did not fit:</b> {data.left_out.map((wish) => `${wish.title} (${wish.reason})`).join("; ")}.
          </Typography>
        )}
        {keep.error && <ErrorNotice error={keep.error} />}
        <Stack direction="row" sx={{ gap: 1.5, flexWrap: "wrap", alignItems: "center" }}>
          <Button variant="contained" color="success" size="large" disabled={!hasRuns} loading={keep.isPending} onClick={() => keepAnd((id) => `/practise/blocks/${id}`)}>
            Keep it and start now
          </Button>
          <Button variant="outlined" size="large" disabled={!hasRuns} loading={keep.isPending} onClick={() => keepAnd((id) => `/plan/blocks/${id}`)}>
            Keep it for {wishes.day === localDay() ? "today" : showDay(wishes.day)}
          </Button>
        </Stack>
      </Stack>
    </Panel>
  );
}

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
          ({counted(block.segments.filter((segment) => segment.rung).length, "challenge")}, {showMinutes(block.spare_s)} to spare)
        </Typography>
      ))}
    </Panel>
  );
}

export default function PlanPage() {
  const ladders = useQuery(laddersQuery);
  const [wishes, change] = useWishes(ladders.data);
  const proposal = useProposal(wishes);
  const shelf = (
    <Button component={RouterLink} to="/climb/shelf" variant="contained" color="success">
      Choose a ladder
    </Button>
  );
  return (
    <Page title="Plan" heading="Plan a block" lead="Decide before you leave home. The warm-up is in the minutes, not on top of them." why={proposal.data && wishes.ladders.length > 0 && <Reasoning proposal={proposal.data} />}>
      <Loaded query={ladders}>
        {(standings) =>
          standings.length === 0 ? (
            <EmptyState title="No ladder yet" action={shelf}>
              A block is made from your ladders. Take one from the shelf first.
            </EmptyState>
          ) : (
            <>
              <Panel>
                <Box sx={{ display: "grid", gap: 3, gridTemplateColumns: { xs: "minmax(0, 1fr)", md: "minmax(0, 1fr) minmax(0, 1fr)" } }}>
                  <Stack spacing={2}>
                    <Minutes minutes={wishes.minutes} onChange={(minutes) => change({ minutes })} />
                    <TextField
                      label="Day"
                      type="date"
                      value={wishes.day}
                      onChange={(event) => event.target.value && change({ day: event.target.value })}
                      slotProps={{ inputLabel: { shrink: true }, htmlInput: { min: localDay() } }}
                      sx={{ maxWidth: 220 }}
                    />
                  </Stack>
                  <Ladders standings={standings} chosen={wishes.ladders} onChange={(chosen) => change({ ladders: chosen })} />
                </Box>
              </Panel>
              <Arranged wishes={wishes} />
              <Coming />
            </>
          )
        }
      </Loaded>
    </Page>
  );
}
