/** The places one practises at, and what each has that a ladder needs. */
import { Box, Button, Checkbox, FormControlLabel, Stack, TextField, Typography } from "@mui/material";
import { useState, type SubmitEvent } from "react";

import { api, unwrap, type Schemas } from "../../../api/client";
import type { Place } from "../../../api/planning";
import { useChange, type Standing } from "../../../api/queries";
import { ErrorNotice } from "../../../shared/ui/Loaded";

export function PlaceForm({ places, standings }: { places: Place[]; standings: Standing[] }) {
  const [name, setName] = useState("");
  const [offers, setOffers] = useState<string[]>([]);
  const keep = useChange(
    (body: Schemas["NewPlaceRequest"]) => unwrap(api.POST("/api/places/", { body })),
    ["places"],
    ["week-terms"],
    ["weeks"],
    ["proposal"],
  );
  const known = [
    ...new Set([...standings.flatMap(({ ladder }) => ladder.needs), ...places.flatMap((place) => place.offers)]),
  ].sort();
  const toggle = (thing: string) =>
    setOffers(offers.includes(thing) ? offers.filter((each) => each !== thing) : [...offers, thing]);
  const clear = () => {
    setName("");
    setOffers([]);
  };
  const save = (event: SubmitEvent) => {
    event.preventDefault();
    keep.mutate({ name, offers }, { onSuccess: clear });
  };
  return (
    <Box component="section" aria-label="Places" sx={{ mt: 3, borderTop: "1px solid", borderColor: "divider", pt: 2 }}>
      <Typography variant="h3">Your places</Typography>
      {places.map((place) => (
        <Typography key={place.id} color="text.secondary">
          {place.name}: {place.offers.join(", ") || "nothing that a ladder needs"}
        </Typography>
      ))}
      <form onSubmit={save}>
        <Stack direction="row" sx={{ gap: 1.5, flexWrap: "wrap", alignItems: "center", mt: 1.5 }}>
          <TextField
            label="A new place"
            size="small"
            value={name}
            required
            onChange={(event) => setName(event.target.value)}
            slotProps={{ htmlInput: { maxLength: 80 } }}
          />
          {known.map((thing) => (
            <FormControlLabel
              key={thing}
              control={<Checkbox checked={offers.includes(thing)} onChange={() => toggle(thing)} />}
              label={thing}
            />
          ))}
          <Button type="submit" variant="outlined" loading={keep.isPending}>
            Add the place
          </Button>
        </Stack>
      </form>
      {keep.error && <ErrorNotice error={keep.error} />}
    </Box>
  );
}
