/** Climb: every ladder drawn as a ladder, with its verdict. */
import { Box, Button, Stack, Typography } from "@mui/material";
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Link as RouterLink } from "react-router";

import { archivedQuery, laddersQuery, type Standing } from "../../api/queries";
import { capital } from "../../shared/lib/format";
import { EmptyState } from "../../shared/ui/EmptyState";
import { LadderDrawing } from "../../shared/ui/LadderDrawing";
import { Loaded } from "../../shared/ui/Loaded";
import { Page, WhyPoint } from "../../shared/ui/Page";
import { EvidenceStrokes, VerdictSign } from "../../shared/ui/VerdictSign";
import { useArchive } from "./LadderCare";
import { ALL, fits, WallFilters } from "./WallFilters";

function LadderTile({ standing }: { standing: Standing }) {
  const { ladder, held, rungs, working, verdict, threshold } = standing;
  return (
    <Box
      component={RouterLink}
      to={`/climb/${ladder.id}`}
      sx={{
        display: "flex",
        gap: 2.5,
        color: "inherit",
        textDecoration: "none",
        bgcolor: "background.paper",
        border: "1px solid",
        borderColor: "divider",
        p: 2,
        minWidth: 0,
        "&:hover .name": { textDecoration: "underline" },
      }}>
      <LadderDrawing
        rungs={rungs.length}
        held={held}
        share={verdict.share}
        width={84}
        label={`Rung ${held} of ${rungs.length} is held`}
      />
      <Stack spacing={1} sx={{ minWidth: 0, flex: 1 }}>
        <div>
          <Typography variant="h2" className="name">
            {ladder.title}
          </Typography>
          <Typography color="text.secondary">{capital(ladder.discipline)}</Typography>
        </div>
        <Box>
          <VerdictSign kind={verdict.kind} />
        </Box>
        <Typography>
          {held >= rungs.length ? "All rungs held; the top one:" : `Working on rung ${working.number},`} {working.title}
        </Typography>
        <Typography color="text.secondary">{threshold.words}</Typography>
        <EvidenceStrokes standing={standing} />
      </Stack>
    </Box>
  );
}

/** The ladders that were put away, each with the way back; nothing without any. */
function Archived() {
  const { data } = useQuery(archivedQuery);
  const archive = useArchive();
  if (!data || data.length === 0) return null;
  return (
    <Box component="section" aria-label="Put away">
      <Typography variant="h2">Put away</Typography>
      <Stack component="ul" sx={{ listStyle: "none", m: 0, p: 0 }}>
        {data.map((ladder) => (
          <Stack component="li" key={ladder.id} direction="row" sx={{ gap: 1, alignItems: "center", flexWrap: "wrap" }}>
            <RouterLink to={`/climb/${ladder.id}`} style={{ color: "inherit" }}>
              {ladder.title}
            </RouterLink>
            <Button
              size="small"
              aria-label={`Bring back ${ladder.title}`}
              onClick={() => archive.mutate({ id: ladder.id, is_archived: false })}>
              Bring it back
            </Button>
          </Stack>
        ))}
      </Stack>
    </Box>
  );
}

function Wall({ standings }: { standings: Standing[] }) {
  const [filter, setFilter] = useState(ALL);
  const shown = standings.filter((standing) => fits(standing, filter));
  return (
    <>
      <WallFilters standings={standings} filter={filter} onChange={setFilter} />
      {shown.length === 0 && (
        <Typography>
          No ladder is both. <Button onClick={() => setFilter(ALL)}>Show all</Button>
        </Typography>
      )}
      <Box
        sx={{ display: "grid", gap: 2, gridTemplateColumns: { xs: "minmax(0,1fr)", md: "repeat(2, minmax(0,1fr))" } }}>
        {shown.map((standing) => (
          <LadderTile key={standing.ladder.id} standing={standing} />
        ))}
      </Box>
    </>
  );
}

export default function ClimbPage() {
  const query = useQuery(laddersQuery);
  const own = (
    <Button component={RouterLink} to="/climb/new">
      A ladder of your own
    </Button>
  );
  const shelf = (
    <Button
      component={RouterLink}
      to="/climb/shelf"
      variant={query.data?.length === 0 ? "contained" : "outlined"}
      color={query.data?.length === 0 ? "success" : "primary"}>
      {query.data?.length === 0 ? "Choose a ladder" : "The shelf"}
    </Button>
  );
  const why = (
    <>
      <WhyPoint title="Reading a ladder">
        The marker stands on the rung you hold. The next rung fills with chalk as your runs meet its mark; when it is
        full, the rules advise to climb.
      </WhyPoint>
      <WhyPoint title="Strokes">
        A tall stroke is a run at the mark, a short one a run below it, a dot a run not played yet.
      </WhyPoint>
    </>
  );
  return (
    <Page
      title="Climb"
      heading="Your ladders"
      actions={
        query.data &&
        query.data.length > 0 && (
          <>
            {own}
            {shelf}
          </>
        )
      }
      why={why}>
      <Loaded query={query}>
        {(standings) =>
          standings.length === 0 ? (
            <EmptyState
              title="No ladder yet"
              action={
                <>
                  {shelf} {own}
                </>
              }>
              A ladder is one drill from easy to hard. Take one from the shelf; what each rung asks for is yours to
              change.
            </EmptyState>
          ) : (
            <Wall standings={standings} />
          )
        }
      </Loaded>
      <Archived />
    </Page>
  );
}
