/** The order in which the targets are played: written, or one of the usual ones; and a preview that plays it. */
import { Button, MenuItem, Stack, TextField, Typography } from "@mui/material";
import { useEffect, useState } from "react";

import { api, unwrap, type Schemas } from "../../../api/client";
import { useChange } from "../../../api/queries";
import type { WorkedOut, Zone } from "../../../api/setup";
import { ErrorNotice } from "../../../shared/ui/Loaded";
import { WhyOff } from "../../../shared/ui/WhyOff";

type Made = Schemas["OrderRequest"]["made"];

const ORDERS: Record<Made, string> = {
  alternate: "One after the other",
  two_and_two: "Two and two",
  one_and_two: "One and two",
  clock: "Round the clock",
  counter_clock: "Round the clock backwards",
  opposite: "Opposite corners",
  rows: "Above, then below",
  columns: "Above and below in turn",
  crossing: "Crossing: above one side, below the other",
};
const STEP_MS = 900;

/** The step that the preview is at; null while it does not play. */
export function usePreview(steps: string[]) {
  const [at, setAt] = useState<number | null>(null);
  const isPlaying = at !== null && steps.length > 0;
  useEffect(() => {
    if (!isPlaying) return;
    const clock = setInterval(() => setAt((before) => (before === null ? null : (before + 1) % steps.length)), STEP_MS);
    return () => clearInterval(clock);
  }, [isPlaying, steps.length]);
  const index = isPlaying ? at % steps.length : 0;
  const played = isPlaying
    ? { now: steps[index] ?? "", next: steps[(index + 1) % steps.length] ?? "", step: index + 1 }
    : null;
  return { played, toggle: () => setAt(isPlaying ? null : 0) };
}

interface PatternPanelProps {
  pattern: string;
  zones: Zone[];
  worked: WorkedOut | undefined;
  preview: ReturnType<typeof usePreview>;
  onPattern: (pattern: string) => void;
}

export function PatternPanel({ pattern, zones, worked, preview, onPattern }: PatternPanelProps) {
  const [typed, setTyped] = useState<string | null>(null);
  const order = useChange((made: Made) => unwrap(api.POST("/api/laying/order/", { body: { zones, made } })));
  const settle = () => {
    if (typed !== null && typed !== pattern) onPattern(typed);
    setTyped(null);
  };
  const problem = worked?.pattern_problem ?? "";
  const { played } = preview;
  return (
    <Stack spacing={1.5}>
      <Stack direction="row" sx={{ flexWrap: "wrap", gap: 1.25, alignItems: "flex-start" }}>
        <TextField
          label="In this order"
          size="small"
          value={typed ?? pattern}
          onChange={(event) => setTyped(event.target.value)}
          onBlur={settle}
          onKeyDown={(event) => event.key === "Enter" && settle()}
          error={Boolean(problem)}
          helperText={problem || "Names or numbers of the targets, with commas between"}
          sx={{ flex: "1 1 260px" }}
        />
        <TextField
          select
          size="small"
          label="A usual order"
          value=""
          onChange={(event) =>
            order.mutate(event.target.value as Made, { onSuccess: (made) => onPattern(made.pattern) })
          }
          sx={{ width: 210 }}
          disabled={zones.length < 2}>
          {Object.entries(ORDERS).map(([made, words]) => (
            <MenuItem key={made} value={made}>
              {words}
            </MenuItem>
          ))}
        </TextField>
        <Button variant="outlined" onClick={preview.toggle} disabled={!worked?.steps.length}>
          {played ? "Stop" : "Play it"}
        </Button>
      </Stack>
      {played && (
        <Typography data-testid="preview">
          {played.step} of {worked?.steps.length}: <b>{played.now}</b>, then {played.next}
        </Typography>
      )}
      <WhyOff>{zones.length === 1 && "A usual order takes two targets or more."}</WhyOff>
      <WhyOff>
        {zones.length > 0 && !worked?.steps.length && !problem && "Without an order there is nothing to play."}
      </WhyOff>
      {order.error && <ErrorNotice error={order.error} />}
    </Stack>
  );
}
