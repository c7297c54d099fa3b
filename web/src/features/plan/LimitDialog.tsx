/** A body limit: what is to be spared, how strictly, and until when. */
import { Button, Dialog, DialogActions, DialogContent, DialogTitle, Stack, Typography } from "@mui/material";
import { useState, type SubmitEvent } from "react";

import { api, unwrap, type Schemas } from "../../api/client";
import { useChange } from "../../api/queries";
import { localDay } from "../../shared/lib/format";
import { ErrorNotice } from "../../shared/ui/Loaded";
import { Fields, Pick } from "../../shared/ui/Pick";
import { DayField } from "../../shared/ui/DayField";

const ACTIONS = ["running", "overhead", "jumping", "explosive"];
const REGIONS = ["shoulder", "elbow", "wrist", "neck", "back", "hip", "knee", "ankle"];
const PARTS = [
  ...ACTIONS.map((value) => ({ value, word: value === "explosive" ? "explosive moves" : value })),
  ...REGIONS.map((value) => ({ value, word: value })),
];
const SIDES = [
  { value: "", word: "either" },
  { value: "left", word: "left" },
  { value: "right", word: "right" },
];
const STRICTNESS = [
  { value: "rest", word: "leave it out" },
  { value: "ease", word: "go easy on it" },
];

export function LimitDialog({ onClose }: { onClose: () => void }) {
  const [limit, setLimit] = useState({ part: "running", side: "", strictness: "rest", since: localDay(), until: "" });
  const add = useChange(
    (body: Schemas["NewLimitRequest"]) => unwrap(api.POST("/api/limits/", { body })),
    ["limits"],
    ["proposal"],
    ["today"],
  );
  const hasSide = REGIONS.includes(limit.part);
  const set = (name: keyof typeof limit) => (value: string) => setLimit({ ...limit, [name]: value });
  const save = (event: SubmitEvent) => {
    event.preventDefault();
    add.mutate({ ...limit, side: hasSide ? limit.side : "", until: limit.until || null }, { onSuccess: onClose });
  };
  return (
    <Dialog open onClose={onClose} aria-labelledby="limit-title" fullWidth maxWidth="xs">
      <form onSubmit={save}>
        <DialogTitle id="limit-title">What should be spared?</DialogTitle>
        <DialogContent>
          <Stack spacing={2} sx={{ pt: 1 }}>
            <Fields>
              <Pick label="Spare" value={limit.part} choices={PARTS} onChange={set("part")} />
              {hasSide && <Pick label="Side" value={limit.side} choices={SIDES} onChange={set("side")} width={110} />}
            </Fields>
            <Fields>
              <Pick label="How strictly" value={limit.strictness} choices={STRICTNESS} onChange={set("strictness")} />
            </Fields>
            <Fields>
              <DayField label="From" value={limit.since} onChange={set("since")} />
              <DayField label="Until (open)" canBeOpen value={limit.until} min={limit.since} onChange={set("until")} />
            </Fields>
            <Typography variant="body2" color="text.secondary">
              Drills that need it are left out, or halved, and the block says so. This is no treatment: what hurts
              belongs with a doctor.
            </Typography>
            {add.error && <ErrorNotice error={add.error} />}
          </Stack>
        </DialogContent>
        <DialogActions>
          <Button onClick={onClose}>Cancel</Button>
          <Button type="submit" variant="contained" loading={add.isPending}>
            Spare it
          </Button>
        </DialogActions>
      </form>
    </Dialog>
  );
}
