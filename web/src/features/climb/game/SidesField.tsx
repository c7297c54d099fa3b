/** What the two sides of a drill are, or that it has none; in turn they are played in one run. */
import { Checkbox, FormControlLabel, MenuItem, Stack, TextField } from "@mui/material";

import type { Schemas } from "../../../api/client";

export type Pair = Required<Schemas["PairToMakeRequest"]>;
export const NO_PAIR: Pair = { kind: "none", first: "", second: "", is_in_turn: false };

interface SidesFieldProps {
  pair: Pair;
  kinds: Schemas["PairKind"][];
  onChange: (pair: Pair) => void;
}

export function SidesField({ pair, kinds, onChange }: SidesFieldProps) {
  return (
    <Stack spacing={2}>
      <TextField
        select
        label="Sides"
        value={pair.kind}
        onChange={(event) => onChange({ ...NO_PAIR, kind: event.target.value as Pair["kind"] })}
        helperText="Each side has its own runs and results. Which one is the weaker, your record finds out.">
        {kinds.map((kind) => (
          <MenuItem key={kind.id} value={kind.id}>
            {kind.title}
          </MenuItem>
        ))}
      </TextField>
      {pair.kind === "own" && (
        <Stack direction="row" spacing={2}>
          {(["first", "second"] as const).map((name) => (
            <TextField
              key={name}
              required
              fullWidth
              label={name === "first" ? "The one side" : "The other side"}
              value={pair[name]}
              onChange={(event) => onChange({ ...pair, [name]: event.target.value })}
              slotProps={{ htmlInput: { maxLength: 24 } }}
            />
          ))}
        </Stack>
      )}
      {pair.kind !== "none" && (
        <FormControlLabel
          control={
            <Checkbox
              checked={pair.is_in_turn}
              onChange={(event) => onChange({ ...pair, is_in_turn: event.target.checked })}
            />
          }
          label="Both in turn in one run, one try each"
        />
      )}
    </Stack>
  );
}
