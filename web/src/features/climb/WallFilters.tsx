/** Which ladders of the wall are shown: by what they are found by, by place and by discipline. Only what there is can be chosen. */
import { Stack, ToggleButton } from "@mui/material";

import type { Standing } from "../../api/queries";

export interface Filter {
  sign: string | null;
  place: string | null;
  discipline: string | null;
}

export const ALL: Filter = { sign: null, place: null, discipline: null };

export const fits = ({ ladder, signs, places }: Standing, { sign, place, discipline }: Filter) =>
  (sign === null || signs.some(({ id }) => id === sign)) &&
  (place === null || places.includes(place)) &&
  (discipline === null || ladder.discipline === discipline);

/** Fewer ladders than this are seen at once. */
const MANY = 4;

interface ChipsProps {
  label: string;
  options: { id: string; word: string }[];
  chosen: string | null;
  onChoose: (id: string | null) => void;
}

function Chips({ label, options, chosen, onChoose }: ChipsProps) {
  return (
    <Stack direction="row" role="group" aria-label={label} sx={{ gap: 1, flexWrap: "wrap" }}>
      {options.map(({ id, word }) => (
        <ToggleButton
          key={id}
          value={id}
          size="small"
          selected={id === chosen}
          onChange={() => onChoose(id === chosen ? null : id)}
          sx={{ color: "text.primary", textTransform: "none" }}>
          {id === chosen && "✓ "}
          {word}
        </ToggleButton>
      ))}
    </Stack>
  );
}

interface WallFiltersProps {
  standings: Standing[];
  filter: Filter;
  onChange: (filter: Filter) => void;
}

export function WallFilters({ standings, filter, onChange }: WallFiltersProps) {
  if (standings.length < MANY) return null;
  const signs = new Map(standings.flatMap(({ signs: found }) => found.map(({ id, title }) => [id, title] as const)));
  const counted = [...signs].map(([id, title]) => {
    const many = standings.filter((standing) => fits(standing, { ...ALL, sign: id })).length;
    return { id, word: `${title} (${many})` };
  });
  const places = [...new Set(standings.flatMap((standing) => standing.places))].sort();
  const disciplines = [...new Set(standings.map(({ ladder }) => ladder.discipline))].sort();
  return (
    <Stack spacing={1} className="no-print">
      {counted.length > 0 && (
        <Chips
          label="Found by"
          options={counted}
          chosen={filter.sign}
          onChoose={(sign) => onChange({ ...filter, sign })}
        />
      )}
      {places.length > 0 && (
        <Chips
          label="Place"
          options={places.map((id) => ({ id, word: id }))}
          chosen={filter.place}
          onChoose={(place) => onChange({ ...filter, place })}
        />
      )}
      {disciplines.length > 1 && (
        <Chips
          label="Discipline"
          options={disciplines.map((id) => ({ id, word: id }))}
          chosen={filter.discipline}
          onChoose={(discipline) => onChange({ ...filter, discipline })}
        />
      )}
    </Stack>
  );
}
