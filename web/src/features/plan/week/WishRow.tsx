/** One wish of the usual week, with its place among the others. */
import ArrowDownward from "@mui/icons-material/ArrowDownward";
import ArrowUpward from "@mui/icons-material/ArrowUpward";
import Close from "@mui/icons-material/Close";
import { Box, IconButton, TextField, Typography } from "@mui/material";

import type { Standing } from "../../../api/queries";
import { Fields, Pick } from "../../../shared/ui/Pick";
import { WEEKDAYS } from "../../../shared/lib/weekDates";
import type { NewWish } from "./TermsEditor";

const KINDS = [
  { value: "at_least", word: "at least" },
  { value: "at_most", word: "at most" },
  { value: "hard_apart", word: "a day between hard drills" },
  { value: "rest_days", word: "rest days" },
  { value: "day_off", word: "a day off" },
];
const DAYS = WEEKDAYS.map((word, day) => ({ value: String(day), word }));
const isOfLadder = (kind: string) => kind === "at_least" || kind === "at_most";

interface WishRowProps {
  number: number;
  wish: NewWish;
  standings: Standing[];
  fault: string;
  onChange: (wish: NewWish) => void;
  onRemove: () => void;
  onUp: (() => void) | undefined;
  onDown: (() => void) | undefined;
}

export function WishRow({ number, wish, standings, fault, onChange, onRemove, onUp, onDown }: WishRowProps) {
  const ladders = standings.map(({ ladder }) => ({ value: String(ladder.id), word: ladder.title }));
  const ofLadder = isOfLadder(wish.kind);
  const setKind = (kind: string) =>
    onChange({ kind, ladder: isOfLadder(kind) ? (wish.ladder ?? standings[0]?.ladder.id ?? null) : null, number: 1 });
  return (
    <Box role="group" aria-label={`Wish ${number}`}>
      <Fields>
        {ofLadder && (
          <Pick
            label="Ladder"
            value={String(wish.ladder ?? "")}
            choices={ladders}
            onChange={(ladder) => onChange({ ...wish, ladder: Number(ladder) })}
            width={170}
          />
        )}
        <Pick label="Wish" value={wish.kind} choices={KINDS} onChange={setKind} width={130} />
        {wish.kind === "day_off" && (
          <Pick
            label="Day"
            value={String(wish.number)}
            choices={DAYS}
            onChange={(day) => onChange({ ...wish, number: Number(day) })}
            width={130}
          />
        )}
        {(ofLadder || wish.kind === "rest_days") && (
          <TextField
            label={ofLadder ? "Times" : "Days"}
            type="number"
            size="small"
            value={wish.number}
            onChange={(event) => onChange({ ...wish, number: Number(event.target.value) })}
            slotProps={{ htmlInput: { min: 0, max: 14 } }}
            sx={{ width: 90 }}
          />
        )}
        <Box sx={{ whiteSpace: "nowrap" }}>
          <IconButton aria-label={`Dearer: wish ${number}`} disabled={!onUp} onClick={onUp}>
            <ArrowUpward />
          </IconButton>
          <IconButton aria-label={`Less dear: wish ${number}`} disabled={!onDown} onClick={onDown}>
            <ArrowDownward />
          </IconButton>
          <IconButton aria-label={`Take out wish ${number}`} onClick={onRemove}>
            <Close />
          </IconButton>
        </Box>
      </Fields>
      {fault && <Typography color="error">{fault}</Typography>}
    </Box>
  );
}
