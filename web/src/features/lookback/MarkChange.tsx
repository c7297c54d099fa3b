/** Marking a change of method: from a day on something is done in another way, and the record is read in two periods. */
import { Box, Button, Stack, TextField } from "@mui/material";
import { useState } from "react";

import { api, unwrap } from "../../api/client";
import type { TrendPage } from "../../api/lookback";
import { useChange } from "../../api/queries";
import { localDay, showDay } from "../../shared/lib/format";
import { DayField } from "../../shared/ui/DayField";
import { ErrorNotice } from "../../shared/ui/Loaded";

const LONGEST = 80;

export function MarkChange({ ladder, strips }: { ladder: number; strips: TrendPage["strips"] }) {
  const [day, setDay] = useState(localDay());
  const [words, setWords] = useState("");
  const mark = useChange(
    () =>
      unwrap(
        api.POST("/api/ladders/{ladder_id}/method-changes/", {
          params: { path: { ladder_id: ladder } },
          body: { day, words },
        }),
      ),
    ["runs"],
  );
  const drop = useChange(
    (id: number) => unwrap(api.DELETE("/api/method-changes/{change_id}/", { params: { path: { change_id: id } } })),
    ["runs"],
  );
  const changes = strips.filter(({ kind }) => kind === "method");
  return (
    <Stack spacing={1.5}>
      <Box
        component="form"
        aria-label="Mark a change of method"
        onSubmit={(event) => {
          event.preventDefault();
          mark.mutate(undefined, { onSuccess: () => setWords("") });
        }}
        sx={{ display: "flex", flexWrap: "wrap", gap: 1.5, alignItems: "flex-start" }}>
        <TextField
          size="small"
          label="What changed, such as a new grip"
          value={words}
          onChange={(event) => setWords(event.target.value)}
          slotProps={{ htmlInput: { maxLength: LONGEST } }}
          sx={{ flex: "1 1 240px", maxWidth: 360 }}
        />
        <DayField label="From" value={day} onChange={setDay} />
        <Button type="submit" variant="outlined" disabled={!words.trim() || !day} loading={mark.isPending}>
          Mark the change
        </Button>
      </Box>
      {mark.error && <ErrorNotice error={mark.error} />}
      {changes.map(({ id, day: from, words: said }) => (
        <Stack key={id} direction="row" spacing={1.5} sx={{ alignItems: "center" }}>
          <span>
            {said}, from {showDay(from)}
          </span>
          <Button size="small" onClick={() => id !== null && drop.mutate(id)}>
            Take “{said}” away
          </Button>
        </Stack>
      ))}
    </Stack>
  );
}
