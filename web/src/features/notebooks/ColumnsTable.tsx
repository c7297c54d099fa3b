/** The first rows of a sheet, and over each column what it means. */
import {
  Box,
  FormControlLabel,
  MenuItem,
  Stack,
  Switch,
  Table,
  TableBody,
  TableCell,
  TableHead,
  TableRow,
  TextField,
} from "@mui/material";

import type { Columns, Meaning, Sheet } from "./sheet";

const WORDS: Record<Meaning, string> = { day: "Day", drill: "Drill", side: "Side", score: "Score", note: "Note" };
const MEANINGS = Object.keys(WORDS) as Meaning[];
const NOTHING = "nothing";
const SHOWN_ROWS = 5;

/** One column means one thing, and one thing is meant by one column. */
function withMeaning(columns: Columns, place: number, meaning: string): Columns {
  const changed = { ...columns };
  for (const each of MEANINGS) if (changed[each] === place) changed[each] = -1;
  if (meaning !== NOTHING) changed[meaning as Meaning] = place;
  return changed;
}

interface ColumnsTableProps {
  sheet: Sheet;
  onChange: (columns: Columns) => void;
}

export function ColumnsTable({ sheet: { rows, columns }, onChange }: ColumnsTableProps) {
  const meaningOf = (place: number) => MEANINGS.find((each) => columns[each] === place) ?? NOTHING;
  const [first = []] = rows;
  return (
    <Stack spacing={1.5}>
      <Box sx={{ overflowX: "auto" }} tabIndex={0} role="group" aria-label="The first rows of the sheet">
        <Table size="small">
          <TableHead>
            <TableRow>
              {first.map((_, place) => (
                <TableCell key={place} sx={{ minWidth: 130, p: 1 }}>
                  <TextField
                    select
                    fullWidth
                    size="small"
                    label={`Column ${place + 1}`}
                    value={meaningOf(place)}
                    onChange={(event) => onChange(withMeaning(columns, place, event.target.value))}>
                    <MenuItem value={NOTHING}>is left out</MenuItem>
                    {MEANINGS.map((meaning) => (
                      <MenuItem key={meaning} value={meaning}>
                        {WORDS[meaning]}
                      </MenuItem>
                    ))}
                  </TextField>
                </TableCell>
              ))}
            </TableRow>
          </TableHead>
          <TableBody>
            {rows.slice(0, SHOWN_ROWS).map((row, number) => (
              <TableRow key={number}>
                {row.map((cell, place) => (
                  <TableCell key={place} sx={{ fontWeight: number === 0 && columns.has_heading ? 700 : 400 }}>
                    {cell}
                  </TableCell>
                ))}
              </TableRow>
            ))}
          </TableBody>
        </Table>
      </Box>
      <Stack direction="row" sx={{ flexWrap: "wrap", columnGap: 3 }}>
        <FormControlLabel
          control={
            <Switch checked={columns.has_heading} onChange={(_, is) => onChange({ ...columns, has_heading: is })} />
          }
          label="The first row is a heading"
        />
        <FormControlLabel
          control={
            <Switch checked={columns.is_day_first} onChange={(_, is) => onChange({ ...columns, is_day_first: is })} />
          }
          label="Days before months"
        />
        <FormControlLabel
          control={
            <Switch
              checked={columns.is_decimal_comma}
              onChange={(_, is) => onChange({ ...columns, is_decimal_comma: is })}
            />
          }
          label="Decimal commas"
        />
      </Stack>
    </Stack>
  );
}
