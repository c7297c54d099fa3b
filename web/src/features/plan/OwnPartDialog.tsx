/** A part of one's own, put in or changed: what is done, for how long, and what is on its list. */
import { Button, Dialog, DialogActions, DialogContent, DialogTitle, MenuItem, Stack, TextField } from "@mui/material";
import { useState, type SyntheticEvent } from "react";

import type { OwnKind } from "../../api/planning";
import { Fields, Pick } from "../../shared/ui/Pick";
import type { Own } from "./draft";

type Two = NonNullable<Own["two"]>;

const PLACES: { value: Own["role"]; word: string }[] = [
  { value: "", word: "among the other parts" },
  { value: "warm_up", word: "instead of the warm-up" },
  { value: "cool_down", word: "instead of the cool-down" },
];

/** A game with a partner: which one, to how many points, by which condition, and with whom. */
function TwoFields({ two, games, onChange }: { two: Two; games: OwnKind["games"]; onChange: (two: Two) => void }) {
  const game = games.find(({ id }) => id === two.game);
  return (
    <>
      <Fields>
        <Pick
          label="The game"
          value={two.game}
          choices={games.map(({ id, title }) => ({ value: id, word: title }))}
          onChange={(id) => {
            const next = games.find((each) => each.id === id);
            if (next) onChange({ ...two, game: next.id, to: next.to });
          }}
        />
      </Fields>
      {game?.has_points && (
        <TextField
          label="To how many points, two clear"
          type="number"
          value={two.to || ""}
          onChange={(event) => onChange({ ...two, to: Number(event.target.value) })}
          slotProps={{ htmlInput: { min: 3, max: 30 } }}
        />
      )}
      <TextField
        label="One condition (open)"
        value={two.condition}
        onChange={(event) => onChange({ ...two, condition: event.target.value })}
        slotProps={{ htmlInput: { maxLength: 160 } }}
      />
      <TextField
        label="Your partner's name (open)"
        value={two.partner}
        onChange={(event) => onChange({ ...two, partner: event.target.value })}
        slotProps={{ htmlInput: { maxLength: 40 } }}
      />
    </>
  );
}

interface OwnPartDialogProps {
  own: Own;
  kind: OwnKind;
  isNew: boolean;
  onPut: (own: Own) => void;
  onClose: () => void;
}

export function OwnPartDialog({ own, kind, isNew, onPut, onClose }: OwnPartDialogProps) {
  const [title, setTitle] = useState(own.title);
  const [minutes, setMinutes] = useState(String(own.seconds / 60));
  const [items, setItems] = useState(own.items.join("\n"));
  const [role, setRole] = useState(own.role);
  const [two, setTwo] = useState(own.two);
  const seconds = Math.round(Number(minutes.replace(",", ".")) * 60);
  const put = (event: SyntheticEvent) => {
    event.preventDefault();
    onPut({
      ...own,
      title: title.trim(),
      seconds,
      role,
      two,
      items: kind.has_items
        ? items
            .split("\n")
            .map((item) => item.trim())
            .filter(Boolean)
        : [],
    });
  };
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="xs">
      <form onSubmit={put}>
        <DialogTitle>{kind.title}</DialogTitle>
        <DialogContent>
          <Stack spacing={2} sx={{ pt: 1 }}>
            <TextField
              autoFocus
              label="What is done"
              value={title}
              onChange={(event) => setTitle(event.target.value)}
              slotProps={{ htmlInput: { maxLength: 80 } }}
            />
            <TextField
              label="Minutes"
              type="number"
              value={minutes}
              onChange={(event) => setMinutes(event.target.value)}
              slotProps={{ htmlInput: { min: 0.5, max: 120, step: 0.5 } }}
            />
            {two && <TwoFields two={two} games={kind.games} onChange={setTwo} />}
            {kind.has_items && (
              <TextField
                label="One thing on each line"
                multiline
                minRows={4}
                value={items}
                onChange={(event) => setItems(event.target.value)}
                helperText="Each gets the same time, one after the other."
              />
            )}
            {kind.can_be_end && (
              <TextField
                select
                label="It stands"
                value={role}
                slotProps={{ inputLabel: { shrink: true }, select: { displayEmpty: true } }}
                onChange={(event) => setRole(event.target.value as Own["role"])}
                helperText={role === "warm_up" ? "Begin below full effort, and build up." : undefined}>
                {PLACES.map((place) => (
                  <MenuItem key={place.value} value={place.value}>
                    {place.word}
                  </MenuItem>
                ))}
              </TextField>
            )}
          </Stack>
        </DialogContent>
        <DialogActions>
          <Button onClick={onClose}>Leave it</Button>
          <Button type="submit" variant="contained" disabled={!title.trim() || !(seconds > 0)}>
            {isNew ? "Put it in" : "Change it"}
          </Button>
        </DialogActions>
      </form>
    </Dialog>
  );
}
