/** After a run: what the ear heard of it, beside what was pressed. Either can correct the other. */
import { Button, Stack, Typography } from "@mui/material";
import { useQuery } from "@tanstack/react-query";
import { useEffect } from "react";

import { api, unwrap } from "../../api/client";
import { useChange, type Run } from "../../api/queries";
import { closeEar, matchCount, openEar } from "../../shared/ear/calls";
import type { KeptHearing } from "../../shared/lib/deviceStore";
import { quantity } from "../../shared/lib/format";
import { forgetHearing, recallHearing } from "../../shared/lib/hearings";
import { makeUuid } from "../../shared/lib/uuid";
import { ErrorNotice } from "../../shared/ui/Loaded";
import { Panel } from "../../shared/ui/Page";
import { useLesson } from "./EarPlace";
import { HearingDesk } from "./HearingDesk";
import { useHearing } from "./useHearing";

const USUAL_WINDOW_MS = 30_000;

/** What is kept of the run on this device, open at the rules; it may be written a moment after the court was left. */
function useKeptHearing(run: Run) {
  const ear = `kept ${run.id}`;
  const query = useQuery({
    queryKey: ["hearing", run.id],
    queryFn: async () => {
      const hearing = await recallHearing(run.id);
      if (hearing) await openEar(ear, hearing.lessons, hearing.kept);
      return hearing;
    },
    enabled: run.heard_as !== "" && run.is_over && !run.is_from_paper,
    networkMode: "always",
    gcTime: 0,
    staleTime: 0,
    refetchInterval: ({ state }) => (state.data || state.dataUpdateCount > 5 ? false : 500),
  });
  useEffect(() => () => void closeEar(ear).catch(() => undefined), [ear]);
  return { ear, hearing: query.data ?? null };
}

function Desk({ run, ear, hearing: kept }: { run: Run; ear: string; hearing: KeptHearing }) {
  const hearing = useHearing(ear, USUAL_WINDOW_MS);
  const lesson = useLesson();
  const { reading, work } = hearing;
  const pressed = run.tally.makes;
  // What was heard before the start and after the end is none of the run.
  const hits = (reading?.sounds ?? [])
    .filter((sound) => sound.is_hit)
    .map((sound) => sound.at_ms + kept.from_ms)
    .filter((atMs) => atMs >= 0 && atMs <= run.last_at_ms);
  const take = useChange(
    async () => {
      const body = { hits_ms: hits, gap_ms: hearing.gapMs ?? reading?.gap_ms ?? 0 };
      const path = { run_id: run.id, event_id: makeUuid() };
      await unwrap(api.PUT("/api/runs/{run_id}/heard/{event_id}/", { params: { path }, body }));
      if (kept.place !== null) await lesson.mutateAsync({ place: kept.place, ear, work });
      await forgetHearing(run.id);
    },
    ["runs"],
    ["ladders"],
    ["today"],
    ["hearing"],
  );
  const match = async () =>
    hearing.change({
      sensitivity: await matchCount(ear, pressed + (reading?.contacts ?? 0) - hits.length),
      struck_ms: [],
      added_ms: [],
    });
  return (
    <Stack spacing={2}>
      <HearingDesk hearing={hearing} loudness={kept.loudness} hasRallies={run.heard_as === "rallies"} />
      <Stack direction="row" sx={{ gap: 1.5, flexWrap: "wrap", alignItems: "center" }}>
        <Button
          variant="contained"
          loading={take.isPending}
          disabled={hits.length === 0}
          onClick={() => take.mutate(undefined)}>
          Take the ear’s {hits.length}
        </Button>
        {pressed > 0 && pressed !== hits.length && (
          <Button variant="outlined" onClick={() => void match()}>
            My {pressed} were right: hear as many
          </Button>
        )}
        <Typography color="text.secondary">
          The run counted {quantity(pressed, "press", "presses")}. They stay in the history.
        </Typography>
      </Stack>
      {take.error && <ErrorNotice error={take.error} />}
    </Stack>
  );
}

export function HeardPanel({ run }: { run: Run }) {
  const { ear, hearing } = useKeptHearing(run);
  if (!hearing) return null;
  return (
    <Panel title="What the ear heard">
      <Desk run={run} ear={ear} hearing={hearing} />
    </Panel>
  );
}
