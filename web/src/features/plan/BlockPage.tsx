/** One block: its parts with their reasons, planned against played, and what can still be done with it. */
import { Button, Stack, Typography } from "@mui/material";
import { useQuery } from "@tanstack/react-query";
import { Link as RouterLink, useParams } from "react-router";

import { blockQuery, useBlockChange, type Block } from "../../api/queries";
import { capital, showDay, showHour, showMinutes, showRange, showTime } from "../../shared/lib/format";
import { BlockRibbon } from "../../shared/ui/BlockRibbon";
import { Loaded } from "../../shared/ui/Loaded";
import { Page, Panel, WhyPoint } from "../../shared/ui/Page";
import { Refit } from "../../shared/ui/Refit";
import { addressOf } from "./draft";
import { PlannedActual } from "./PlannedActual";
import { RoutineForm } from "./RoutineForm";

function Actions({ block }: { block: Block }) {
  const change = useBlockChange(block.id);
  if (block.status === "dropped") {
    return (
      <Stack direction="row" spacing={2} sx={{ alignItems: "center" }}>
        <Typography>Dropped from your plan.</Typography>
        <Button variant="outlined" loading={change.isPending} onClick={() => change.mutate({ change: "restore" })}>
          Undo
        </Button>
      </Stack>
    );
  }
  if (block.status === "done") return null;
  const isPlanned = block.status === "planned";
  return (
    <Stack direction="row" sx={{ gap: 1.5, flexWrap: "wrap" }} className="no-print">
      <Button
        component={RouterLink}
        to={`/practise/blocks/${block.id}`}
        variant="contained"
        color="success"
        size="large">
        {isPlanned ? "Start the block" : "Carry on"}
      </Button>
      {isPlanned && (
        <Button component={RouterLink} to={addressOf(block)} variant="outlined">
          Change it
        </Button>
      )}
      <Button component={RouterLink} to={`/plan/blocks/${block.id}/sheet`} variant="outlined">
        Paper sheet
      </Button>
      <Button component={RouterLink} to={`/plan/blocks/${block.id}/type-in`} variant="outlined">
        Type in a sheet
      </Button>
      {isPlanned && (
        <Button loading={change.isPending} onClick={() => change.mutate({ change: "drop" })}>
          Drop it
        </Button>
      )}
    </Stack>
  );
}

function lead(block: Block): string {
  const hour = block.start ? ` at ${showHour(block.start)}` : "";
  const where = block.place ? `, ${block.place.name}` : "";
  const begun = block.started_at
    ? `Started at ${showTime(block.started_at)}`
    : `Planned for ${showDay(block.day)}${hour}`;
  return block.finished_at ? `${begun}, finished at ${showTime(block.finished_at)}${where}.` : `${begun}${where}.`;
}

function Why({ block }: { block: Block }) {
  return (
    <>
      {block.parts.map((part) => (
        <WhyPoint key={part.id} title={part.title}>
          {capital(part.reasons.join("; "))}.
        </WhyPoint>
      ))}
      {block.acknowledged.map(({ what, words }) => (
        <WhyPoint key={what} title="You said yes to">
          {words}
        </WhyPoint>
      ))}
    </>
  );
}

function Plan({ block }: { block: Block }) {
  const { time } = block;
  return (
    <Panel>
      <Stack spacing={2}>
        <BlockRibbon block={block} />
        <Typography>
          <b>
            {showMinutes(time.expected_s)} of {block.minutes} min
          </b>
          , nine times in ten {showRange(time.low_s, time.high_s)}.
        </Typography>
        {block.kit.length > 0 && (
          <Typography>
            <b>To bring:</b> {block.kit.join(", ")}.
          </Typography>
        )}
        {block.parts.map(
          ({ id, title, game }) =>
            game?.presses && (
              <Typography key={id}>
                <b>{title}:</b> {game.score.words}. {game.rule}.
              </Typography>
            ),
        )}
        {block.layouts.length > 0 && (
          <Typography>
            <b>To scale:</b>{" "}
            {block.layouts.map((layout, index) => (
              <span key={layout.id}>
                {index > 0 && ", "}
                <RouterLink to={`/set-up/layouts/${layout.id}`}>{layout.title}</RouterLink>
              </span>
            ))}
            .
          </Typography>
        )}
        <Refit block={block} />
      </Stack>
    </Panel>
  );
}

export default function BlockPage() {
  const id = Number(useParams()["blockId"]);
  const query = useQuery(blockQuery(id));
  const block = query.data;
  return (
    <Page
      title="Block"
      heading={block ? `${block.minutes} minutes: ${block.title}` : "Block"}
      lead={block && lead(block)}
      why={block && <Why block={block} />}>
      <Loaded query={query}>
        {(data) => (
          <>
            <Plan block={data} />
            {data.parts.some((part) => part.actual_s !== null) && (
              <Panel title="Planned against actual">
                <PlannedActual block={data} />
              </Panel>
            )}
            {data.note && (
              <Panel title="What you felt">
                <Typography sx={{ whiteSpace: "pre-line" }}>{data.note}</Typography>
              </Panel>
            )}
            <Actions block={data} />
            {data.status !== "dropped" && <RoutineForm block={data} />}
          </>
        )}
      </Loaded>
    </Page>
  );
}
