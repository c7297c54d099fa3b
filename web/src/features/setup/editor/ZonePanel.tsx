/** The chosen target in numbers: its name, its lengths and its place, typed exactly; dividing it, doubling it, taking it off. */
import { Button, MenuItem, Stack, TextField } from "@mui/material";
import { useState } from "react";

import { api, unwrap } from "../../../api/client";
import { useChange } from "../../../api/queries";
import type { LengthName, Lengths, Surface, Zone } from "../../../api/setup";
import { toMillimetre, TYPED, type Units } from "../../../shared/lib/lengths";
import { ErrorNotice } from "../../../shared/ui/Loaded";
import {
  boxOf,
  isOn,
  largestThatFits,
  limitsOf,
  movedTo,
  placed,
  runsAcross,
  withLengths,
} from "../../../shared/board/geometry";
import { shapeOf } from "../../../shared/board/shapes";

const LENGTHS: Record<LengthName, string> = {
  width_m: "Wide",
  height_m: "High",
  radius_m: "From middle to rim",
  across_m: "To the right",
  up_m: "Up or away",
  within_m: "Hit within",
  apart_m: "Gap between",
  size_m: "Each one wide",
};

const PARTS: Record<string, [string, number, number]> = {
  "2x1": ["halves, side by side", 2, 1],
  "1x2": ["halves, one above the other", 1, 2],
  "3x1": ["thirds, side by side", 3, 1],
  "1x3": ["thirds, one above the other", 1, 3],
  "4x1": ["quarters, side by side", 4, 1],
  "2x2": ["a cross", 2, 2],
};

/** A length that is typed: it counts when one leaves it or presses Enter, and only if it is a number. */
function LengthField({
  label,
  valueM,
  units,
  onLength,
}: {
  label: string;
  valueM: number;
  units: Units;
  onLength: (lengthM: number) => void;
}) {
  const { unit, perMetre, step } = TYPED[units];
  const shown = String(Math.round(valueM * perMetre * 100) / 100);
  const [typed, setTyped] = useState<string | null>(null);
  const settle = () => {
    const value = Number(typed?.replace(",", "."));
    if (typed !== null && typed.trim() !== "" && Number.isFinite(value) && typed !== shown)
      onLength(toMillimetre(value / perMetre));
    setTyped(null);
  };
  return (
    <TextField
      label={`${label} (${unit})`}
      size="small"
      type="number"
      value={typed ?? shown}
      onChange={(event) => setTyped(event.target.value)}
      onBlur={settle}
      onKeyDown={(event) => event.key === "Enter" && settle()}
      sx={{ width: 138 }}
      slotProps={{ htmlInput: { step } }}
    />
  );
}

/** How what lies there counts, and with which target, in one value of a menu. */
const countsAs = ({ counts = "alone", joined_to = "" }: Zone) => [counts, joined_to].filter(Boolean).join(" ");

function CountsField({ zone, others, onChange }: { zone: Zone; others: Zone[]; onChange: (zone: Zone) => void }) {
  const choices = [
    ["alone", "by itself"],
    ...others.map(({ name }) => [`both ${name}`, `only together with ${name}, by one ball`]),
    ...others.map(({ name }) => [`part ${name}`, `as a part of ${name}`]),
    ["set_out", "not: it is only set out"],
  ];
  return (
    <TextField
      select
      size="small"
      label="It counts"
      value={countsAs(zone)}
      onChange={({ target: { value } }) => {
        const [counts = "alone", ...name] = value.split(" ");
        onChange({ ...zone, counts: counts as NonNullable<Zone["counts"]>, joined_to: name.join(" ") });
      }}
      sx={{ width: 260 }}>
      {choices.map(([value, words]) => (
        <MenuItem key={value} value={value}>
          {words}
        </MenuItem>
      ))}
    </TextField>
  );
}

interface ZonePanelProps {
  zone: Zone;
  /** The other targets that count by themselves. */
  others: Zone[];
  surface: Surface;
  units: Units;
  onChange: (zone: Zone) => void;
  onDivide: (parts: Zone[]) => void;
  onDouble: () => void;
  onRemove: () => void;
}

export function ZonePanel({ zone, others, surface, units, onChange, onDivide, onDouble, onRemove }: ZonePanelProps) {
  const [name, setName] = useState<string | null>(null);
  const divide = useChange((key: string) => {
    const [, columns, rows] = PARTS[key] ?? ["", 1, 1];
    return unwrap(api.POST("/api/laying/divided/", { body: { zone, columns, rows } }));
  });
  const rename = () => {
    if (name?.trim()) onChange({ ...zone, name: name.trim() });
    setName(null);
  };
  const { left, bottom } = boxOf(zone, surface);
  const [x = 0, y = 0] = zone.at;
  // What is typed beyond what can be is taken as the most, or the least, that can.
  const resize = (key: LengthName, lengthM: number) => {
    const [least, most] = limitsOf(key, zone.shape.kind, surface);
    // Its left and lower edges stay: a length that is typed changes no other number.
    const sized = (toM: number) => {
      const reshaped = withLengths(zone, { [key]: toM });
      const now = boxOf(reshaped, surface);
      return placed(reshaped, { x: x + left - now.left, y: y + bottom - now.bottom });
    };
    onChange(sized(largestThatFits(Math.min(Math.max(lengthM, least), most), (toM) => isOn(sized(toM), surface))));
  };
  const lengths = Object.entries(zone.shape as Lengths).filter(
    (entry): entry is [LengthName, number] => entry[0] in LENGTHS,
  );
  return (
    <Stack spacing={1.5}>
      <Stack direction="row" sx={{ flexWrap: "wrap", gap: 1.25 }}>
        <TextField
          label="Name"
          size="small"
          value={name ?? zone.name}
          onChange={(event) => setName(event.target.value)}
          onBlur={rename}
          onKeyDown={(event) => event.key === "Enter" && rename()}
          sx={{ width: 190 }}
          slotProps={{ htmlInput: { maxLength: 40 } }}
        />
        {lengths.map(([key, valueM]) => (
          <LengthField
            key={key}
            label={LENGTHS[key]}
            valueM={valueM}
            units={units}
            onLength={(lengthM) => resize(key, lengthM)}
          />
        ))}
        {!runsAcross(zone) && (
          <LengthField
            label="From the left"
            valueM={left}
            units={units}
            onLength={(lengthM) => onChange(movedTo(zone, { x: x + lengthM - left, y }, surface))}
          />
        )}
        <LengthField
          label={surface.is_upright ? "From the ground" : "From the near edge"}
          valueM={bottom}
          units={units}
          onLength={(lengthM) => onChange(movedTo(zone, { x, y: y + lengthM - bottom }, surface))}
        />
      </Stack>
      <Stack direction="row" sx={{ flexWrap: "wrap", gap: 1, alignItems: "center" }}>
        {shapeOf(zone.shape.kind).canDivide && (
          <TextField
            select
            size="small"
            label="Divide into"
            value=""
            onChange={(event) => divide.mutate(event.target.value, { onSuccess: onDivide })}
            sx={{ width: 220 }}>
            {Object.entries(PARTS).map(([key, [words]]) => (
              <MenuItem key={key} value={key}>
                {words}
              </MenuItem>
            ))}
          </TextField>
        )}
        <CountsField zone={zone} others={others} onChange={onChange} />
        <Button size="small" onClick={onDouble}>
          One more like it
        </Button>
        <Button size="small" color="error" onClick={onRemove}>
          Take it off
        </Button>
      </Stack>
      {divide.error && <ErrorNotice error={divide.error} />}
    </Stack>
  );
}
