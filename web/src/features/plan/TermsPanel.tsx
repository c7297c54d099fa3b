/** What a block is asked for: the minutes, when and where, what for, how one feels, and the ladders. */
import {
  Box,
  Checkbox,
  FormControlLabel,
  Slider,
  Stack,
  ToggleButton,
  ToggleButtonGroup,
  Typography,
} from "@mui/material";
import { useQuery } from "@tanstack/react-query";

import { partnerGamesQuery, placesQuery } from "../../api/planning";
import type { Standing } from "../../api/queries";
import { localDay } from "../../shared/lib/format";
import { Panel } from "../../shared/ui/Page";
import { BodyLine } from "./BodyLine";
import { LONGEST, SHORTEST, toggled, type Draft, type Next } from "./draft";
import { Fields, Pick } from "../../shared/ui/Pick";
import { DayField } from "../../shared/ui/DayField";

const USUAL_MINUTES = [15, 20, 30, 45, 60, 90];
const FOCUSES = [
  { value: "balanced", word: "A bit of everything" },
  { value: "weak_spots", word: "Weak spots" },
  { value: "one_ladder", word: "One ladder" },
  { value: "test_day", word: "Test day" },
  { value: "gentle", word: "Gentle" },
  { value: "partner", word: "With a partner" },
];

/** New terms: what was locked or stretched by hand stays, the rest is arranged anew. */
export type ChangeTerms = (next: Next) => void;

function Minutes({ minutes, onChange }: { minutes: number; onChange: (minutes: number) => void }) {
  return (
    <Box>
      <Typography variant="h3" component="h2" id="minutes-label">
        How long have you got? <b>{minutes} minutes</b>
      </Typography>
      <ToggleButtonGroup
        exclusive
        aria-labelledby="minutes-label"
        value={minutes}
        onChange={(_, value: number | null) => value && onChange(value)}
        sx={{ mt: 1, flexWrap: "wrap" }}>
        {USUAL_MINUTES.map((choice) => (
          <ToggleButton key={choice} value={choice} sx={{ px: 2, minHeight: 44 }}>
            {choice}
          </ToggleButton>
        ))}
      </ToggleButtonGroup>
      <Slider
        aria-label="Minutes"
        value={minutes}
        min={SHORTEST}
        max={LONGEST}
        step={5}
        onChange={(_, value) => onChange(value)}
        sx={{ mt: 1, maxWidth: 420, display: "block" }}
      />
    </Box>
  );
}

function Ladders({ standings, chosen, onTerms }: { standings: Standing[]; chosen: number[]; onTerms: ChangeTerms }) {
  const toggle = (id: number) => onTerms(({ ladders }) => ({ ladders: toggled(ladders ?? chosen, id) }));
  return (
    <Box component="fieldset" sx={{ border: 0, p: 0, m: 0, minWidth: 0 }}>
      <Typography component="legend" variant="h3" sx={{ p: 0 }}>
        Which ladders?
      </Typography>
      {standings.map(({ ladder, working }) => (
        <FormControlLabel
          key={ladder.id}
          sx={{ display: "flex", alignItems: "center" }}
          control={<Checkbox checked={chosen.includes(ladder.id)} onChange={() => toggle(ladder.id)} />}
          label={
            <>
              {ladder.title}{" "}
              <Box component="span" sx={{ color: "text.secondary" }}>
                rung {working.number}, {working.title}
                {ladder.has_sides && ", both sides"}
              </Box>
            </>
          }
        />
      ))}
    </Box>
  );
}

function WhenAndWhere({ draft, change, onTerms }: { draft: Draft; change: ChangeTerms; onTerms: ChangeTerms }) {
  const places = useQuery(placesQuery);
  const choices = [
    { value: "", word: "anywhere" },
    ...(places.data ?? []).map(({ id, name }) => ({ value: String(id), word: name })),
  ];
  return (
    <Fields>
      <DayField label="Day" value={draft.day} min={localDay()} onChange={(day) => day && onTerms({ day })} />
      <DayField label="Hour (open)" canBeOpen type="time" value={draft.start} onChange={(start) => change({ start })} />
      <Pick
        label="Place"
        value={places.data ? String(draft.place ?? "") : ""}
        choices={choices}
        onChange={(place) => onTerms({ place: Number(place) || null })}
        width={150}
      />
    </Fields>
  );
}

function PartnerGame({ partner, onChange }: { partner: string; onChange: (partner: string) => void }) {
  const games = useQuery(partnerGamesQuery);
  if (!games.data) return null;
  const choices = games.data.map(({ id, title }) => ({ value: id, word: title }));
  return <Pick label="The game" value={partner} choices={choices} onChange={onChange} />;
}

interface TermsPanelProps {
  draft: Draft;
  /** The ladders that the block is made of, chosen by the athlete or by its focus. */
  chosen: number[];
  standings: Standing[];
  change: ChangeTerms;
  onTerms: ChangeTerms;
}

export function TermsPanel({ draft, chosen, standings, change, onTerms }: TermsPanelProps) {
  return (
    <Panel>
      <Stack spacing={2.5}>
        <Box
          sx={{
            display: "grid",
            gap: 3,
            gridTemplateColumns: { xs: "minmax(0, 1fr)", md: "minmax(0, 1fr) minmax(0, 1fr)" },
          }}>
          <Stack spacing={2}>
            <Minutes minutes={draft.minutes} onChange={(minutes) => onTerms({ minutes })} />
            <WhenAndWhere draft={draft} change={change} onTerms={onTerms} />
            <Fields>
              <Pick label="What for" value={draft.focus} choices={FOCUSES} onChange={(focus) => onTerms({ focus })} />
              {draft.focus === "partner" && (
                <PartnerGame partner={draft.partner} onChange={(partner) => onTerms({ partner })} />
              )}
            </Fields>
          </Stack>
          <Ladders standings={standings} chosen={chosen} onTerms={onTerms} />
        </Box>
        <BodyLine energy={draft.energy} onEnergy={(energy) => onTerms({ energy })} />
      </Stack>
    </Panel>
  );
}
