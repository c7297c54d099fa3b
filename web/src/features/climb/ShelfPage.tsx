/** The shelf of ready-made ladders. */
import { Box, Button, Stack, Typography } from "@mui/material";
import { useQuery } from "@tanstack/react-query";
import { Link as RouterLink, useNavigate } from "react-router";

import { api, unwrap, type Schemas } from "../../api/client";
import { shelfQuery, useChange } from "../../api/queries";
import { LadderDrawing } from "../../shared/ui/LadderDrawing";
import { ErrorNotice, Loaded } from "../../shared/ui/Loaded";
import { Page, Panel, WhyPoint } from "../../shared/ui/Page";

function ShelfLadder({ ladder }: { ladder: Schemas["ShelfLadder"] }) {
  const navigate = useNavigate();
  const take = useChange(
    (key: string) => unwrap(api.POST("/api/shelf/{key}/take/", { params: { path: { key } } })),
    ["shelf"],
    ["ladders"],
    ["today"],
  );
  return (
    <Panel title={ladder.title} actions={<Typography color="text.secondary">{ladder.discipline}</Typography>}>
      <Box sx={{ display: "flex", gap: 3, flexWrap: "wrap" }}>
        <LadderDrawing
          rungs={ladder.rungs.length}
          held={0}
          share={0}
          width={70}
          step={22}
          label={`${ladder.rungs.length} rungs`}
        />
        <Stack spacing={1.25} sx={{ flex: "1 1 280px", minWidth: 0 }}>
          <Typography>{ladder.summary}</Typography>
          <Typography color="text.secondary">
            {ladder.rungs.map((rung, index) => `${index + 1}: ${rung}`).join("; ")}
            {ladder.has_sides && `; ${ladder.pair.title}, each on its own`}
          </Typography>
          {ladder.cautions.map((caution) => (
            <Typography key={caution}>
              <b>Take care:</b> {caution}
            </Typography>
          ))}
          {take.error && <ErrorNotice error={take.error} />}
          <Box>
            {ladder.is_taken ? (
              <Typography>
                ✓ Among <RouterLink to="/climb">your ladders</RouterLink>
              </Typography>
            ) : (
              <Button
                variant="contained"
                color="success"
                loading={take.isPending}
                aria-label={`Take this ladder: ${ladder.title}`}
                onClick={() => take.mutate(ladder.key, { onSuccess: ({ id }) => void navigate(`/climb/${id}`) })}>
                Take this ladder
              </Button>
            )}
          </Box>
        </Stack>
      </Box>
    </Panel>
  );
}

export default function ShelfPage() {
  const query = useQuery(shelfQuery);
  const why = (
    <WhyPoint title="Yours to change">
      A ladder from the shelf comes with a mark on every rung. Marks are somebody&rsquo;s guess until you have played;
      change them to your own.
    </WhyPoint>
  );
  return (
    <Page title="Shelf" heading="The shelf" lead="Ready-made ladders, from easy to hard." why={why}>
      <Loaded query={query}>
        {(ladders) => (
          <Stack spacing={2}>
            {ladders.map((ladder) => (
              <ShelfLadder key={ladder.key} ladder={ladder} />
            ))}
          </Stack>
        )}
      </Loaded>
    </Page>
  );
}
