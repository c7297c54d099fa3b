/** A recording as it sounds in time: how loud it was, and a stroke for each hit, which can be struck out or added. */
import { Box, Button, Slider, Stack, TextField, Typography } from "@mui/material";
import { useState } from "react";

import type { Reading, Sound } from "../../shared/ear/calls";
import { COLUMN_MS } from "../../shared/ear/levels";
import { quantity } from "../../shared/lib/format";
import { tape } from "../../shared/ui/tape";

/** As much is drawn at once. */
const STRETCH_MS = 20_000;
const HEIGHT = 120;
const COLUMNS = 400;
const LOUDEST_DB = 120;

/** A moment of the recording to the tenth of a second. */
export const showTenths = (ms: number) => {
  const tenths = Math.round(ms / 100);
  return `${Math.floor(tenths / 600)}:${String(Math.floor(tenths / 10) % 60).padStart(2, "0")}.${tenths % 10}`;
};

/** The loudness of a stretch, as one closed line; quiet is what is quiet there. */
function outline(loudness: Uint8Array, fromMs: number, lengthMs: number): string {
  const first = Math.floor(fromMs / COLUMN_MS);
  const many = Math.ceil(lengthMs / COLUMN_MS);
  const floor = loudness.reduce((least, each) => Math.min(least, each), LOUDEST_DB);
  const most = Math.max(floor + 20, ...loudness);
  const points: string[] = [];
  for (let column = 0; column < COLUMNS; column += 1) {
    const from = first + Math.floor((column * many) / COLUMNS);
    const until = Math.max(from + 1, first + Math.floor(((column + 1) * many) / COLUMNS));
    const loudest = Math.max(floor, ...loudness.subarray(from, until));
    const height = ((loudest - floor) / (most - floor)) * (HEIGHT - 24);
    points.push(`${column} ${HEIGHT - height}`);
  }
  return `M0 ${HEIGHT} L${points.join(" L")} L${COLUMNS} ${HEIGHT} Z`;
}

function look(sound: Sound) {
  if (sound.is_added) return { colour: tape.teal, words: "added by you: take it away" };
  if (sound.is_hit)
    return { colour: tape.plum, words: sound.is_doubtful ? "a hit, in doubt: strike it out" : "a hit: strike it out" };
  if (sound.is_struck) return { colour: tape.coral, words: "struck out by you: take that back" };
  return { colour: tape.timberDark, words: "no hit, in doubt: count it" };
}

interface Shown {
  reading: Reading;
  loudness: Uint8Array;
  onTouch: (atMs: number) => void;
}

/** A hit as a stroke with a knob; what is no hit has half of one. */
function Stroke({ sound, left }: { sound: Sound; left: string }) {
  const { colour } = look(sound);
  const size = sound.is_hit ? 10 : 8;
  const top = sound.is_hit ? 4 : HEIGHT / 2;
  return (
    <Box aria-hidden sx={{ position: "absolute", left, top, bottom: 0, width: 0, pointerEvents: "none" }}>
      <Box
        sx={{
          position: "absolute",
          top: size,
          bottom: 0,
          left: -1,
          borderLeft: `2px ${sound.is_doubtful ? "dashed" : "solid"} ${colour}`,
        }}
      />
      <Box
        sx={{
          position: "absolute",
          left: -size / 2,
          width: size,
          height: size,
          boxSizing: "border-box",
          borderRadius: sound.is_added ? 0 : "50%",
          border: `2px solid ${colour}`,
          bgcolor: sound.is_hit ? colour : tape.paper,
        }}
      />
    </Box>
  );
}

/** The same sounds by their times, each to be touched: for a finger that is wider than a stroke, and for the keyboard. */
function Times({ sounds, onTouch }: { sounds: Sound[]; onTouch: Shown["onTouch"] }) {
  return (
    <Stack direction="row" role="group" aria-label="Sounds by their times" sx={{ gap: 0.5, flexWrap: "wrap" }}>
      {sounds.map((sound) => {
        const { colour, words } = look(sound);
        return (
          <Button
            key={sound.at_ms}
            size="small"
            variant="outlined"
            aria-label={`${showTenths(sound.at_ms)}, ${words}`}
            onClick={() => onTouch(sound.at_ms)}
            sx={{
              minWidth: 0,
              px: 0.75,
              py: 0.25,
              color: colour,
              borderColor: colour,
              borderStyle: sound.is_doubtful ? "dashed" : "solid",
              textDecoration: sound.is_hit ? "none" : "line-through",
              fontVariantNumeric: "tabular-nums",
            }}>
            {showTenths(sound.at_ms)}
          </Button>
        );
      })}
    </Stack>
  );
}

