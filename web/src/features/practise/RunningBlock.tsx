/** A block in play as a whole: the time that is left, what to drop when it no longer fits, more of the part in play. */
import { Alert, Box, Button, Stack, Typography } from "@mui/material";
import { useQuery } from "@tanstack/react-query";

import { api, unwrap } from "../../api/client";
import { blockQuery, useChange, type Block, type Part } from "../../api/queries";
import { quantity, showClock, showMinutes } from "../../shared/lib/format";
import { ErrorNotice } from "../../shared/ui/Loaded";
import { useBlockLeft } from "./BlockClock";

/** How often a block in play is asked anew whether it still fits. */
const ASK_EVERY_MS = 15_000;

export const isOpen = (part: Part) => part.done_at === null && part.dropped_at === null;

export function Extend({ part, word }: { part: Part; word: string }) {
  const more = useChange(
    () => unwrap(api.POST("/api/parts/{part_id}/more/", { params: { path: { part_id: part.id } } })),
    ["blocks"],
  );
  return (
    <Box>
      <Button size="large" loading={more.isPending} onClick={() => more.mutate(undefined)}>
        {word}
      </Button>
      {more.error && <ErrorNotice error={more.error} />}
    </Box>
  );
}

function useDrop() {
  const drop = useChange(
    (id: number) => unwrap(api.PUT("/api/parts/{part_id}/dropped/", { params: { path: { part_id: id } } })),
    ["blocks"],
  );
  const takeBack = useChange(
    (id: number) => unwrap(api.DELETE("/api/parts/{part_id}/dropped/", { params: { path: { part_id: id } } })),
    ["blocks"],
  );
  return { drop, takeBack };
}

export function RunningBlock({ block }: { block: Block }) {
  // Time goes by though nothing is pressed, and with it what still fits.
  useQuery({ ...blockQuery(block.id), refetchInterval: ASK_EVERY_MS });
  const left = useBlockLeft(block);
  const { drop, takeBack } = useDrop();
  const { running } = block;
  const dropped = block.parts.filter((part) => part.dropped_at !== null);
  if (!running || left === null) return null;
  return (
    <Stack spacing={1.5}>
      <Typography sx={{ fontSize: "1.2rem" }}>
        <Box
          component="span"
          role="timer"
          aria-label="time left in the block"
          sx={{ fontWeight: 700, fontVariantNumeric: "tabular-nums" }}>
          {left < 0 ? `${showClock(-left * 1000)} over` : `${showClock(left * 1000)} left`}
        </Box>
        {", "}
        {showMinutes(running.needed_s)} still planned.
      </Typography>
      {running.late_s > 0 && running.drops.length > 0 && (
        <Alert severity="warning" variant="outlined" sx={{ color: "text.primary" }}>
          <Typography component="h2" sx={{ fontWeight: 700 }}>
            Running late: drop which?
          </Typography>
          <Typography>{running.words}</Typography>
          <Stack direction="row" sx={{ gap: 1, flexWrap: "wrap", mt: 1 }}>
            {running.drops.map(({ id, title, frees_s: freesS, is_enough: isEnough }) => (
              <Button
                key={id}
                variant={isEnough ? "contained" : "outlined"}
                loading={drop.isPending && drop.variables === id}
                onClick={() => drop.mutate(id)}>
                Drop {title} ({showMinutes(freesS)}
                {isEnough ? ", then it fits" : ""})
              </Button>
            ))}
          </Stack>
        </Alert>
      )}
      {dropped.map((part) => (
        <Typography key={part.id}>
          Dropped: {part.title}.{" "}
          <Button size="small" onClick={() => takeBack.mutate(part.id)} aria-label={`Undo: ${part.title}`}>
            Undo
          </Button>
        </Typography>
      ))}
      {drop.error && <ErrorNotice error={drop.error} />}
      {takeBack.error && <ErrorNotice error={takeBack.error} />}
    </Stack>
  );
}

/** How many runs each side of a drill has had in this block, and has still to come; which side is on now. */
export function SideCounts({ block, part }: { block: Block; part: Part }) {
  const sides = block.parts.filter(
    (each) => each.side_words && each.rung?.id === part.rung?.id && each.dropped_at === null,
  );
  if (sides.length === 0) return null;
  return (
    <Stack
      component="ul"
      direction="row"
      aria-label="Sides"
      sx={{ listStyle: "none", m: 0, p: 0, gap: 2, flexWrap: "wrap" }}>
      {sides.map((each) => (
        <Box
          component="li"
          key={each.id}
          sx={{ borderLeft: "5px solid", borderColor: each.id === part.id ? "secondary.main" : "divider", pl: 1 }}>
          <Typography sx={{ fontWeight: each.id === part.id ? 700 : 400 }}>
            {each.side_words}: {each.runs.length} of {quantity(each.runs_planned, "run")}
            {each.id === part.id && ", now"}
          </Typography>
        </Box>
      ))}
    </Stack>
  );
}
