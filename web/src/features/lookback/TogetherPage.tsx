/** What was played with partners: the record of each of the two, and the games. */
import { Box, Button, Stack, Table, TableBody, TableCell, TableHead, TableRow, Typography } from "@mui/material";
import { useQuery } from "@tanstack/react-query";
import { Link as RouterLink } from "react-router";

import { api, unwrap, type Schemas } from "../../api/client";
import { capital, showDay } from "../../shared/lib/format";
import { EmptyState } from "../../shared/ui/EmptyState";
import { Loaded } from "../../shared/ui/Loaded";
import { Panel, WhyPoint } from "../../shared/ui/Page";
import { LookBackFrame } from "./LookBackFrame";

type Together = Schemas["Together"];

/** The results of both, side by side; a line for what was not played is left out. */
function Records({ own, other }: Together) {
  const rows = [
    { head: "games won", values: [own.won, other.won], isPlayed: own.won + other.won > 0 },
    {
      head: "balls made, fed by the other",
      values: [own, other].map(({ made, balls }) => `${made} of ${balls}`),
      isPlayed: own.balls + other.balls > 0,
    },
  ].filter(({ isPlayed }) => isPlayed);
  if (rows.length === 0) return null;
  return (
    <Table size="small" aria-label={`The records of both, you and ${other.name}`} sx={{ maxWidth: 520, mb: 2 }}>
      <TableHead>
        <TableRow>
          {["", "you", other.name].map((head, place) => (
            <TableCell key={place} align={place ? "right" : "left"} sx={{ fontWeight: 700, overflowWrap: "anywhere" }}>
              {head || <span style={{ position: "absolute", clipPath: "inset(50%)" }}>what</span>}
            </TableCell>
          ))}
        </TableRow>
      </TableHead>
      <TableBody>
        {rows.map(({ head, values }) => (
          <TableRow key={head}>
            <TableCell component="th" scope="row">
              {head}
            </TableCell>
            {values.map((value, place) => (
              <TableCell key={place} align="right" sx={{ fontWeight: 700, whiteSpace: "nowrap" }}>
                {value}
              </TableCell>
            ))}
          </TableRow>
        ))}
      </TableBody>
    </Table>
  );
}

function WithOne({ together }: { together: Together }) {
  return (
    <Panel title={capital(together.partner)}>
      <Typography sx={{ mb: 2 }}>{capital(together.words)}.</Typography>
      <Records {...together} />
      <Box component="ul" sx={{ listStyle: "none", m: 0, p: 0 }} aria-label={`Games with ${together.partner}`}>
        {together.games.map(({ day, title, condition, words }, place) => (
          <Box component="li" key={place} sx={{ py: 0.75, borderTop: "1px solid", borderColor: "divider" }}>
            {showDay(day)}: {title}. <b>{words}</b>
            {condition && (
              <Box component="span" sx={{ color: "text.secondary" }}>
                {" "}
                ({condition})
              </Box>
            )}
          </Box>
        ))}
      </Box>
    </Panel>
  );
}

export default function TogetherPage() {
  const query = useQuery({ queryKey: ["blocks", "together"], queryFn: () => unwrap(api.GET("/api/together/")) });
  const why = (
    <WhyPoint title="Two records">
      Points and balls of the two are kept apart. A game that was stopped before anybody had won counts for neither.
      Partners are told apart by the name that you gave them in the block.
    </WhyPoint>
  );
  return (
    <LookBackFrame
      title="With a partner"
      lead="What you played with others, and what each of you came to."
      why={why}
      without="all">
      <Loaded query={query}>
        {(partners) =>
          partners.length === 0 ? (
            <EmptyState
              title="No game with a partner yet"
              action={
                <Button component={RouterLink} to="/plan" variant="contained" color="success">
                  Plan a block
                </Button>
              }>
              Put a part with a partner into a block: a rally feed, points or a tie-break. Both scores are kept here.
            </EmptyState>
          ) : (
            <Stack spacing={2}>
              {partners.map((together) => (
                <WithOne key={together.partner} together={together} />
              ))}
            </Stack>
          )
        }
      </Loaded>
    </LookBackFrame>
  );
}
