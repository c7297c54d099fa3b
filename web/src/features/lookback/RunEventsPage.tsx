/** A run's own page: its strokes in time, what every number is made of, and what can be put right afterwards. */
import { Button, Stack, Typography } from "@mui/material";
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Link as RouterLink, useParams } from "react-router";

import { api, unwrap } from "../../api/client";
import { runQuery, type Run } from "../../api/queries";
import { quantity, showDay, showTime } from "../../shared/lib/format";
import { Loaded } from "../../shared/ui/Loaded";
import { Page, Panel, WhyPoint } from "../../shared/ui/Page";
import { FilmPanel } from "../film/FilmPanel";
import { Corrections } from "./Corrections";
import { Deleted, useDeleteRun } from "./DeleteRun";
import { Describe } from "./Describe";
import { StrokesInTime } from "./StrokesInTime";

/** More presses than that are drawn, but not listed: nobody reads on. */
const MOST_LISTED = 400;

function Why({ run }: { run: Run }) {
  return (
    <>
      <WhyPoint title="What they come to">
        {run.result.number} {run.result.label}
        {run.result.beside && `, ${run.result.beside}`}: {run.tally.makes} made, {run.tally.misses} missed,{" "}
        {quantity(run.tally.lets, "let")}, best streak {run.tally.best_streak}.
      </WhyPoint>
      {run.tally.ignored > 0 && (
        <WhyPoint title="Not counted">
          {quantity(run.tally.ignored, "press", "presses")}: twice within the double-tap time, in a pause, or after the
          end.
        </WhyPoint>
      )}
      <WhyPoint title="Corrections">
        Nothing is overwritten: a correction is added behind the presses, and everything is counted again. A correction
        can be corrected.
      </WhyPoint>
    </>
  );
}

export default function RunEventsPage() {
  const id = useParams()["runId"] ?? "";
  const run = useQuery({ ...runQuery(id), retry: false });
  const strokes = useQuery({
    queryKey: ["runs", id, "strokes"],
    queryFn: async () =>
      (await unwrap(api.GET("/api/runs/{run_id}/strokes/", { params: { path: { run_id: id } } }))).strokes,
  });
  const remove = useDeleteRun();
  const [isDeleted, setDeleted] = useState(false);
  const data = run.data;
  return (
    <Page
      title="Events of a run"
      heading={data ? `${data.ladder.title}, stroke by stroke` : "Events of a run"}
      lead={
        data && `${showDay(data.day)}, ${showTime(data.started_at)}${data.side_words ? `, ${data.side_words}` : ""}`
      }
      why={data && !isDeleted && <Why run={data} />}>
      {isDeleted ? (
        <Deleted ids={[id]} onRestored={() => setDeleted(false)} />
      ) : (
        <>
          <RouterLink to={`/practise/runs/${id}/end`} style={{ color: "inherit" }}>
            Back to what it means
          </RouterLink>
          <Loaded query={run}>
            {(known) => (
              <Stack spacing={2.5}>
                <Panel title="In time">
                  <Loaded query={strokes}>
                    {(list) =>
                      list.length === 0 ? (
                        <Typography color="text.secondary">
                          {known.is_from_paper
                            ? "It was kept by hand: there are totals, and no presses."
                            : "Nothing was pressed."}
                        </Typography>
                      ) : (
                        <Stack spacing={2}>
                          <StrokesInTime strokes={list} />
                          <Corrections run={known} strokes={list.slice(0, MOST_LISTED)} />
                          {list.length > MOST_LISTED && (
                            <Typography color="text.secondary">
                              The first {MOST_LISTED} of {list.length} are listed; all are drawn.
                            </Typography>
                          )}
                        </Stack>
                      )
                    }
                  </Loaded>
                </Panel>
                <FilmPanel run={id} />
                <Panel title="Note and tags">
                  <Describe key={`${known.note} ${known.tags.join()}`} run={known} />
                </Panel>
                <Button
                  color="error"
                  variant="outlined"
                  loading={remove.isPending}
                  onClick={() => remove.mutate(id, { onSuccess: () => setDeleted(true) })}
                  sx={{ alignSelf: "flex-start" }}>
                  Delete this run
                </Button>
              </Stack>
            )}
          </Loaded>
        </>
      )}
    </Page>
  );
}
