/** The shelf of ready-made ladders: looked for, looked over, opened. */
import { Box, Stack, Typography } from "@mui/material";
import { useQuery } from "@tanstack/react-query";
import { Link as RouterLink, useSearchParams } from "react-router";

import { capital, showMinutes } from "../../shared/lib/format";
import { LadderDrawing } from "../../shared/ui/LadderDrawing";
import { Loaded } from "../../shared/ui/Loaded";
import { Page, WhyPoint } from "../../shared/ui/Page";
import { ShelfFilters } from "./ShelfFilters";
import { ShelfPicture } from "../../shared/ui/ShelfPicture";
import { TakeInFile } from "./TakeInFile";
import { TakeLadder } from "./TakeLadder";
import { readWanted, shelfQuery, type ShelfLadder } from "../../api/shelf";

function ShelfCard({ ladder }: { ladder: ShelfLadder }) {
  const rungs = ladder.rungs.length;
  const facts = [
    rungs === 1 ? "1 rung" : `${rungs} rungs`,
    `a run about ${showMinutes(ladder.run_s)}`,
    ...(ladder.has_sides ? [ladder.pair.title] : []),
    ...(ladder.levels.length > 0 ? [ladder.levels.join(", ")] : []),
  ];
  return (
    <Box
      component="li"
      sx={{
        bgcolor: "background.paper",
        border: "1px solid",
        borderColor: "divider",
        p: 1.5,
        display: "flex",
        gap: 1.5,
        minWidth: 0,
      }}>
      <Box sx={{ width: 120, flex: "none", display: "flex", justifyContent: "center", alignItems: "center" }}>
        {ladder.picture ? (
          <ShelfPicture picture={ladder.picture} />
        ) : (
          <LadderDrawing
            rungs={rungs}
            held={0}
            share={0}
            width={60}
            step={Math.min(22, 110 / rungs)}
            label={facts[0] ?? ""}
          />
        )}
      </Box>
      <Stack spacing={0.75} sx={{ minWidth: 0, flex: 1 }}>
        <Typography variant="h3" component="h2">
          <RouterLink to={`/climb/shelf/${ladder.key}`}>{ladder.title}</RouterLink>
        </Typography>
        <Typography variant="body2" color="text.secondary">
          {capital(ladder.discipline)}: {facts.join("; ")}
        </Typography>
        <Typography variant="body2">{ladder.summary}</Typography>
        <Typography variant="body2" color="text.secondary">
          {ladder.kit.length > 0 && `With ${ladder.kit.join(", ")}.`}
        </Typography>
        <Box sx={{ mt: "auto !important", pt: 0.5 }}>
          <TakeLadder ladder={ladder} />
        </Box>
      </Stack>
    </Box>
  );
}

export default function ShelfPage() {
  const [address] = useSearchParams();
  const query = useQuery(shelfQuery(readWanted(address)));
  const why = (
    <>
      <WhyPoint title="Read before you take">
        The name opens a ladder: every rung with its set-up, what it asks for and what usually goes wrong.
      </WhyPoint>
      <WhyPoint title="Yours to change">
        A ladder from the shelf comes with a mark on every rung. Marks are somebody&rsquo;s guess until you have played;
        change them to your own.
      </WhyPoint>
      <WhyPoint title="Nothing that fits?">
        <RouterLink to="/climb/new">Make a ladder of your own</RouterLink>: a game, its numbers, and the levers that
        make it harder.
      </WhyPoint>
    </>
  );
  return (
    <Page
      title="Shelf"
      heading="The shelf"
      lead="Ready-made ladders, from easy to hard."
      actions={<TakeInFile />}
      why={why}>
      <ShelfFilters />
      <Loaded query={query}>
        {(ladders) => (
          <>
            <Typography role="status" color="text.secondary">
              {ladders.length === 0
                ? "No ladder fits all of this; take something out of it."
                : ladders.length === 1
                  ? "1 ladder"
                  : `${ladders.length} ladders`}
            </Typography>
            <Box
              component="ul"
              aria-label="Ladders on the shelf"
              sx={{
                display: "grid",
                gap: 2,
                gridTemplateColumns: "repeat(auto-fill, minmax(min(400px, 100%), 1fr))",
                listStyle: "none",
                m: 0,
                p: 0,
              }}>
              {ladders.map((ladder) => (
                <ShelfCard key={ladder.key} ladder={ladder} />
              ))}
            </Box>
          </>
        )}
      </Loaded>
    </Page>
  );
}
