/** What makes a rung as hard as it is: a lever a row, each with what it is set to. */
import CloseIcon from "@mui/icons-material/Close";
import { IconButton, MenuItem, Stack, TextField, Typography } from "@mui/material";
import { useQuery } from "@tanstack/react-query";

import type { Schemas } from "../../../api/client";
import { leversQuery, type Lever } from "../../../api/queries";

const MOST_LEVERS = 6;

interface LeverRowProps {
  kind: Schemas["LeverKind"];
  lever: Lever;
  onChange: (lever: Lever) => void;
  onDrop: () => void;
}

function LeverRow({ kind, lever, onChange, onDrop }: LeverRowProps) {
  const isNumber = kind.takes === "length" || kind.takes === "counted";
  const unit = kind.takes === "length" ? "m" : kind.unit;
  const label = `${kind.title}${unit ? ` (${unit})` : ""}`;
  return (
    <Stack direction="row" sx={{ gap: 1 }}>
      {kind.takes === "chosen" ? (
        <TextField
          select
          size="small"
          fullWidth
          label={label}
          value={lever.words}
          onChange={(event) => onChange({ ...lever, words: event.target.value })}>
          {kind.choices.map((each) => (
            <MenuItem key={each} value={each}>
              {each}
            </MenuItem>
          ))}
        </TextField>
      ) : (
        <TextField
          size="small"
          fullWidth
          label={label}
          type={isNumber ? "number" : "text"}
          value={isNumber ? (lever.value ?? "") : lever.words}
          onChange={(event) =>
            onChange(
              isNumber
                ? { ...lever, value: event.target.value === "" ? null : Number(event.target.value) }
                : { ...lever, words: event.target.value },
            )
          }
          slotProps={{ htmlInput: isNumber ? { min: kind.low, max: kind.high, step: "any" } : { maxLength: 60 } }}
        />
      )}
      <IconButton aria-label={`Not set by ${kind.title}`} onClick={onDrop}>
        <CloseIcon />
      </IconButton>
    </Stack>
  );
}

interface LeversFieldProps {
  levers: Lever[];
  onChange: (levers: Lever[]) => void;
}

export function LeversField({ levers, onChange }: LeversFieldProps) {
  const { data: kinds = [] } = useQuery(leversQuery);
  const open = kinds.filter((kind) => !levers.some((lever) => lever.kind === kind.id));
  const change = (place: number, lever: Lever) => onChange(levers.map((each, at) => (at === place ? lever : each)));
  const add = (id: string) => {
    const kind = kinds.find((each) => each.id === id);
    if (kind) onChange([...levers, { kind: kind.id, value: null, words: kind.choices[0] ?? "" }]);
  };
  return (
    <Stack spacing={1.25} role="group" aria-label="What makes it as hard as it is">
      {levers.map((lever, place) => {
        const kind = kinds.find((each) => each.id === lever.kind);
        return (
          kind && (
            <LeverRow
              key={lever.kind}
              kind={kind}
              lever={lever}
              onChange={(changed) => change(place, changed)}
              onDrop={() => onChange(levers.filter((_, at) => at !== place))}
            />
          )
        );
      })}
      {levers.length < MOST_LEVERS && (
        <TextField
          select
          size="small"
          label={levers.length === 0 ? "What makes it as hard as it is" : "One lever more"}
          value=""
          onChange={(event) => add(event.target.value)}>
          {open.map((kind) => (
            <MenuItem key={kind.id} value={kind.id}>
              {kind.title}
            </MenuItem>
          ))}
        </TextField>
      )}
      {levers.length > 1 && (
        <Typography color="text.secondary">
          From rung to rung move one of them: then a miss tells what was too much.
        </Typography>
      )}
    </Stack>
  );
}
