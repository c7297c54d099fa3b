/** One block: its segments with their reasons, planned against played, and dropping it with an undo. */
import { Button, Stack, Typography } from "@mui/material";
import { useQuery } from "@tanstack/react-query";
import { Link as RouterLink, useParams } from "react-router";

import { blockQuery, useBlockChange, type Block } from "../../api/queries";
import { showDay, showTime } from "../../shared/lib/format";
import { BlockRibbon } from "../../shared/ui/BlockRibbon";
import { Loaded } from "../../shared/ui/Loaded";
import { Page, Panel, WhyPoint } from "../../shared/ui/Page";

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
  return (
    <Stack direction="row" sx={{ gap: 1.5, flexWrap: "wrap" }} className="no-print">
      <Button component={RouterLink} to={`/practise/blocks/${block.id}`} variant="contained" color="success" size="large">
        {block.status === "started" ? "Carry on" : "Start the block"}
      </Button>
      <Button variant="outlined" onClick={() => window.print()}>
        Print
      </Button>
      {block.status === "planned" && (
        <Button loading={change.isPending} onClick={() => change.mutate({ change: "drop" })}>
          Drop it
        </Button>
      )}
    </Stack>
  );
}

function lead(block: Block): string {
  const begun = block.started_at ? `Started at ${showTime(block.started_at)}` : `Planned for ${showDay(block.day)}`;
  return block.finished_at ? `${begun}, finished at ${showTime(block.finished_at)}.` : `${begun}.`;
}

export default function BlockPage() {
  const id = Number(useParams()["blockId"]);
  const query = useQuery(blockQuery(id));
  const block = query.data;
  const why = block?.segments.map((segment) => (
    <WhyPoint key={segment.id} title={segment.title}>
      {segment.reasons.join("; ")}.
    </WhyPoint>
  ));
  return (
    <Page title="Block" heading={block ? `${block.minutes} minutes: ${block.title}` : "Block"} lead={block && lead(block)} why={why}>
      <Loaded query={query}>
        {(data) => (
          <>
            <Panel>
              <BlockRibbon segments={data.segments} minutes={data.minutes} />
            </Panel>
            {data.note && (
              <Panel title="What you felt">
                <Typography sx={{ whiteSpace: "pre-line" }}>{data.note}</Typography>
              </Panel>
            )}
            <Actions block={data} />
          </>
        )}
      </Loaded>
    </Page>
  );
}
