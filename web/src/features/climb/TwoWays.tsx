/** Two ways on trial: name them, play the runs in the drawn order, and see what may be said. The rule is the server's. */
import { Box, Button, MenuItem, Stack, TextField, Typography } from "@mui/material";
import { useQuery } from "@tanstack/react-query";
import { useState, type SubmitEvent } from "react";
import { Link as RouterLink } from "react-router";

import { api, ProblemError, unwrap, type Schemas } from "../../api/client";
import { trialsQuery, useChange, type Standing } from "../../api/queries";
import { quantity, showNumber } from "../../shared/lib/format";
import { ErrorNotice } from "../../shared/ui/Loaded";
import { Panel } from "../../shared/ui/Page";
import { tape } from "../../shared/ui/tape";

type Trial = Schemas["Trial"];
const STALE = [["trials"], ["today"], ["runs"]];
const RUNS = [12, 16, 20, 24, 32, 40];

/** The range of the difference on a line, with no difference in the middle. */
function Range({ trial }: { trial: Trial }) {
  const { difference, low, high, ways } = trial;
  if (difference === null || low === null || high === null) return null;
  const most = Math.max(Math.abs(low), Math.abs(high), 1e-9);
  const at = (value: number) => 150 + (value / most) * 130;
  return (
    <Box sx={{ maxWidth: 420 }}>
      <svg
        viewBox="0 0 300 34"
        width="100%"
        role="img"
        aria-label={`Difference ${showNumber(difference)}, between ${showNumber(low)} and ${showNumber(high)}`}>
        <line x1={10} x2={290} y1={17} y2={17} stroke={tape.timber} strokeWidth={1} />
        <line x1={150} x2={150} y1={4} y2={30} stroke={tape.ink} strokeWidth={2} />
        <line x1={at(low)} x2={at(high)} y1={17} y2={17} stroke={tape.teal} strokeWidth={8} />
        <circle cx={at(difference)} cy={17} r={7} fill={tape.ink} />
      </svg>
      <Stack direction="row" sx={{ justifyContent: "space-between" }}>
        <Typography variant="body2">more with “{ways[0]}”</Typography>
        <Typography variant="body2">more with “{ways[1]}”</Typography>
      </Stack>
    </Box>
  );
}

function TrialView({ trial }: { trial: Trial }) {
  const end = useChange(
    () => unwrap(api.DELETE("/api/trials/{trial_id}/", { params: { path: { trial_id: trial.id } } })),
    ...STALE,
  );
  const isRunning = trial.ended_at === null;
  const means = trial.ways.map((way, place) => {
    const mean = trial.means[place] ?? null;
    return `“${way}” ${mean === null ? "not played yet" : showNumber(mean)}`;
  });
  return (
    <Stack component="section" spacing={1} aria-label={`${trial.ways.join(" and ")} on trial`}>
      <Typography variant="h3">
        “{trial.ways[0]}” or “{trial.ways[1]}”, rung {trial.rung_number}
        {trial.side_words && `, ${trial.side_words}`}
      </Typography>
      <Typography>
        {trial.played} of {quantity(trial.runs_planned, "run")} played. On average {means.join(", ")}.
      </Typography>
      <Range trial={trial} />
      {trial.words.map((words) => (
        <Typography key={words} sx={{ fontWeight: trial.words[0] === words ? 700 : 400 }}>
          {words}
        </Typography>
      ))}
      {isRunning && (
        <>
          <Typography color="text.secondary">{trial.rule}</Typography>
          <Stack direction="row" sx={{ gap: 1, flexWrap: "wrap" }} className="no-print">
            {trial.next_way && (
              <Button component={RouterLink} to={`/practise/rungs/${trial.rung}`} variant="contained" color="success">
                Next run, with “{trial.next_way}”
              </Button>
            )}
            <Button loading={end.isPending} onClick={() => end.mutate(undefined)}>
              End the trial
            </Button>
          </Stack>
          {end.error && <ErrorNotice error={end.error} />}
        </>
      )}
      {!isRunning && trial.verdict === "running" && (
        <Typography color="text.secondary">Ended before it was played out.</Typography>
      )}
    </Stack>
  );
}

