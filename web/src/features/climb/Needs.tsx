/** What has to be held before a rung makes sense, or ideally is: listed on its row, and said in a dialog. */
import {
  Box,
  Button,
  Dialog,
  DialogActions,
  DialogContent,
  DialogTitle,
  IconButton,
  MenuItem,
  Stack,
  TextField,
  Typography,
} from "@mui/material";
import CloseIcon from "@mui/icons-material/Close";
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Link as RouterLink } from "react-router";

import { api, unwrap, type Schemas } from "../../api/client";
import { laddersQuery, useChange, type RungStanding } from "../../api/queries";
import { ErrorNotice } from "../../shared/ui/Loaded";

type Need = Schemas["KnownNeed"];

const before = (isMust: boolean) => (isMust ? "Hold first: " : "Easier with: ");

export function Needs({ needs, onShelf }: { needs: Need[]; onShelf: Schemas["ShelfNeed"][] }) {
  if (needs.length + onShelf.length === 0) return null;
  return (
    <Box component="ul" aria-label="What comes first" sx={{ m: 0, my: 0.5, pl: 2.5 }}>
      {needs.map((need) => (
        <li key={need.rung}>
          {before(need.is_must)}
          <RouterLink to={`/climb/${need.ladder}`} style={{ color: "inherit" }}>
            {need.words}
          </RouterLink>
          {need.is_held ? " ✓ held" : ", not held yet"}
        </li>
      ))}
      {onShelf.map((need) => (
        <li key={need.words}>
          {before(need.is_must)}
          <RouterLink to={`/climb/shelf/${need.key}`} style={{ color: "inherit" }}>
            {need.words}
          </RouterLink>
          , on the shelf
        </li>
      ))}
    </Box>
  );
}

interface NeedsDialogProps {
  standing: RungStanding;
  onClose: () => void;
}

export function NeedsDialog({ standing, onClose }: NeedsDialogProps) {
  const { rung } = standing;
  const [needs, setNeeds] = useState(standing.needs.map(({ rung: id, is_must }) => ({ rung: id, is_must })));
  const ladders = useQuery(laddersQuery);
  const save = useChange(
    () => unwrap(api.PUT("/api/rungs/{rung_id}/needs/", { params: { path: { rung_id: rung.id } }, body: { needs } })),
    ["ladders"],
    ["today"],
    ["blocks"],
    ["proposal"],
  );
  const all = (ladders.data ?? []).flatMap(({ ladder, rungs }) =>
    rungs.map((each) => ({ id: each.id, words: `${ladder.title} ${each.number}: ${each.title}` })),
  );
  const open = all.filter((each) => each.id !== rung.id && !needs.some((need) => need.rung === each.id));
  const change = (place: number, isMust: boolean) =>
    setNeeds(needs.map((need, at) => (at === place ? { ...need, is_must: isMust } : need)));
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="sm" aria-labelledby="needs-title">
      <DialogTitle id="needs-title">
        What comes before rung {rung.number}, {rung.title}
      </DialogTitle>
      <DialogContent>
        <Stack spacing={2} sx={{ pt: 1 }}>
          {needs.map((need, place) => {
            const words = all.find((each) => each.id === need.rung)?.words ?? "a rung that was put away";
            return (
              <Stack key={need.rung} direction="row" sx={{ gap: 1, alignItems: "center", flexWrap: "wrap" }}>
                <Typography sx={{ flex: "1 1 180px" }}>{words}</Typography>
                <TextField
                  select
                  size="small"
                  label={`How much, ${place + 1}`}
                  value={need.is_must ? "must" : "ideally"}
                  onChange={(event) => change(place, event.target.value === "must")}
                  sx={{ width: 170 }}>
                  <MenuItem value="must">must be held</MenuItem>
                  <MenuItem value="ideally">ideally held</MenuItem>
                </TextField>
                <IconButton
                  aria-label={`Not needed: ${words}`}
                  onClick={() => setNeeds(needs.filter((_, at) => at !== place))}>
                  <CloseIcon />
                </IconButton>
              </Stack>
            );
          })}
          <TextField
            select
            label="One rung more that comes first"
            value=""
            onChange={(event) => setNeeds([...needs, { rung: Number(event.target.value), is_must: true }])}>
            {open.map((each) => (
              <MenuItem key={each.id} value={each.id}>
                {each.words}
              </MenuItem>
            ))}
          </TextField>
          <Typography color="text.secondary">
            It is said wherever this rung is played or planned. Nothing is locked: you decide.
          </Typography>
          {save.error && <ErrorNotice error={save.error} />}
        </Stack>
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>Leave it</Button>
        <Button
          variant="contained"
          color="success"
          loading={save.isPending}
          onClick={() => save.mutate(undefined, { onSuccess: onClose })}>
          Keep this
        </Button>
      </DialogActions>
    </Dialog>
  );
}
