/** Old results, typed in like a table: a row for each, on with the Tab key; all of them are kept, or none. */
import { Alert, Box, Button, Link, MenuItem, Stack, TextField, Typography } from "@mui/material";
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Link as RouterLink } from "react-router";

import { api, ProblemError, unwrap, type Schemas } from "../../api/client";
import { laddersQuery, useChange, type Standing } from "../../api/queries";
import { quantity } from "../../shared/lib/format";
import { DayField } from "../../shared/ui/DayField";
import { EmptyState } from "../../shared/ui/EmptyState";
import { ErrorNotice, Loaded } from "../../shared/ui/Loaded";
import { Page, WhyPoint } from "../../shared/ui/Page";

interface Typed {
  day: string;
  rung: string;
  side: string;
  value: string;
}

const FIRST_ROWS = 5;
const BLANK: Typed = { day: "", rung: "", side: "", value: "" };

interface Choice {
  rung: number;
  words: string;
  sides: Standing["ladder"]["sides"];
}

const choicesOf = (standings: Standing[]): Choice[] =>
  standings.flatMap(({ ladder, rungs }) =>
    rungs.map(({ id, number }) => ({ rung: id, words: `${ladder.title}, rung ${number}`, sides: ladder.sides })),
  );

const isBlank = ({ day, value }: Typed) => day === "" && value === "";

/** The rows that hold something, as the server takes them; the rung of a row above stands for those left open below. */
function toRows(typed: Typed[], choices: Choice[]): Schemas["OldResultRequest"][] {
  return typed
    .filter((row) => !isBlank(row))
    .map(({ day, rung, side, value }) => {
      const sides = choices.find((choice) => choice.rung === Number(rung))?.sides ?? [];
      const known = sides.some((each) => each.side === side) ? side : (sides[0]?.side ?? "none");
      return { day, rung: Number(rung), side: known as Schemas["OldResultRequest"]["side"], value: Number(value) };
    });
}

interface RowProps {
  row: Typed;
  number: number;
  choices: Choice[];
  fault: (name: string) => string | undefined;
  onChange: (row: Typed) => void;
}

function Row({ row, number, choices, fault, onChange }: RowProps) {
  const sides = choices.find(({ rung }) => rung === Number(row.rung))?.sides ?? [];
  const set = (name: keyof Typed) => (event: { target: { value: string } }) =>
    onChange({ ...row, [name]: event.target.value });
  return (
    <Box
      role="group"
      aria-label={`Result ${number}`}
      sx={{ display: "flex", flexWrap: "wrap", gap: 1.5, alignItems: "flex-start" }}>
      <Box sx={{ width: 200 }}>
        <Box sx={{ display: "flex" }}>
          <DayField label="Day" value={row.day} onChange={(day) => onChange({ ...row, day })} />
        </Box>
        {fault("day") && <Typography sx={{ color: "error.main", fontSize: "0.85rem" }}>{fault("day")}</Typography>}
      </Box>
      <TextField
        select
        size="small"
        label="Rung"
        value={row.rung}
        onChange={set("rung")}
        error={!!fault("rung")}
        helperText={fault("rung")}
        sx={{ flex: "1 1 240px", maxWidth: 360 }}>
        {choices.map(({ rung, words }) => (
          <MenuItem key={rung} value={String(rung)}>
            {words}
          </MenuItem>
        ))}
      </TextField>
      {sides.length > 1 && (
        <TextField
          select
          size="small"
          label="Side"
          value={row.side || sides[0]?.side}
          onChange={set("side")}
          sx={{ width: 150 }}>
          {sides.map(({ side, words }) => (
            <MenuItem key={side} value={side}>
              {words}
            </MenuItem>
          ))}
        </TextField>
      )}
      <TextField
        size="small"
        type="number"
        label="Result"
        value={row.value}
        onChange={set("value")}
        error={!!fault("value")}
        helperText={fault("value")}
        slotProps={{ htmlInput: { step: "any", inputMode: "decimal" } }}
        sx={{ width: 130 }}
      />
    </Box>
  );
}

function Form({ choices }: { choices: Choice[] }) {
  const first = choices.length === 1 ? String(choices[0]?.rung) : "";
  const [rows, setRows] = useState<Typed[]>(Array.from({ length: FIRST_ROWS }, () => ({ ...BLANK, rung: first })));
  const [kept, setKept] = useState(0);
  const keep = useChange(
    (body: Schemas["OldResultsRequest"]) => unwrap(api.POST("/api/old-results/", { body })),
    ["runs"],
    ["ladders"],
    ["today"],
  );
  const filled = rows.filter((row) => !isBlank(row));
  /** A row that is written in passes its rung and side on to the untouched ones below it. */
  const change = (place: number, row: Typed) =>
    setRows(
      rows.map((each, at) =>
        at === place ? row : at > place && isBlank(each) ? { ...each, rung: row.rung, side: row.side } : each,
      ),
    );
  const send = () =>
    keep.mutate(
      { rows: toRows(rows, choices) },
      {
        onSuccess: (runs) => {
          setKept(runs.length);
          setRows(rows.map(({ rung, side }) => ({ ...BLANK, rung, side })));
        },
      },
    );
  const problem = keep.error instanceof ProblemError ? keep.error : null;
  return (
    <Stack
      spacing={1.5}
      component="form"
      onSubmit={(event) => {
        event.preventDefault();
        send();
      }}>
      {kept > 0 && (
        <Alert severity="success" variant="outlined" sx={{ color: "text.primary" }}>
          {quantity(kept, "result")} kept.{" "}
          <Link component={RouterLink} to="/look-back/then-and-now" color="inherit">
            See then and now
          </Link>
        </Alert>
      )}
      {rows.map((row, place) => (
        <Row
          key={place}
          row={row}
          number={place + 1}
          choices={choices}
          fault={(name) => (isBlank(row) ? undefined : problem?.field("rows", filled.indexOf(row), name))}
          onChange={(changed) => change(place, changed)}
        />
      ))}
      {keep.error && <ErrorNotice error={keep.error} />}
      <Stack direction="row" sx={{ gap: 1.5, flexWrap: "wrap" }}>
        <Button
          onClick={() => setRows([...rows, ...rows.slice(-1).map(({ rung, side }) => ({ ...BLANK, rung, side }))])}>
          One more row
        </Button>
        <Button
          type="submit"
          variant="contained"
          color="success"
          loading={keep.isPending}
          disabled={filled.length === 0 || filled.some(({ day, rung, value }) => !day || !rung || value === "")}>
          Keep {quantity(filled.length, "result")}
        </Button>
      </Stack>
    </Stack>
  );
}

const WHY = (
  <>
    <WhyPoint title="What to type">
      The number that the rung&rsquo;s mark asks for: makes, best row, contacts. Any day up to today.
    </WhyPoint>
    <WhyPoint title="All or none">If one row cannot be, nothing is kept, and it says which and why.</WhyPoint>
  </>
);

export default function OldResultsPage() {
  const query = useQuery(laddersQuery);
  return (
    <Page title="Old results" lead="From old notebooks: a day, a rung, a result; many at a time." why={WHY}>
      <Loaded query={query}>
        {(standings) =>
          standings.length === 0 ? (
            <EmptyState
              title="No ladder yet"
              action={
                <Button component={RouterLink} to="/climb" variant="contained" color="success">
                  Take a ladder
                </Button>
              }>
              A result belongs to a rung of a ladder: take one, or make your own, first.
            </EmptyState>
          ) : (
            <Form choices={choicesOf(standings)} />
          )
        }
      </Loaded>
    </Page>
  );
}