const within = ({ sounds }: Reading, fromMs: number, lengthMs: number) =>
  sounds.filter(({ at_ms: at }) => at >= fromMs && at < fromMs + lengthMs);

function Stretch({ reading, loudness, fromMs, lengthMs, onTouch }: Shown & { fromMs: number; lengthMs: number }) {
  const shown = within(reading, fromMs, lengthMs);
  const place = (atMs: number) => `${(100 * (atMs - fromMs)) / lengthMs}%`;
  return (
    <Box
      data-testid="sound"
      onClick={(event) => {
        const box = event.currentTarget.getBoundingClientRect();
        onTouch(fromMs + ((event.clientX - box.left) / box.width) * lengthMs);
      }}
      sx={{ position: "relative", height: HEIGHT, bgcolor: tape.chalk, cursor: "crosshair", overflow: "hidden" }}>
      <svg
        viewBox={`0 0 ${COLUMNS} ${HEIGHT}`}
        width="100%"
        height={HEIGHT}
        preserveAspectRatio="none"
        role="img"
        aria-label={`How loud it was from ${showTenths(fromMs)} to ${showTenths(fromMs + lengthMs)}, with ${quantity(shown.filter((each) => each.is_hit).length, "hit")}`}>
        <path d={outline(loudness, fromMs, lengthMs)} fill={tape.timber} opacity={0.55} />
      </svg>
      {shown.map((sound) => (
        <Stroke key={sound.at_ms} sound={sound} left={place(sound.at_ms)} />
      ))}
    </Box>
  );
}

export function SoundDrawing({ reading, loudness, onTouch }: Shown) {
  const [fromMs, setFromMs] = useState(0);
  const [addedS, setAddedS] = useState("");
  const lengthMs = Math.min(STRETCH_MS, Math.max(1000, reading.ms));
  const lastMs = Math.max(0, reading.ms - lengthMs);
  const atMs = Number(addedS.replace(",", ".")) * 1000;
  const canAdd = addedS !== "" && atMs >= 0 && atMs <= reading.ms;
  return (
    <Stack spacing={1}>
      <Stretch {...{ reading, loudness, onTouch, lengthMs }} fromMs={Math.min(fromMs, lastMs)} />
      <Stack direction="row" sx={{ justifyContent: "space-between", fontVariantNumeric: "tabular-nums" }}>
        <Typography variant="body2">{showTenths(Math.min(fromMs, lastMs))}</Typography>
        <Typography variant="body2">{showTenths(Math.min(fromMs, lastMs) + lengthMs)}</Typography>
      </Stack>
      {lastMs > 0 && (
        <Slider
          aria-label="Which part of the recording is drawn"
          value={Math.min(fromMs, lastMs)}
          max={lastMs}
          step={lengthMs / 4}
          onChange={(_, value) => setFromMs(value)}
          getAriaValueText={showTenths}
        />
      )}
      <Times sounds={within(reading, Math.min(fromMs, lastMs), lengthMs)} onTouch={onTouch} />
      <Typography variant="body2" color="text.secondary">
        A stroke is a hit: touch it to strike it out, touch it again to take that back. Touch the sound elsewhere to add
        a hit. Dashed strokes are in doubt.
      </Typography>
      <Stack
        direction="row"
        component="form"
        sx={{ gap: 1, alignItems: "center" }}
        onSubmit={(event) => {
          event.preventDefault();
          if (canAdd) onTouch(atMs);
          setAddedS("");
        }}>
        <TextField
          size="small"
          label="By its time (s)"
          value={addedS}
          onChange={(event) => setAddedS(event.target.value)}
          slotProps={{ htmlInput: { inputMode: "decimal" } }}
          sx={{ width: 160 }}
        />
        <Button type="submit" disabled={!canAdd}>
          Add or strike out
        </Button>
      </Stack>
    </Stack>
  );
}
