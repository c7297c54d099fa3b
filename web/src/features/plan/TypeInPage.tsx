/** Typing in a sheet that was kept by hand: a row for each run, its totals, and on with the Tab key. */
import { Alert, Box, Button, Stack, TextField, Typography } from "@mui/material";
import { useQuery } from "@tanstack/react-query";
import { useState, type SubmitEvent } from "react";
import { Link as RouterLink, useNavigate, useParams } from "react-router";

import { ProblemError, type Schemas } from "../../api/client";
import { blockQuery, type Block, type Part } from "../../api/queries";
import { useTypeIn } from "../../shared/device/steps";
import { Effort } from "../../shared/ui/Effort";
import { ErrorNotice, Loaded } from "../../shared/ui/Loaded";
import { Page, Panel, WhyPoint } from "../../shared/ui/Page";

type Filled = Schemas["FilledSheetRequest"];
/** What was typed: by part and run, by the name of the total. */
type Typed = Record<number, Record<string, string>[]>;

const challengesOf = (block: Block) => block.parts.filter((part) => part.sheet);

/** The rows that hold anything; a total left open stays open. */
function toRows(block: Block, typed: Typed): Filled["rows"] {
  return challengesOf(block).map(({ id }) => ({
    part: id,
    runs: (typed[id] ?? [])
      .filter((run) => Object.values(run).some(Boolean))
      .map((run) =>
        Object.fromEntries(
          Object.entries(run)
            .filter(([, value]) => value !== "")
            .map(([name, value]) => [name, Number(value)]),
        ),
      ),
  }));
}

interface RunFieldsProps {
  part: Part;
  number: number;
  values: Record<string, string>;
  fault: (name: string) => string | undefined;
  onChange: (name: string, value: string) => void;
}

function RunFields({ part, number, values, fault, onChange }: RunFieldsProps) {
  return (
    <Box
      role="group"
      aria-label={`${part.title}, run ${number}`}
      sx={{ display: "flex", flexWrap: "wrap", gap: 1.5, alignItems: "flex-start", py: 1 }}>
      <Typography sx={{ width: 64, pt: 1 }}>Run {number}</Typography>
      {part.sheet?.totals.map((total) => (
        <TextField
          key={total.name}
          label={total.is_optional ? `${total.title} (if known)` : total.title}
          type="number"
          size="small"
          value={values[total.name] ?? ""}
          onChange={(event) => onChange(total.name, event.target.value)}
          error={!!fault(total.name)}
          helperText={fault(total.name)}
          slotProps={{ htmlInput: { min: total.low, max: total.high, inputMode: "numeric" } }}
          sx={{ width: total.is_optional ? 220 : 150 }}
        />
      ))}
    </Box>
  );
}

function Form({ block }: { block: Block }) {
  const navigate = useNavigate();
  const [typed, setTyped] = useState<Typed>({});
  const [extra, setExtra] = useState<Record<number, number>>({});
  const [minutes, setMinutes] = useState(String(block.minutes));
  const [effort, setEffort] = useState<number | null>(null);
  const [note, setNote] = useState("");
  const send = useTypeIn(block);
  const problems = send.error instanceof ProblemError ? (send.error.problem?.errors ?? []) : [];
  // The server names rows and runs by their place among those that were sent.
  const sentRun = (id: number, run: number) =>
    (typed[id] ?? []).slice(0, run).filter((each) => Object.values(each).some(Boolean)).length;
  const faultAt = (row: number, id: number, run: number) => (name: string) =>
    problems.find(({ loc }) => loc[0] === "rows" && loc[1] === row && loc[3] === sentRun(id, run) && loc[4] === name)
      ?.msg;
  const set = (id: number, run: number) => (name: string, value: string) => {
    const runs = [...(typed[id] ?? [])];
    while (runs.length <= run) runs.push({});
    runs[run] = { ...runs[run], [name]: value };
    setTyped({ ...typed, [id]: runs });
  };
  const save = (event: SubmitEvent) => {
    event.preventDefault();
    send.mutate(
      { rows: toRows(block, typed), minutes: Number(minutes), effort, note },
      { onSuccess: () => void navigate(`/plan/blocks/${block.id}`) },
    );
  };
  return (
    <form onSubmit={save}>
      <Stack spacing={3}>
        {challengesOf(block).map((part, row) => (
          <Panel key={part.id} title={part.title}>
            <Typography color="text.secondary">{part.sheet?.rule}</Typography>
            {Array.from({ length: part.runs_planned + (extra[part.id] ?? 0) }, (_, run) => (
              <RunFields
                key={run}
                part={part}
                number={run + 1}
                values={typed[part.id]?.[run] ?? {}}
                fault={faultAt(row, part.id, run)}
                onChange={set(part.id, run)}
              />
            ))}
            <Button
              size="small"
              onClick={() => setExtra({ ...extra, [part.id]: (extra[part.id] ?? 0) + 1 })}
              aria-label={`One more run of ${part.title}`}>
              One more run
            </Button>
          </Panel>
        ))}
        <Panel title="The whole block">
          <Stack spacing={2}>
            <TextField
              label="Minutes in all"
              type="number"
              size="small"
              required
              value={minutes}
              onChange={(event) => setMinutes(event.target.value)}
              slotProps={{ htmlInput: { min: 1, max: 600 } }}
              sx={{ width: 150 }}
            />
            <Effort value={effort} onChange={setEffort} />
            <TextField
              multiline
              minRows={2}
              label="What did you feel?"
              value={note}
              onChange={(event) => setNote(event.target.value)}
              slotProps={{ htmlInput: { maxLength: 2000 } }}
            />
          </Stack>
        </Panel>
        {send.error && <ErrorNotice error={send.error} />}
        <Button
          type="submit"
          variant="contained"
          color="success"
          size="large"
          loading={send.isPending}
          sx={{ alignSelf: "flex-start" }}>
          Keep the sheet and close the block
        </Button>
      </Stack>
    </form>
  );
}

export default function TypeInPage() {
  const id = Number(useParams()["blockId"]);
  const query = useQuery(blockQuery(id));
  const why = (
    <>
      <WhyPoint title="Totals, not events">
        A sheet knows how many, not when. These runs count for your record and your rungs, marked as taken from a sheet;
        pace and rallies are learnt only from runs on the screen.
      </WhyPoint>
      <WhyPoint title="Left open">
        A run without numbers is a run that was not played. Nothing is kept until every number can be.
      </WhyPoint>
    </>
  );
  return (
    <Page title="Type in a sheet" heading="Type in the sheet" lead={query.data?.title} why={why}>
      <Loaded query={query}>
        {(block) =>
          block.status === "done" || block.status === "dropped" ? (
            <Alert severity="info" variant="outlined" sx={{ color: "text.primary" }}>
              This block is {block.status}. <RouterLink to={`/plan/blocks/${block.id}`}>See it</RouterLink>.
            </Alert>
          ) : (
            <Form block={block} />
          )
        }
      </Loaded>
    </Page>
  );
}
