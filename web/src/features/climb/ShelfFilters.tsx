/** What is looked for on the shelf, typed or chosen; it is asked for once the typing rests. */
import { Autocomplete, Box, Button, TextField } from "@mui/material";
import { useQuery } from "@tanstack/react-query";
import { useEffect, useState } from "react";

import { useAddress } from "../../shared/lib/useAddress";
import { useSettled } from "../../shared/lib/useSettled";
import { Pick } from "../../shared/ui/Pick";
import { shelfChoicesQuery } from "../../api/shelf";

const LONGEST = 80;
const MINUTES = ["2", "5", "10", "20"];
const ANY = { value: "", word: "any" };

const asChoices = (values: string[]) => [ANY, ...values.map((value) => ({ value, word: value }))];

interface WordsFieldProps {
  name: string;
  label: string;
  placeholder: string;
  first: string;
}

function WordsField({ name, label, placeholder, first }: WordsFieldProps) {
  const { address, change } = useAddress();
  const [typed, setTyped] = useState(first);
  const settled = useSettled(typed);
  const asked = address.get(name) ?? "";
  useEffect(() => {
    if (settled.trim() === asked) return;
    change((now) => {
      if (settled.trim() === "") now.delete(name);
      else now.set(name, settled.trim());
      return now;
    });
    // Only what is typed changes the address; what the address says is typed when the page opens.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [settled]);
  return (
    <TextField
      size="small"
      label={label}
      placeholder={placeholder}
      value={typed}
      onChange={(event) => setTyped(event.target.value)}
      sx={{ flex: "1 1 190px", maxWidth: 300 }}
      slotProps={{ htmlInput: { maxLength: LONGEST }, inputLabel: { shrink: true } }}
    />
  );
}

export function ShelfFilters() {
  const { address, change } = useAddress();
  const choices = useQuery(shelfChoicesQuery);
  /** How often all was taken out again: then the fields for words begin anew, empty. */
  const [cleared, setCleared] = useState(0);
  const first = (name: string) => (cleared === 0 ? (address.get(name) ?? "") : "");
  const set = (name: string, values: string[]) =>
    change((now) => {
      now.delete(name);
      for (const value of values) if (value) now.append(name, value);
      return now;
    });
  const pick = (name: string, label: string, values: string[], word = (value: string) => value) => (
    <Pick
      label={label}
      value={address.get(name) ?? ""}
      choices={asChoices(values).map((each) => (each.value ? { ...each, word: word(each.value) } : each))}
      onChange={(value) => set(name, [value])}
    />
  );
  if (!choices.data) return null;
  return (
    <Box
      sx={{
        display: "grid",
        gap: 1.5,
        rowGap: 2,
        gridTemplateColumns: "repeat(auto-fill, minmax(min(160px, 45%), 1fr))",
        "& > *": { maxWidth: "none !important" },
      }}>
      <WordsField
        key={`words-${cleared}`}
        first={first("words")}
        name="words"
        label="Words"
        placeholder="serve, wall, weak hand"
      />
      {pick("discipline", "Discipline", choices.data.disciplines)}
      {pick("place", "Where", choices.data.places)}
      {pick("level", "For whom", choices.data.levels)}
      {pick("minutes", "One run takes", MINUTES, (minutes) => `at most ${minutes} min`)}
      <WordsField
        key={`kit-${cleared}`}
        first={first("kit")}
        name="kit"
        label="With what"
        placeholder="rope, pad, balls"
      />
      <Autocomplete
        multiple
        size="small"
        options={choices.data.regions}
        value={address.getAll("spared")}
        onChange={(_, values) => set("spared", values)}
        renderInput={(params) => <TextField {...params} label="To be spared" />}
        sx={{ flex: "1 1 190px", maxWidth: 420 }}
      />
      {address.size > 0 && (
        <Button
          onClick={() => {
            change(() => ({}));
            setCleared(cleared + 1);
          }}
          sx={{ alignSelf: "center" }}>
          All ladders
        </Button>
      )}
    </Box>
  );
}
