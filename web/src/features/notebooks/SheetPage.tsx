/** Old scores from a sheet: chosen, mapped with a live look, wrong rows mended in place, kept as a whole. */
import { Alert, Button, Stack, TextField, Typography } from "@mui/material";
import { useState } from "react";
import { Link as RouterLink } from "react-router";

import { quantity } from "../../shared/lib/format";
import { AtWork } from "../../shared/ui/AtWork";
import { ErrorNotice } from "../../shared/ui/Loaded";
import { Page, Panel, WhyPoint } from "../../shared/ui/Page";
import { PickFile } from "../../shared/ui/PickFile";
import { ColumnsTable } from "./ColumnsTable";
import { DrillChoices } from "./DrillChoices";
import {
  useEndKeeping,
  useKeeping,
  useKeepScores,
  useKeptElsewhere,
  useLook,
  useReadSheet,
  type Choice,
  type Looked,
  type Sheet,
} from "./sheet";

const WHY = (
  <WhyPoint title="What can be read">
    CSV with any separator, or the first sheet of an xlsx: a day and a score in each row; a drill, a side and a note
    where there are some. “7/10” and “7 of 10” are seven of ten. A heading is remembered: the next sheet like it is read
    in the same way.
  </WhyPoint>
);

type Wrong = Looked["wrong"][number];

const isSame = (one: Wrong, other: Wrong) => one.row === other.row && one.column === other.column;

/** Wrong rows, each with the cell that is wrong, to be mended where it stands; a mended one stays in sight. */
function WrongRows({ sheet, wrong, onCell }: { sheet: Sheet; wrong: Wrong[]; onCell: OnCell }) {
  const [shown, setShown] = useState(wrong);
  const fresh = wrong.filter((each) => !shown.some((known) => isSame(known, each)));
  if (fresh.length > 0) setShown([...shown, ...fresh]);
  if (shown.length === 0) return null;
  return (
    <Panel title={wrong.length > 0 ? `${quantity(wrong.length, "cell")} to mend` : "All mended"}>
      <Stack spacing={2}>
        {shown.map((each) => (
          <WrongRow
            key={`${each.row} ${each.column}`}
            sheet={sheet}
            at={each}
            message={wrong.find((still) => isSame(still, each))?.message}
            onCell={onCell}
          />
        ))}
      </Stack>
    </Panel>
  );
}

interface WrongRowProps {
  sheet: Sheet;
  at: Wrong;
  message: string | undefined;
  onCell: OnCell;
}

function WrongRow({ sheet, at: { row, column }, message, onCell }: WrongRowProps) {
  const place = sheet.columns[column];
  const label = `Row ${row + 1}, ${column}`;
  if (place < 0) return message ? <Typography color="error">{`${label}: ${message}`}</Typography> : null;
  return (
    <Stack direction="row" sx={{ flexWrap: "wrap", gap: 1.5, alignItems: "flex-start" }}>
      <TextField
        size="small"
        label={label}
        value={sheet.rows[row]?.[place] ?? ""}
        onChange={({ target }) => onCell(row, place, target.value)}
        error={!!message}
        helperText={message ?? "mended"}
        sx={{ minWidth: 260 }}
      />
      <Typography color="text.secondary" sx={{ pt: 1, overflowWrap: "anywhere", flex: "1 1 200px" }}>
        {sheet.rows[row]?.filter((cell, at) => cell && at !== place).join(", ")}
      </Typography>
    </Stack>
  );
}

type OnCell = (row: number, place: number, text: string) => void;

function Kept({ share }: { share: number | null }) {
  const end = useEndKeeping();
  if (share === null) return null;
  return <AtWork doing="The scores are being kept" share={share} onEnd={() => end.mutate()} />;
}

/** A sheet that is being kept since before this page was opened, or loaded anew. */
function KeptElsewhere() {
  return <Kept share={useKeptElsewhere()} />;
}

interface MappedProps {
  sheet: Sheet;
  isRemembered: boolean;
  onChange: (change: Partial<Sheet>) => void;
  onKept: (kept: number) => void;
}

function Mapped({ sheet, isRemembered, onChange, onKept }: MappedProps) {
  const look = useLook(sheet);
  const keep = useKeepScores();
  const share = useKeeping(keep.isPending);
  const found = look.data;
  const choose = (choice: Choice) =>
    onChange({ choices: [...sheet.choices.filter(({ drill }) => drill !== choice.drill), choice] });
  const setCell: OnCell = (row, place, text) =>
    onChange({ rows: sheet.rows.map((each, at) => (at === row ? each.with(place, text) : each)) });
  return (
    <>
      <Panel title="What the columns mean">
        <Stack spacing={1.5}>
          {isRemembered && <Typography>They are read as the last sheet with this heading was.</Typography>}
          <ColumnsTable sheet={sheet} onChange={(columns) => onChange({ columns })} />
        </Stack>
      </Panel>
      {look.error && <ErrorNotice error={look.error} />}
      {found && !look.error && (
        <>
          <Panel title="Where they go">
            <DrillChoices choices={found.choices} onChange={choose} />
          </Panel>
          <WrongRows key={JSON.stringify(sheet.columns)} sheet={sheet} wrong={found.wrong} onCell={setCell} />
          <Stack spacing={1.5} sx={{ alignItems: "flex-start" }}>
            <Button
              variant="contained"
              size="large"
              disabled={found.wrong.length > 0 || found.count === 0 || look.isPlaceholderData}
              loading={keep.isPending}
              onClick={() => keep.mutate(sheet, { onSuccess: ({ kept }) => onKept(kept) })}>
              Keep {quantity(found.count, "score")}
            </Button>
            <Kept share={share} />
            {keep.error && <ErrorNotice error={keep.error} />}
          </Stack>
        </>
      )}
    </>
  );
}

export default function SheetPage() {
  const read = useReadSheet();
  const [sheet, setSheet] = useState<Sheet | null>(null);
  const [kept, setKept] = useState(0);
  const choose = (file: File) => {
    setKept(0);
    read.mutate(file, {
      onSuccess: ({ rows, columns }) => setSheet({ rows, columns, choices: [], change: Date.now() }),
    });
  };
  return (
    <Page
      title="Scores from a sheet"
      lead="From a spreadsheet or a CSV: you see what is read before it is kept."
      why={WHY}>
      <PickFile
        name="A sheet of scores"
        accept=".csv,.tsv,.txt,.xlsx,text/csv"
        variant={sheet ? "outlined" : "contained"}
        loading={read.isPending}
        onFile={choose}
        sx={{ alignSelf: "flex-start" }}>
        {sheet ? "Choose another file" : "Choose a file"}
      </PickFile>
      {read.error && <ErrorNotice error={read.error} />}
      {!sheet && <KeptElsewhere />}
      {kept > 0 && (
        <Alert severity="success">
          {quantity(kept, "score")} kept. <RouterLink to="/look-back/logbook">See the logbook</RouterLink>
        </Alert>
      )}
      {sheet && (
        <Mapped
          sheet={sheet}
          isRemembered={read.data?.is_remembered ?? false}
          onChange={(change) => setSheet({ ...sheet, ...change, change: sheet.change + 1 })}
          onKept={(many) => {
            setKept(many);
            setSheet(null);
          }}
        />
      )}
    </Page>
  );
}
