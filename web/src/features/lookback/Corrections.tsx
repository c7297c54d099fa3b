/** What was pressed, as a table; of a run that is over each press can be corrected: the history stays, the tally follows. */
import { Box, MenuItem, Table, TableBody, TableCell, TableHead, TableRow, TextField } from "@mui/material";

import { api, unwrap, type Schemas } from "../../api/client";
import { useChange, type Run } from "../../api/queries";
import { makeUuid } from "../../shared/lib/uuid";
import { ErrorNotice } from "../../shared/ui/Loaded";

type Stroke = Schemas["Stroke"];
type Correction = Schemas["CorrectionRequest"];

const WORDS: Record<string, string> = {
  make: "✓ make",
  miss: "✗ miss",
  let: "let: not counted",
  zone: "zone",
  tick: "the clock says so",
  undo: "undo: the press before is taken back",
  pause: "pause",
  resume: "go on",
  finish: "end",
  note: "note",
};
const FATES: Record<Stroke["fate"], string> = {
  stands: "",
  taken_back: "taken back",
  ignored: "not counted: within the double-tap time, in a pause, or after the end",
  control: "",
};

/** A moment of the run's clock to the tenth of a second. */
function showMoment(ms: number): string {
  const tenths = Math.floor(ms / 100);
  return `${Math.floor(tenths / 600)}:${String(Math.floor(tenths / 10) % 60).padStart(2, "0")}.${tenths % 10}`;
}

/** What a press can have been: the two halves and a let, or the zones that this run has seen. */
function choicesFor(stroke: Stroke, zones: string[]): { word: string; body: Correction }[] {
  const { seq } = stroke;
  const kinds = ["make", "miss", "let"].filter((kind) => kind !== stroke.kind) as ("make" | "miss" | "let")[];
  const others = zones.filter((zone) => zone !== stroke.text);
  return [
    ...kinds.map((kind) => ({ word: `it was a ${kind}`, body: { seq, change: "was" as const, kind } })),
    ...others.map((text) => ({
      word: `it was “${text}”`,
      body: { seq, change: "was" as const, kind: "zone" as const, text },
    })),
    { word: "it did not happen", body: { seq, change: "gone" as const } },
    { word: "a make after it is missing", body: { seq, change: "then" as const, kind: "make" as const } },
    { word: "a miss after it is missing", body: { seq, change: "then" as const, kind: "miss" as const } },
  ];
}

function Correct({
  stroke,
  zones,
  onCorrect,
}: {
  stroke: Stroke;
  zones: string[];
  onCorrect: (body: Correction) => void;
}) {
  const choices = choicesFor(stroke, zones);
  return (
    <TextField
      select
      size="small"
      variant="standard"
      value=""
      onChange={(event) => {
        const chosen = choices[Number(event.target.value)];
        if (chosen) onCorrect(chosen.body);
      }}
      slotProps={{ select: { displayEmpty: true, "aria-label": `Correct press ${stroke.seq}` } }}>
      <MenuItem value="" disabled>
        Correct …
      </MenuItem>
      {choices.map(({ word }, place) => (
        <MenuItem key={word} value={place}>
          {word}
        </MenuItem>
      ))}
    </TextField>
  );
}

export function Corrections({ run, strokes }: { run: Run; strokes: Stroke[] }) {
  const correct = useChange(
    (body: Correction) =>
      unwrap(
        api.PUT("/api/runs/{run_id}/corrections/{event_id}/", {
          params: { path: { run_id: run.id, event_id: makeUuid() } },
          body,
        }),
      ),
    ["runs"],
    ["ladders"],
    ["today"],
    ["blocks"],
  );
  const zones = [...new Set(strokes.filter(({ kind }) => kind === "zone").map(({ text }) => text))];
  const mayCorrect = run.is_over && !run.is_from_paper;
  return (
    <Box sx={{ overflowX: "auto" }}>
      {correct.error && <ErrorNotice error={correct.error} />}
      <Table size="small" sx={{ maxWidth: 760, "& td, & th": { px: { xs: 0.5, md: 2 } } }}>
        <TableHead>
          <TableRow>
            <TableCell align="right">number</TableCell>
            <TableCell align="right">clock</TableCell>
            <TableCell>what happened</TableCell>
            <TableCell align="right" sx={{ display: { xs: "none", sm: "table-cell" } }}>
              in a row
            </TableCell>
            {mayCorrect && <TableCell>correct</TableCell>}
          </TableRow>
        </TableHead>
        <TableBody>
          {strokes.map((stroke, place) => (
            <TableRow key={place}>
              <TableCell align="right">{stroke.seq || "+"}</TableCell>
              <TableCell align="right">{showMoment(stroke.at_ms)}</TableCell>
              <TableCell>
                {WORDS[stroke.kind] ?? stroke.kind}
                {stroke.text && `: ${stroke.text}`}
                {stroke.seq === 0 && ", added afterwards"}
                {FATES[stroke.fate] && (
                  <Box component="span" sx={{ color: "text.secondary" }}>
                    , {FATES[stroke.fate]}
                  </Box>
                )}
              </TableCell>
              <TableCell align="right" sx={{ display: { xs: "none", sm: "table-cell" } }}>
                {stroke.row || ""}
              </TableCell>
              {mayCorrect && (
                <TableCell>
                  {stroke.seq > 0 && stroke.fate !== "control" && (
                    <Correct stroke={stroke} zones={zones} onCorrect={(body) => correct.mutate(body)} />
                  )}
                </TableCell>
              )}
            </TableRow>
          ))}
        </TableBody>
      </Table>
    </Box>
  );
}
