/** A setting that is a list of names, or a table of rows: added to, taken from, put in another order. */
import AddIcon from "@mui/icons-material/Add";
import ArrowUpwardIcon from "@mui/icons-material/ArrowUpward";
import CloseIcon from "@mui/icons-material/Close";
import { Box, Button, FormHelperText, IconButton, Stack, Typography } from "@mui/material";

import { PlainInput } from "./PlainInput";
import { emptyRow, type NamesField, type PlainField, type Row, type RowsField } from "./schema";
import { quantity } from "../../../shared/lib/format";
import { WhyOff } from "../../../shared/ui/WhyOff";

interface ListInputProps {
  field: NamesField | RowsField;
  value: string[] | Row[];
  problemAt: (...loc: (string | number)[]) => string | undefined;
  /** The names of the rung's own targets, where they would do. */
  targets: string[];
  onChange: (value: string[] | Row[]) => void;
}

const NAME = "";

function columnsOf(field: NamesField | RowsField): PlainField[] {
  return field.kind === "rows"
    ? field.columns
    : [{ kind: "text", name: NAME, title: "Name", start: "", longest: field.longest, hint: undefined }];
}

export function ListInput({ field, value, problemAt, targets, onChange }: ListInputProps) {
  const columns = columnsOf(field);
  // Both kinds are edited as rows; a list of names is a table of one column.
  const rows: Row[] = value.map((each) => (typeof each === "string" ? { [NAME]: each } : each));
  const give = (changed: Row[]) =>
    onChange(field.kind === "rows" ? changed : changed.map((row) => String(row[NAME] ?? "")));
  const change = (place: number, name: string, to: number | string | null) =>
    give(rows.map((row, index) => (index === place ? { ...row, [name]: to } : row)));
  const lift = (place: number) =>
    give(
      rows.map((row, index) =>
        index === place - 1 ? (rows[place] ?? row) : index === place ? (rows[place - 1] ?? row) : row,
      ),
    );
  const first = columns[0]?.name ?? NAME;
  const fresh = field.kind === "rows" ? emptyRow(field) : { [NAME]: "" };
  const whole = problemAt(field.name);
  return (
    <Box
      component="fieldset"
      sx={{ border: "1px solid", borderColor: whole ? "error.main" : "divider", m: 0, p: 2, minWidth: 0 }}>
      <Typography component="legend" sx={{ fontWeight: 700, px: 0.5 }}>
        {field.title}
      </Typography>
      <Stack spacing={1.25}>
        {rows.map((row, place) => (
          <Stack key={place} direction="row" sx={{ gap: 1, alignItems: "flex-start" }}>
            <Box
              sx={{
                flex: 1,
                minWidth: 0,
                display: "grid",
                gap: 1,
                gridTemplateColumns: {
                  xs: "1fr",
                  sm: columns.map((column) => (column.kind === "text" ? "2fr" : "1fr")).join(" "),
                },
              }}>
              {columns.map((column) => (
                <PlainInput
                  key={column.name}
                  field={column}
                  label={`${column.title} ${place + 1}`}
                  value={row[column.name] ?? null}
                  problem={
                    field.kind === "rows" ? problemAt(field.name, place, column.name) : problemAt(field.name, place)
                  }
                  onChange={(to) => change(place, column.name, to)}
                />
              ))}
            </Box>
            <IconButton aria-label={`Move ${place + 1} up`} disabled={place === 0} onClick={() => lift(place)}>
              <ArrowUpwardIcon />
            </IconButton>
            <IconButton
              aria-label={`Take ${place + 1} out`}
              disabled={rows.length <= field.fewest}
              onClick={() => give(rows.filter((_, index) => index !== place))}>
              <CloseIcon />
            </IconButton>
          </Stack>
        ))}
        {whole && <FormHelperText error>{whole}</FormHelperText>}
        <WhyOff>
          {rows.length <= field.fewest &&
            `It needs ${quantity(field.fewest, "row", "rows")} at least, so none can be taken out.`}
        </WhyOff>
        <WhyOff>{rows.length >= field.most && `There is room for ${field.most}.`}</WhyOff>
        <Stack direction="row" sx={{ gap: 1, flexWrap: "wrap" }}>
          <Button startIcon={<AddIcon />} disabled={rows.length >= field.most} onClick={() => give([...rows, fresh])}>
            One more
          </Button>
          {field.areTargets && targets.length >= field.fewest && targets.length > 0 && (
            <Button
              onClick={() =>
                give(
                  targets
                    .slice(0, field.most)
                    .map((name) => ({ ...(rows.find((row) => row[first] === name) ?? fresh), [first]: name })),
                )
              }>
              Take the names of its targets
            </Button>
          )}
        </Stack>
      </Stack>
    </Box>
  );
}
