/** What a recording comes to, and what the athlete says of it: the slider, the drawing, the numbers. */
import { Box, FormControlLabel, Slider, Stack, Switch, TextField, Typography } from "@mui/material";
import { useState } from "react";

import type { Reading } from "../../shared/ear/calls";
import { quantity } from "../../shared/lib/format";
import { ErrorNotice } from "../../shared/ui/Loaded";
import { Figure } from "../../shared/ui/Figure";
import { showTenths, SoundDrawing } from "./SoundDrawing";
import type { HearingState } from "./useHearing";

const LEAST = 0.4;
const MOST = 2.5;
const seconds = (ms: number) => (ms / 1000).toFixed(ms < 10_000 ? 2 : 0);

/** Rallies in words; of many the longest alone. */
function Rallies({ reading }: { reading: Reading }) {
  const { rallies, longest } = reading;
  if (rallies.length === 0) return null;
  const one = rallies.length === 1;
  return (
    <Typography>
      {quantity(rallies.length, "rally", "rallies")}
      {one ? "" : `, the longest ${quantity(longest, "hit")}`}
      {!one && rallies.length <= 40 && `: ${rallies.join(", ")}`}
    </Typography>
  );
}

function Tempo({ reading }: { reading: Reading }) {
  const { interval_ms: interval, per_minute: perMinute, early_ms: early, late_ms: late, lost_ms: lost } = reading;
  if (interval === null) return null;
  const drift =
    early === null || late === null || early === late
      ? ""
      : `; ${seconds(early)} s early on, ${seconds(late)} s towards the end`;
  return (
    <>
      <Typography>
        A hit every {seconds(interval)} s in play, {perMinute} a minute{drift}.
      </Typography>
      {lost > 0 && <Typography>{quantity(Math.round(lost / 1000), "second")} went by between rallies.</Typography>}
    </>
  );
}

interface NumberOfSecondsProps {
  label: string;
  ms: number;
  least: number;
  most: number;
  onMs: (ms: number) => void;
}

function NumberOfSeconds({ label, ms, least, most, onMs }: NumberOfSecondsProps) {
  const [typed, setTyped] = useState<string | null>(null);
  const isWrong = typed !== null && !(Number(typed) >= least && Number(typed) <= most);
  return (
    <TextField
      size="small"
      label={label}
      value={typed ?? String(ms / 1000)}
      error={isWrong}
      helperText={isWrong ? `${least} to ${most} s` : undefined}
      onChange={(event) => {
        const value = Number(event.target.value);
        setTyped(event.target.value);
        if (value >= least && value <= most) onMs(Math.round(1000 * value));
      }}
      onBlur={() => setTyped(null)}
      slotProps={{ htmlInput: { inputMode: "decimal" } }}
      sx={{ width: 180 }}
    />
  );
}

interface HearingDeskProps {
  hearing: HearingState;
  loudness: Uint8Array;
  /** Whether rallies end by a break: in some games there are rests instead. */
  hasRallies: boolean;
}

export function HearingDesk({ hearing, loudness, hasRallies }: HearingDeskProps) {
  const { reading, work, error } = hearing;
  if (error) return <ErrorNotice error={error} />;
  if (!reading) return <Typography>Counting the hits…</Typography>;
  return (
    <Stack spacing={2}>
      <Box sx={{ display: "flex", gap: 3, flexWrap: "wrap", alignItems: "center" }}>
        <Figure
          size="large"
          value={String(reading.contacts)}
          label={reading.contacts === 1 ? "hit" : "hits"}
          beside={`in ${showTenths(reading.ms)}`}
        />
        <Stack spacing={0.5} sx={{ minWidth: 0, flex: "1 1 260px" }}>
          {hasRallies && <Rallies reading={reading} />}
          <Tempo reading={reading} />
          {reading.best && hearing.windowMs < reading.ms && (
            <Typography>
              Best {seconds(hearing.windowMs)} s: {quantity(reading.best.contacts, "hit")}, from{" "}
              {showTenths(reading.best.from_ms)}.
            </Typography>
          )}
          <Typography color="text.secondary">
            {reading.doubtful === 0
              ? "No sound is in doubt."
              : `${quantity(reading.doubtful, "sound is", "sounds are")} in doubt: look at the dashed strokes.`}
          </Typography>
        </Stack>
      </Box>
      <SoundDrawing reading={reading} loudness={loudness} onTouch={(atMs) => void hearing.touch(atMs)} />
      <Box sx={{ display: "flex", gap: 3, rowGap: 2, flexWrap: "wrap", alignItems: "center" }}>
        <Box sx={{ flex: "1 1 240px", px: 1 }}>
          <Typography id="sensitivity">How soft a sound may be to count</Typography>
          <Slider
            aria-labelledby="sensitivity"
            value={Math.log(work.sensitivity)}
            min={Math.log(LEAST)}
            max={Math.log(MOST)}
            step={0.02}
            onChange={(_, value) => hearing.change({ sensitivity: Math.exp(value) })}
            getAriaValueText={(value) => `${Math.exp(value).toFixed(2)} times as soft as found`}
          />
        </Box>
        {hasRallies && (
          <NumberOfSeconds
            label="A rally ends after (s)"
            ms={hearing.gapMs ?? reading.gap_ms}
            least={0.3}
            most={60}
            onMs={hearing.setGapMs}
          />
        )}
        <NumberOfSeconds
          label="Best stretch of (s)"
          ms={hearing.windowMs}
          least={1}
          most={3600}
          onMs={hearing.setWindowMs}
        />
        <FormControlLabel
          control={<Switch checked={work.is_own_only} onChange={(_, isOn) => hearing.change({ is_own_only: isOn })} />}
          label="Own hits only, where two kinds take turns"
        />
      </Box>
    </Stack>
  );
}