function Begin({ standing, onDone }: { standing: Standing; onDone: () => void }) {
  const { ladder, working } = standing;
  const [given, setGiven] = useState({ first: "", second: "", runs: 12, side: ladder.sides[0]?.side ?? "none" });
  const begin = useChange(
    () => unwrap(api.POST("/api/rungs/{rung_id}/trials/", { params: { path: { rung_id: working.id } }, body: given })),
    ...STALE,
  );
  const problem = begin.error instanceof ProblemError ? begin.error : null;
  const submit = (event: SubmitEvent) => {
    event.preventDefault();
    begin.mutate(undefined, { onSuccess: onDone });
  };
  return (
    <form onSubmit={submit}>
      <Stack spacing={1.5}>
        <Typography color="text.secondary">
          An old grip and a new one, eyes open and shut: a drawn order says which way each run on rung {working.number}{" "}
          is played, so that neither has the better days.
        </Typography>
        <Stack direction="row" sx={{ gap: 1.5, flexWrap: "wrap" }}>
          {(["first", "second"] as const).map((name) => (
            <TextField
              key={name}
              size="small"
              required
              label={name === "first" ? "One way" : "The other way"}
              value={given[name]}
              onChange={({ target }) => setGiven({ ...given, [name]: target.value })}
              error={!!problem?.field(name)}
              helperText={problem?.field(name)}
              sx={{ flex: "1 1 160px" }}
            />
          ))}
          <TextField
            select
            size="small"
            label="Runs in all"
            value={given.runs}
            onChange={({ target }) => setGiven({ ...given, runs: Number(target.value) })}
            sx={{ width: 120 }}>
            {RUNS.map((runs) => (
              <MenuItem key={runs} value={runs}>
                {runs}
              </MenuItem>
            ))}
          </TextField>
          {ladder.sides.length > 1 && (
            <TextField
              select
              size="small"
              label="Side"
              value={given.side}
              onChange={({ target }) => setGiven({ ...given, side: target.value as typeof given.side })}
              sx={{ width: 160 }}>
              {ladder.sides.map(({ side, words }) => (
                <MenuItem key={side} value={side}>
                  {words}
                </MenuItem>
              ))}
            </TextField>
          )}
        </Stack>
        <Stack direction="row" sx={{ gap: 1 }}>
          <Button type="submit" variant="contained" loading={begin.isPending}>
            Draw the order
          </Button>
          <Button onClick={onDone}>Leave it</Button>
        </Stack>
        {begin.error && <ErrorNotice error={begin.error} />}
      </Stack>
    </form>
  );
}

export function TwoWays({ standing }: { standing: Standing }) {
  const { data: trials = [] } = useQuery(trialsQuery(standing.ladder.id));
  const [isBeginning, setIsBeginning] = useState(false);
  const isRunning = trials.some(({ ended_at, rung }) => ended_at === null && rung === standing.working.id);
  if (trials.length === 0 && !isBeginning) {
    return (
      <Box className="no-print">
        <Button onClick={() => setIsBeginning(true)}>Try two ways</Button>
      </Box>
    );
  }
  return (
    <Panel title="Two ways">
      <Stack spacing={2.5}>
        {trials.map((trial) => (
          <TrialView key={trial.id} trial={trial} />
        ))}
        {isBeginning && <Begin standing={standing} onDone={() => setIsBeginning(false)} />}
        {!isBeginning && (!isRunning || standing.ladder.sides.length > 1) && (
          <Box className="no-print">
            <Button onClick={() => setIsBeginning(true)}>Try two other ways</Button>
          </Box>
        )}
      </Stack>
    </Panel>
  );
}
