/** A place of one's own in a minute: what it is, how wide and high or long, and what stands on it to measure from. */
import { Button, MenuItem, Stack, TextField, Typography } from "@mui/material";
import { useState, type SubmitEvent } from "react";
import { useNavigate } from "react-router";

import { api, unwrap, type Schemas } from "../../api/client";
import { useChange } from "../../api/queries";
import { TYPED, type Units } from "../../shared/lib/lengths";
import { ErrorNotice } from "../../shared/ui/Loaded";

type PlaceKind = Schemas["DrawingRequest"]["kind"];
const KINDS: Record<PlaceKind, { word: string; second: string; offers: string }> = {
  wall: { word: "A wall", second: "High", offers: "wall" },
  floor: { word: "A floor or a yard", second: "Long", offers: "flat floor" },
  table: { word: "A table", second: "Long", offers: "table" },
};

interface Landmark {
  title: string;
  x: string;
  y: string;
}

const toMetres = (text: string, units: Units) => Number(text.replace(",", ".")) / TYPED[units].perMetre;

export function OwnPlaceForm({ units }: { units: Units }) {
  const navigate = useNavigate();
  const { unit } = TYPED[units];
  const [name, setName] = useState("");
  const [kind, setKind] = useState<PlaceKind>("wall");
  const [size, setSize] = useState({ width: "", length: "" });
  const [landmarks, setLandmarks] = useState<Landmark[]>([]);
  const keep = useChange(
    (body: Schemas["NewPlaceRequest"]) => unwrap(api.POST("/api/places/", { body })),
    ["places"],
    ["library"],
  );
  const change = (index: number, part: Partial<Landmark>) =>
    setLandmarks(landmarks.map((each, other) => (other === index ? { ...each, ...part } : each)));

  const save = (event: SubmitEvent) => {
    event.preventDefault();
    const spots = landmarks
      .filter(({ title }) => title.trim())
      .map(({ title, x, y }) => ({ title: title.trim(), at: [toMetres(x || "0", units), toMetres(y || "0", units)] }));
    const drawing = { kind, width_m: toMetres(size.width, units), length_m: toMetres(size.length, units), spots };
    keep.mutate(
      { name, offers: [KINDS[kind].offers], drawing },
      { onSuccess: (place) => void navigate(`/set-up/layouts/new?place=${place.drawn_as}`) },
    );
  };

  const length = (label: string, value: string, onValue: (value: string) => void, isRequired = false) => (
    <TextField
      label={`${label} (${unit})`}
      size="small"
      type="number"
      required={isRequired}
      value={value}
      onChange={(event) => onValue(event.target.value)}
      sx={{ width: 150 }}
      slotProps={{ htmlInput: { step: "any" } }}
    />
  );

  return (
    <form onSubmit={save}>
      <Stack spacing={1.5}>
        <Stack direction="row" sx={{ flexWrap: "wrap", gap: 1.25 }}>
          <TextField
            label="What you call it"
            size="small"
            required
            value={name}
            onChange={(event) => setName(event.target.value)}
            slotProps={{ htmlInput: { maxLength: 80 } }}
            sx={{ flex: "1 1 180px" }}
          />
          <TextField
            select
            label="What it is"
            size="small"
            value={kind}
            onChange={(event) => setKind(event.target.value as PlaceKind)}
            sx={{ width: 180 }}>
            {Object.entries(KINDS).map(([id, { word }]) => (
              <MenuItem key={id} value={id}>
                {word}
              </MenuItem>
            ))}
          </TextField>
          {length("Wide", size.width, (width) => setSize({ ...size, width }), true)}
          {length(KINDS[kind].second, size.length, (reach) => setSize({ ...size, length: reach }), true)}
        </Stack>
        {landmarks.map((landmark, index) => (
          <Stack key={index} direction="row" sx={{ flexWrap: "wrap", gap: 1.25 }}>
            <TextField
              label="What is there"
              placeholder="foot of the drainpipe"
              size="small"
              value={landmark.title}
              onChange={(event) => change(index, { title: event.target.value })}
              sx={{ flex: "1 1 180px" }}
            />
            {length("From the left", landmark.x, (x) => change(index, { x }))}
            {length(kind === "wall" ? "Up" : "Away", landmark.y, (y) => change(index, { y }))}
          </Stack>
        ))}
        <Stack direction="row" sx={{ gap: 1.5, flexWrap: "wrap", alignItems: "center" }}>
          <Button onClick={() => setLandmarks([...landmarks, { title: "", x: "", y: "0" }])}>Add a landmark</Button>
          <Button type="submit" variant="contained" color="success" loading={keep.isPending}>
            Keep it and lay targets
          </Button>
          <Typography variant="body2" color="text.secondary">
            A drainpipe, a crack, a post: anything to hold the end of a tape to.
          </Typography>
        </Stack>
        {keep.error && <ErrorNotice error={keep.error} />}
      </Stack>
    </form>
  );
}
