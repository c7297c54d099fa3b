/** The threshold bench: type the luck that you accept and the patience that you have, and conditions come in. */
import { Button, Stack, TextField, Typography } from "@mui/material";
import { useMutation } from "@tanstack/react-query";
import { useState } from "react";

import { api, ProblemError, unwrap, type Schemas } from "../../../api/client";
import { capital } from "../../../shared/lib/format";
import { ErrorNotice } from "../../../shared/ui/Loaded";

interface BenchProps {
  rungId: number;
  threshold: Schemas["Threshold"];
  onFound: (conditions: Schemas["Threshold"]["conditions"]) => void;
}

const STARTS = { luck: "10", patience: "4" };

export function Bench({ rungId, threshold, onFound }: BenchProps) {
  const [typed, setTyped] = useState(STARTS);
  const find = useMutation({
    mutationFn: () =>
      unwrap(
        api.POST("/api/rungs/{rung_id}/bench/", {
          params: { path: { rung_id: rungId } },
          body: { threshold, luck: Number(typed.luck), patience: Number(typed.patience) },
        }),
      ),
    onSuccess: ({ conditions }) => onFound(conditions),
  });
  const problem = find.error instanceof ProblemError ? find.error : null;
  const field = (name: keyof typeof STARTS, label: string, unit: string) => (
    <TextField
      label={label}
      size="small"
      type="number"
      value={typed[name]}
      onChange={({ target }) => setTyped({ ...typed, [name]: target.value })}
      error={!!problem?.field(name)}
      helperText={problem?.field(name) ?? unit}
      sx={{ flex: "1 1 150px" }}
    />
  );
  return (
    <Stack spacing={1} role="group" aria-label="Luck and patience">
      <Stack direction="row" sx={{ gap: 1.5, flexWrap: "wrap", alignItems: "flex-start", pt: 0.75 }}>
        {field("luck", "Luck I accept", "of 100 pass, ten points under the mark")}
        {field("patience", "I wait at most", "runs, once I am ten points over")}
        <Button
          variant="outlined"
          disabled={typed.luck === "" || typed.patience === ""}
          loading={find.isPending}
          onClick={() => find.mutate()}>
          Find conditions
        </Button>
      </Stack>
      {find.data && (
        <Typography variant="body2" role="status">
          {!find.data.is_within && "Nothing keeps both; this is the nearest. "}
          {capital(find.data.words)}
        </Typography>
      )}
      {find.error && !problem?.field("luck") && !problem?.field("patience") && <ErrorNotice error={find.error} />}
    </Stack>
  );
}
