/** What a ladder asks of the body: joints, movements, what its attempts are, how hard it is, what can injure. */
import {
  Button,
  Checkbox,
  Dialog,
  DialogActions,
  DialogContent,
  DialogTitle,
  FormControlLabel,
  FormGroup,
  MenuItem,
  Stack,
  TextField,
  Typography,
} from "@mui/material";
import { useQuery } from "@tanstack/react-query";
import { useState, type SubmitEvent } from "react";

import { api, unwrap, type Schemas } from "../../api/client";
import { bodyAsksQuery, useChange } from "../../api/queries";
import { ErrorNotice, Loaded } from "../../shared/ui/Loaded";

type Body = Schemas["Body"];

interface TicksProps {
  title: string;
  choices: { id: string; word: string }[];
  ticked: string[];
  onChange: (ticked: string[]) => void;
}

function Ticks({ title, choices, ticked, onChange }: TicksProps) {
  const toggle = (id: string) => onChange(ticked.includes(id) ? ticked.filter((each) => each !== id) : [...ticked, id]);
  return (
    <FormGroup role="group" aria-label={title} row sx={{ columnGap: 1 }}>
      <Typography sx={{ width: "100%", fontWeight: 700 }}>{title}</Typography>
      {choices.map(({ id, word }) => (
        <FormControlLabel
          key={id}
          control={<Checkbox checked={ticked.includes(id)} onChange={() => toggle(id)} />}
          label={word}
        />
      ))}
    </FormGroup>
  );
}

const plain = (ids: string[]) => ids.map((id) => ({ id, word: id }));

interface FormProps {
  ladder: Schemas["LadderRef"];
  asks: Schemas["BodyAsks"];
  onClose: () => void;
}

function Form({ ladder, asks, onClose }: FormProps) {
  const [body, setBody] = useState<Body>(ladder.body);
  const save = useChange(
    () => unwrap(api.PUT("/api/ladders/{ladder_id}/body/", { params: { path: { ladder_id: ladder.id } }, body })),
    ["ladders"],
    ["today"],
    ["blocks"],
    ["proposal"],
  );
  const submit = (event: SubmitEvent) => {
    event.preventDefault();
    save.mutate(undefined, { onSuccess: onClose });
  };
  const risks = asks.risks.map(({ id, title }) => ({ id, word: title }));
  return (
    <form onSubmit={submit}>
      <DialogTitle id="body-title">What it asks of the body</DialogTitle>
      <DialogContent>
        <Stack spacing={2}>
          <Typography>With this, limits are kept to, joints are counted, and cautions follow.</Typography>
          <Ticks
            title="Joints it loads"
            choices={plain(asks.regions)}
            ticked={body.regions}
            onChange={(regions) => setBody({ ...body, regions })}
          />
          <Ticks
            title="Movements"
            choices={plain(asks.actions)}
            ticked={body.actions}
            onChange={(actions) => setBody({ ...body, actions })}
          />
          <Ticks
            title="What can injure"
            choices={risks}
            ticked={body.risks}
            onChange={(list) => setBody({ ...body, risks: list })}
          />
          <Stack direction="row" spacing={2}>
            <TextField
              select
              fullWidth
              label="Counted as"
              value={body.counts ?? ""}
              onChange={(event) => setBody({ ...body, counts: event.target.value || null })}>
              <MenuItem value="">none of these</MenuItem>
              {asks.counts.map((each) => (
                <MenuItem key={each} value={each}>
                  {each}
                </MenuItem>
              ))}
            </TextField>
            <TextField
              select
              fullWidth
              label="How hard"
              value={body.effort}
              onChange={(event) => setBody({ ...body, effort: event.target.value })}>
              {asks.efforts.map((each) => (
                <MenuItem key={each} value={each}>
                  {each}
                </MenuItem>
              ))}
            </TextField>
          </Stack>
          {save.error && <ErrorNotice error={save.error} />}
        </Stack>
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>Leave it</Button>
        <Button type="submit" variant="contained" color="success" loading={save.isPending}>
          It asks for this
        </Button>
      </DialogActions>
    </form>
  );
}

export function BodyDialog({ ladder, onClose }: { ladder: Schemas["LadderRef"]; onClose: () => void }) {
  const asks = useQuery(bodyAsksQuery);
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="sm" aria-labelledby="body-title">
      <Loaded query={asks}>{(data) => <Form ladder={ladder} asks={data} onClose={onClose} />}</Loaded>
    </Dialog>
  );
}
