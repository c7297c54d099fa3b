/** The cells of one rung in a ladder's table. */
import { Link, MenuItem, Stack, TableCell, TableRow, TextField, Typography } from "@mui/material";
import type { KeyboardEvent, ReactNode } from "react";
import { Link as RouterLink } from "react-router";

import type { Schemas } from "../../../api/client";
import type { Lever } from "../../../api/queries";
import { defaultsOf, fieldsOf, type SettingsSchema } from "./schema";
import { withLever, type TableRowDraft } from "./tableRows";
import type { Challenge } from "./useGame";

type LeverKind = Schemas["LeverKind"];
type OnKey = (event: KeyboardEvent, column: string) => void;

export interface Columns {
  levers: LeverKind[];
  challenges: Challenge[];
}

interface TypedProps {
  id: string;
  label: string;
  value: string | number | null;
  isNumber?: boolean;
  placeholder?: string;
  onChange: (value: string) => void;
  onKey: (event: KeyboardEvent) => void;
}

function Typed({ id, label, value, isNumber = false, placeholder, onChange, onKey }: TypedProps) {
  return (
    <TextField
      id={id}
      size="small"
      fullWidth
      type={isNumber ? "number" : "text"}
      value={value ?? ""}
      placeholder={placeholder}
      onChange={(event) => onChange(event.target.value)}
      onKeyDown={onKey}
      onFocus={(event) => event.target.select()}
      slotProps={{ htmlInput: { "aria-label": label, step: "any" } }}
    />
  );
}

const numberOf = (typed: string) => (typed === "" ? null : Number(typed));

interface LeverCellProps {
  kind: LeverKind;
  row: TableRowDraft;
  place: number;
  onChange: (levers: Lever[]) => void;
  onKey: OnKey;
}

function LeverCell({ kind, row, place, onChange, onKey }: LeverCellProps) {
  const lever = row.levers.find((each) => each.kind === kind.id) ?? { kind: kind.id, value: null, words: "" };
  const label = `${kind.title} of rung ${place + 1}`;
  const set = (changed: Partial<Lever>) => onChange(withLever(row.levers, { ...lever, ...changed }));
  if (kind.takes === "chosen")
    return (
      <TextField
        select
        size="small"
        fullWidth
        value={lever.words}
        onChange={(event) => set({ words: event.target.value })}
        slotProps={{ select: { SelectDisplayProps: { "aria-label": label } } }}>
        {["", ...kind.choices].map((each) => (
          <MenuItem key={each} value={each}>
            {each || "not set"}
          </MenuItem>
        ))}
      </TextField>
    );
  const isNumber = kind.takes !== "said";
  return (
    <Typed
      id={`cell-${place}-${kind.id}`}
      label={label}
      isNumber={isNumber}
      value={isNumber ? lever.value : lever.words}
      onChange={(typed) => set(isNumber ? { value: numberOf(typed) } : { words: typed })}
      onKey={(event) => onKey(event, kind.id)}
    />
  );
}

interface GameCellProps {
  row: TableRowDraft;
  place: number;
  challenges: Challenge[];
  onChange: (row: TableRowDraft) => void;
  onKey: OnKey;
}

/** Which game, and the first of its numbers; all others stand on the page of the game. */
function GameCell({ row, place, challenges, onChange, onKey }: GameCellProps) {
  const challenge = challenges.find((each) => each.id === row.format);
  const first =
    challenge && fieldsOf(challenge.settings_schema as SettingsSchema).find(({ kind }) => kind === "number");
  const choose = (format: string) => {
    const chosen = challenges.find((each) => each.id === format);
    if (chosen)
      onChange({ ...row, format, settings: defaultsOf(chosen.settings_schema as SettingsSchema), mark: null });
  };
  return (
    <Stack direction="row" sx={{ gap: 0.5 }}>
      <TextField
        select
        size="small"
        fullWidth
        value={row.format}
        onChange={(event) => choose(event.target.value)}
        slotProps={{ select: { SelectDisplayProps: { "aria-label": `Game of rung ${place + 1}` } } }}>
        {challenges.map((each) => (
          <MenuItem key={each.id} value={each.id}>
            {each.title}
          </MenuItem>
        ))}
      </TextField>
      {first && (
        <Typed
          id={`cell-${place}-game`}
          label={`${first.title} of rung ${place + 1}`}
          isNumber
          value={row.settings[first.name] as number | null}
          onChange={(typed) => onChange({ ...row, settings: { ...row.settings, [first.name]: numberOf(typed) } })}
          onKey={(event) => onKey(event, "game")}
        />
      )}
    </Stack>
  );
}

interface CellsProps {
  row: TableRowDraft;
  place: number;
  columns: Columns;
  ladderId: number;
  problems: string[];
  onChange: (row: TableRowDraft) => void;
  onKey: OnKey;
  action: ReactNode;
}

export function Cells({ row, place, columns, ladderId, problems, onChange, onKey, action }: CellsProps) {
  return (
    <TableRow sx={{ verticalAlign: "top" }}>
      <TableCell>{place + 1}</TableCell>
      <TableCell>
        <Typed
          id={`cell-${place}-title`}
          label={`Name of rung ${place + 1}`}
          value={row.title}
          placeholder="its levers"
          onChange={(title) => onChange({ ...row, title })}
          onKey={(event) => onKey(event, "title")}
        />
        {problems.map((problem) => (
          <Typography key={problem} role="alert" sx={{ color: "error.main", fontSize: "0.9rem" }}>
            {problem}
          </Typography>
        ))}
      </TableCell>
      {columns.levers.map((kind) => (
        <TableCell key={kind.id}>
          <LeverCell
            kind={kind}
            row={row}
            place={place}
            onChange={(levers) => onChange({ ...row, levers })}
            onKey={onKey}
          />
        </TableCell>
      ))}
      <TableCell>
        <GameCell row={row} place={place} challenges={columns.challenges} onChange={onChange} onKey={onKey} />
      </TableCell>
      <TableCell>
        <Typed
          id={`cell-${place}-mark`}
          label={`Mark of rung ${place + 1}`}
          isNumber
          value={row.mark}
          placeholder="fair"
          onChange={(typed) => onChange({ ...row, mark: numberOf(typed) })}
          onKey={(event) => onKey(event, "mark")}
        />
      </TableCell>
      <TableCell>
        {action}
        {row.rung !== null && (
          <Link
            component={RouterLink}
            to={`/climb/${ladderId}/rungs/${row.rung}/game`}
            aria-label={`All of it, rung ${place + 1}`}>
            All of it
          </Link>
        )}
      </TableCell>
    </TableRow>
  );
}
