/** One rung of a ladder: its set-up, what it asks for, and the runs on each side. */
import { Box, Button, Link, Stack, Typography } from "@mui/material";
import { useState } from "react";
import { Link as RouterLink } from "react-router";

import type { Schemas } from "../../api/client";
import type { Rung, RungStanding } from "../../api/queries";
import { capital, quantity, showDay, showNumber } from "../../shared/lib/format";
import { LeverRungs } from "./LeverRungs";
import { NextRungs } from "./NextRungs";
import { Needs, NeedsDialog } from "./Needs";
import { RungMenu } from "./RungMenu";
import { SavedLayouts } from "./SavedLayouts";
import { CardLines } from "../../shared/ui/CardLines";
import { ResultStrip } from "../../shared/ui/ResultStrip";
import { tape } from "../../shared/ui/tape";

const SHOWN_RUNS = 20;
const STATES = { held: "✓ held", working: "working on it", ahead: "ahead" };

function SideRecord({ record, mark }: { record: Schemas["RungRecord"]; mark: number }) {
  const { count, runs, usual, best, spread } = record;
  const last = runs.slice(-SHOWN_RUNS);
  const latest = last.at(-1);
  if (!latest)
    return <Typography color="text.secondary">{record.side_words && `${record.side_words}: `}no run yet</Typography>;
  const numbers = `usual ${showNumber(usual ?? 0)}${spread === null ? "" : ` ± ${showNumber(spread)}`}, best ${showNumber(best ?? 0)}`;
  return (
    <Box sx={{ minWidth: 0, flex: "1 1 300px" }}>
      <Typography>
        {record.side_words && <b>{record.side_words}: </b>}
        {quantity(count, "run")}
        {usual !== null && `, ${numbers}`};{" "}
        <Link component={RouterLink} to={`/practise/runs/${latest.id}/end`}>
          last on {showDay(latest.day)}
        </Link>
      </Typography>
      <ResultStrip
        points={last}
        mark={mark}
        height={70}
        label={`The last ${last.length} runs, ${last.filter((point) => point.is_met).length} of them at the mark`}
      />
    </Box>
  );
}

/** What makes it as hard as it is, and what moved from the rung below. */
function StepUp({ standing: { rung, step, step_remark: remark } }: { standing: RungStanding }) {
  if (rung.levers === "") return null;
  return (
    <Typography color="text.secondary">
      {step === "" ? `${capital(rung.levers)}.` : `From the rung below: ${step}. ${remark}`}
    </Typography>
  );
}

interface RungRowProps {
  ladderId: number;
  standing: RungStanding;
  rungs: number;
  onChange: () => void;
  onTakenOut: (rung: Rung) => void;
}

export function RungRow({ ladderId, standing, rungs, onChange, onTakenOut }: RungRowProps) {
  const { rung, state, threshold, records } = standing;
  const isWorking = state === "working";
  const [opened, setOpened] = useState<"needs" | "layouts" | null>(null);
  const close = () => setOpened(null);
  return (
    <Box
      component="li"
      sx={{
        borderLeft: "6px solid",
        borderColor: isWorking ? tape.mustard : state === "held" ? tape.timber : "divider",
        bgcolor: "background.paper",
        p: 2,
        minWidth: 0,
      }}>
      <Stack direction="row" sx={{ justifyContent: "space-between", flexWrap: "wrap", gap: 1, alignItems: "baseline" }}>
        <Typography variant="h2">
          {rung.number}. {rung.title}
        </Typography>
        <Typography sx={{ fontWeight: isWorking ? 700 : 400 }}>{STATES[state]}</Typography>
      </Stack>
      <Typography>{rung.set_up}</Typography>
      {rung.layout && (
        <Typography>
          To scale:{" "}
          <Link component={RouterLink} to={`/set-up/layouts/${rung.layout.id}`}>
            {rung.layout.title}
          </Link>
        </Typography>
      )}
      <Typography color="text.secondary">
        The game: {rung.goal_words}. Asked for: {threshold.words}.
      </Typography>
      <StepUp standing={standing} />
      {rung.card_lines.length > 0 && (
        <Box component="details" open={isWorking} sx={{ my: 0.5 }}>
          <Box component="summary" sx={{ cursor: "pointer" }}>
            Its card
          </Box>
          <CardLines lines={rung.card_lines} />
        </Box>
      )}
      <Needs needs={standing.needs} onShelf={standing.shelf_needs} />
      {opened === "needs" && <NeedsDialog standing={standing} onClose={close} />}
      {opened === "layouts" && <SavedLayouts rungId={rung.id} number={rung.number} onClose={close} />}
      <Stack direction="row" sx={{ gap: 1, my: 1, flexWrap: "wrap" }} className="no-print">
        <Button
          component={RouterLink}
          to={`/practise/rungs/${rung.id}`}
          variant={isWorking ? "contained" : "outlined"}
          color={isWorking ? "success" : "primary"}
          size="small"
          aria-label={`Play rung ${rung.number}`}>
          Play
        </Button>
        <Button size="small" onClick={onChange} aria-label={`Change what it asks for, rung ${rung.number}`}>
          Change what it asks for
        </Button>
        <RungMenu
          ladderId={ladderId}
          rung={rung}
          rungs={rungs}
          onTakenOut={onTakenOut}
          onNeeds={() => setOpened("needs")}
          onSavedLayouts={() => setOpened("layouts")}
        />
      </Stack>
      {isWorking && rung.layout && <NextRungs rungId={rung.id} />}
      {isWorking && rung.levers !== "" && <LeverRungs rungId={rung.id} />}
      {state === "ahead" && records.every((record) => record.count === 0) ? null : (
        <Stack direction="row" sx={{ gap: 2, flexWrap: "wrap" }}>
          {records.map((record) => (
            <SideRecord key={record.side} record={record} mark={threshold.values.mark} />
          ))}
        </Stack>
      )}
    </Box>
  );
}
