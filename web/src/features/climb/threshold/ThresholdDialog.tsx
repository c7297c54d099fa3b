/** What a rung asks for: the athlete's own, and theirs to change. What may be asked is the server's to say. */
import {
  Button,
  Dialog,
  DialogActions,
  DialogContent,
  DialogTitle,
  FormControlLabel,
  MenuItem,
  Stack,
  Switch,
  TextField,
  Typography,
} from "@mui/material";
import { useQuery } from "@tanstack/react-query";
import { useState, type SubmitEvent } from "react";

import { api, ProblemError, unwrap, type Schemas } from "../../../api/client";
import { challengesQuery, marksQuery, useChange, type RungStanding } from "../../../api/queries";
import { ErrorNotice } from "../../../shared/ui/Loaded";
import { Tuner } from "../Tuner";
import { Conditions } from "./Conditions";
import { PriceOf } from "./Price";

type Threshold = Schemas["Threshold"];

interface NumberFieldProps {
  name: "mark" | "floor" | "floor_runs";
  label: string;
  value: number | null;
  isOptional?: boolean;
  problem: ProblemError | null;
  onChange: (value: number | null) => void;
}

function NumberField({ name, label, value, isOptional = false, problem, onChange }: NumberFieldProps) {
  const fault = problem?.field(name);
  return (
    <TextField
      label={label}
      type="number"
      size="small"
      required={!isOptional}
      value={value ?? ""}
      onChange={(event) => onChange(event.target.value === "" ? null : Number(event.target.value))}
      error={!!fault}
      helperText={fault}
      sx={{ flex: "1 1 130px" }}
      slotProps={{ htmlInput: { step: "any" } }}
    />
  );
}

interface FairMarksProps {
  rungId: number;
  metric: string;
  mark: number;
  onMark: (mark: number) => void;
}

/** Marks that are fair to ask for by the record, each with what it is. */
function FairMarks({ rungId, metric, mark, onMark }: FairMarksProps) {
  const { data: offers = [] } = useQuery(marksQuery(rungId, metric));
  if (offers.length === 0) return null;
  return (
    <Stack direction="row" role="group" aria-label="Fair marks" sx={{ gap: 1, flexWrap: "wrap" }}>
      {offers.map((offer) => (
        <Button
          key={offer.mark}
          size="small"
          variant={offer.mark === mark ? "contained" : "outlined"}
          onClick={() => onMark(offer.mark)}>
          {offer.mark}: {offer.words}
        </Button>
      ))}
    </Stack>
  );
}

interface ThresholdDialogProps {
  standing: RungStanding;
  hasSides: boolean;
  onClose: () => void;
}

export function ThresholdDialog({ standing, hasSides, onClose }: ThresholdDialogProps) {
  const { rung } = standing;
  const [values, setValues] = useState<Threshold>(standing.threshold.values);
  const challenges = useQuery(challengesQuery);
  const save = useChange(
    (body: Threshold) =>
      unwrap(api.PUT("/api/rungs/{rung_id}/threshold/", { params: { path: { rung_id: rung.id } }, body })),
    ["ladders"],
    ["today"],
    ["runs"],
  );
  const metrics =
    challenges.data
      ?.find((each) => each.id === rung.format)
      ?.metrics.filter(({ id }) => id in standing.fair_marks || id === values.metric) ?? [];
  const problem = save.error instanceof ProblemError ? save.error : null;
  const set = (name: NumberFieldProps["name"]) => (value: number | null) =>
    setValues({ ...values, [name]: value ?? (name === "floor" ? null : 0) });
  // Another number asks for another mark: a fair one comes along, and the floor of the old one goes.
  const changeMetric = (metric: string) =>
    setValues({ ...values, metric, mark: standing.fair_marks[metric] ?? values.mark, floor: null });
  const submit = (event: SubmitEvent) => {
    event.preventDefault();
    save.mutate(values, { onSuccess: onClose });
  };
  return (
    <Dialog open onClose={onClose} aria-labelledby="threshold-title" maxWidth="sm" fullWidth>
      <form onSubmit={submit}>
        <DialogTitle id="threshold-title">What rung {rung.number} asks for</DialogTitle>
        <DialogContent>
          <Stack spacing={2} sx={{ pt: 1 }}>
            <Typography color="text.secondary">
              The game: {rung.goal_words}. What was asked before stays in the record.
            </Typography>
            <Stack direction="row" sx={{ gap: 1.5, flexWrap: "wrap" }}>
              <TextField
                select
                size="small"
                label="Number that counts"
                value={metrics.length ? values.metric : ""}
                onChange={(event) => changeMetric(event.target.value)}
                sx={{ flex: "1 1 180px" }}>
                {metrics.map((metric) => (
                  <MenuItem key={metric.id} value={metric.id}>
                    {metric.title} ({metric.direction === "up" ? "at least" : "at most"})
                  </MenuItem>
                ))}
              </TextField>
              <NumberField name="mark" label="Mark" value={values.mark} problem={problem} onChange={set("mark")} />
            </Stack>
            <FairMarks
              rungId={rung.id}
              metric={values.metric}
              mark={values.mark}
              onMark={(mark) => setValues({ ...values, mark })}
            />
            <Tuner
              rungId={rung.id}
              metric={values.metric}
              mark={values.mark}
              onMark={(mark) => setValues({ ...values, mark })}
            />
            <Conditions
              asked={values.conditions}
              metrics={metrics.filter(({ id }) => id !== values.metric)}
              problem={problem}
              onChange={(conditions) => setValues({ ...values, conditions })}
            />
            {hasSides && (
              <FormControlLabel
                control={
                  <Switch
                    checked={values.each_side}
                    onChange={(_, isEach) => setValues({ ...values, each_side: isEach })}
                  />
                }
                label="On each side"
              />
            )}
            <Stack direction="row" sx={{ gap: 1.5, flexWrap: "wrap" }}>
              <NumberField
                name="floor"
                label="Floor (empty: none)"
                value={values.floor}
                isOptional
                problem={problem}
                onChange={set("floor")}
              />
              <NumberField
                name="floor_runs"
                label="missed in … runs running"
                value={values.floor_runs}
                problem={problem}
                onChange={set("floor_runs")}
              />
            </Stack>
            <PriceOf rungId={rung.id} values={values} onFound={(conditions) => setValues({ ...values, conditions })} />
            {save.error && <ErrorNotice error={save.error} />}
          </Stack>
        </DialogContent>
        <DialogActions>
          <Button onClick={onClose}>Leave as it was</Button>
          <Button type="submit" variant="contained" loading={save.isPending}>
            Ask for this
          </Button>
        </DialogActions>
      </form>
    </Dialog>
  );
}
