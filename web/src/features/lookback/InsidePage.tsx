/** Inside a run: where rows break, what comes after a miss, the first run, the minute of the block, the tempo. */
import { Box, Button, Stack, Typography } from "@mui/material";
import { useQuery } from "@tanstack/react-query";
import { Link as RouterLink } from "react-router";

import type { Schemas } from "../../api/client";
import { insideQuery } from "../../api/lookback";
import { EmptyState } from "../../shared/ui/EmptyState";
import { Loaded } from "../../shared/ui/Loaded";
import { Panel, WhyPoint } from "../../shared/ui/Page";
import { tape } from "../../shared/ui/tape";
import { FindDrawing } from "./FindDrawing";
import { aboutWords } from "./FindsPage";
import { LookBackFrame } from "./LookBackFrame";
import { RunsAsFiles } from "./RunsAsFiles";
import { useFilters } from "./useFilters";

type Answer = Schemas["Answer"];

function AnswerPanel({ answer }: { answer: Answer }) {
  const { about, look, title, luck, is_find: isFind } = answer;
  return (
    <Panel title={about.side_words ? `${title}, ${about.side_words}` : title}>
      <Stack spacing={1.25}>
        {isFind ? (
          <Typography sx={{ fontWeight: 600 }}>
            <Box component="span" sx={{ bgcolor: tape.teal, color: "#ffffff", px: 1, py: 0.25, mr: 1 }}>
              More than luck
            </Box>
            {look.words}
          </Typography>
        ) : (
          <>
            <Typography sx={{ fontWeight: 600 }}>No more than luck.</Typography>
            <Typography color="text.secondary">It came out so: {look.words}</Typography>
          </>
        )}
        {isFind && <Typography color="text.secondary">{luck}</Typography>}
        <FindDrawing picture={look.picture} />
      </Stack>
    </Panel>
  );
}

const WHY = (
  <>
    <WhyPoint title="Order alone misleads">
      After three makes in a row a short sequence has a miss more often than one would think, because of how such places
      are picked. So each run is shuffled, hundreds of times, and what comes of that is what luck gives.
    </WhyPoint>
    <WhyPoint title="Where rows break">
      Counted stretch by stretch, so that a good day is not taken for a hot hand. Games at several targets are left out:
      there a place in the row is a target.
    </WhyPoint>
  </>
);

export default function InsidePage() {
  const { filters } = useFilters();
  const query = useQuery(insideQuery(filters));
  const about = query.data?.about;
  return (
    <LookBackFrame
      files={<RunsAsFiles chosen={about} />}
      title="Inside a run"
      why={WHY}
      lead={
        about ? `${aboutWords({ ...about, side_words: "" })}, ${about.rung_title}. ${query.data?.words}` : undefined
      }>
      <Loaded query={query}>
        {({ looks }) =>
          looks.length === 0 ? (
            <EmptyState
              title="Too little to look into yet"
              action={
                <Button component={RouterLink} to="/practise" variant="contained" color="success">
                  Practise
                </Button>
              }>
              Runs that are counted press by press, on ten days or so, say something of their inside.
            </EmptyState>
          ) : (
            <Box
              sx={{
                display: "grid",
                gap: 2.5,
                gridTemplateColumns: { xs: "minmax(0, 1fr)", md: "repeat(2, minmax(0, 1fr))" },
              }}>
              {looks.map((answer, place) => (
                <AnswerPanel key={`${answer.question} ${answer.about.side} ${place}`} answer={answer} />
              ))}
            </Box>
          )
        }
      </Loaded>
    </LookBackFrame>
  );
}
