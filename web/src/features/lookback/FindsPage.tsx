/** What changed: the few finds of the record, each with its picture and the runs behind it; and what stands still. */
import { Box, Button, Link, Stack, Typography } from "@mui/material";
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Link as RouterLink } from "react-router";

import type { Schemas } from "../../api/client";
import { findsQuery, type About, type Find } from "../../api/lookback";
import { quantity } from "../../shared/lib/format";
import { EmptyState } from "../../shared/ui/EmptyState";
import { Loaded } from "../../shared/ui/Loaded";
import { Panel, WhyPoint } from "../../shared/ui/Page";
import { FindDrawing } from "./FindDrawing";
import { LookBackFrame } from "./LookBackFrame";
import { useFilters, written } from "./useFilters";

const PAGES = { trend: "trend", weak_spots: "weak-spots", inside: "inside" } as const;

export function aboutWords({ ladder_title: ladder, rung_number: number, side_words: side }: About): string {
  const rung = number === null ? "" : `, rung ${number}`;
  return ladder ? `${ladder}${rung}${side ? `, ${side}` : ""}` : "All of your practice";
}

/** The way to the runs behind a find: the logbook with its rung, side and days. */
function runsBehind({ about, look }: Find): string {
  const side = about.side === "none" ? "" : about.side;
  const search = { ladder: about.ladder, rung: about.rung, side, since: look.since, until: look.until };
  return `/look-back/logbook${written(search)}`;
}

export function FindPanel({ find }: { find: Find }) {
  const { look, about } = find;
  const page = find.page in PAGES ? PAGES[find.page as keyof typeof PAGES] : "trend";
  return (
    <Panel title={aboutWords(about)}>
      <Box
        sx={{
          display: "grid",
          gap: 2.5,
          gridTemplateColumns: { xs: "minmax(0, 1fr)", md: "minmax(0, 1fr) minmax(0, 1fr)" },
        }}>
        <Stack spacing={1}>
          <Typography sx={{ fontSize: "1.1rem", fontWeight: 600 }}>{look.words}</Typography>
          <Typography color="text.secondary">{look.p_value === 1 ? "" : find.luck}</Typography>
          <Stack direction="row" sx={{ gap: 2.5, flexWrap: "wrap" }}>
            {about.rung !== null && (
              <Link
                component={RouterLink}
                to={`/look-back/${page}${written({ ladder: about.ladder, rung: about.rung })}`}>
                Look closer
              </Link>
            )}
            {find.question !== "pause" && (
              <Link component={RouterLink} to={runsBehind(find)}>
                The runs behind it
              </Link>
            )}
          </Stack>
        </Stack>
        <FindDrawing picture={look.picture} />
      </Box>
    </Panel>
  );
}

function StandingStill({ still }: { still: Schemas["Still"] }) {
  const { about, still: found } = still;
  return (
    <Box sx={{ borderTop: "1px solid", borderColor: "divider", py: 1.5 }}>
      <Typography variant="h3">{aboutWords(about)}</Typography>
      <Typography>{found.words}</Typography>
      {found.suggestions.length > 0 && (
        <>
          <Typography sx={{ mt: 1, fontWeight: 600 }}>What could be changed</Typography>
          <Box component="ol" sx={{ m: 0, pl: 3 }}>
            {found.suggestions.map((words) => (
              <li key={words}>{words}</li>
            ))}
          </Box>
        </>
      )}
      <Link component={RouterLink} to={`/look-back/trend${written({ ladder: about.ladder, rung: about.rung })}`}>
        See its trend
      </Link>
    </Box>
  );
}

const WHY = (
  <>
    <WhyPoint title="More than luck">
      Everything on this page is one of many looks at your record. All of them go through one gate together (Benjamini
      and Hochberg): of the finds that pass, at most one in twenty is luck.
    </WhyPoint>
    <WhyPoint title="Standing still">
      Shown, not assumed: the whole range that the results allow lies within a tenth of the mark in eight weeks. Where
      the results cannot tell, nothing is said.
    </WhyPoint>
    <WhyPoint title="No diagnosis">
      These are numbers about practice. Why something is so is yours, and your coach&rsquo;s, to say.
    </WhyPoint>
  </>
);

export default function FindsPage() {
  const { filters } = useFilters();
  const query = useQuery(findsQuery(filters));
  const [isAll, setAll] = useState(false);
  return (
    <LookBackFrame title="What changed" why={WHY} lead={query.data?.words}>
      <Loaded query={query}>
        {({ looks, first, others, still }) => (
          <Stack spacing={2.5}>
            {looks === 0 && (
              <EmptyState
                title="Too little to look at yet"
                action={
                  <Button component={RouterLink} to="/practise" variant="contained" color="success">
                    Practise
                  </Button>
                }>
                Ten days of practice on a rung are enough for a first look.
              </EmptyState>
            )}
            {first.map((find) => (
              <FindPanel
                key={`${find.question} ${find.about.rung} ${find.about.ladder} ${find.about.side}`}
                find={find}
              />
            ))}
            {still.length > 0 && (
              <Panel title="Standing still">
                {still.map((each) => (
                  <StandingStill key={`${each.about.rung} ${each.about.side}`} still={each} />
                ))}
              </Panel>
            )}
            {others.length > 0 && !isAll && (
              <Button variant="outlined" onClick={() => setAll(true)} sx={{ alignSelf: "flex-start" }}>
                Show {quantity(others.length, "more find")}
              </Button>
            )}
            {isAll &&
              others.map((find) => (
                <FindPanel
                  key={`${find.question} ${find.about.rung} ${find.about.ladder} ${find.about.side}`}
                  find={find}
                />
              ))}
          </Stack>
        )}
      </Loaded>
    </LookBackFrame>
  );
}
