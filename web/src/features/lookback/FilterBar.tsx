/** Which part of the record is looked at. The same fields on every page; each takes only what there is. */
import { Box, Button, Stack } from "@mui/material";
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";

import { laddersQuery } from "../../api/queries";
import { placesQuery, routinesQuery } from "../../api/planning";
import { DayField } from "../../shared/ui/DayField";
import { Fields, Pick } from "../../shared/ui/Pick";
import { useFilters, type FilterName } from "./useFilters";

const EVERYTHING = { value: "", word: "all" };

/** Changing what is wider lets go of what was chosen within it. */
const WITHIN: Partial<Record<FilterName, Partial<Record<FilterName, string>>>> = {
  discipline: { ladder: "", rung: "", side: "" },
  ladder: { rung: "", side: "" },
};

export function FilterBar({ without = [] }: { without?: readonly FilterName[] }) {
  const { filters, set } = useFilters();
  const ladders = useQuery(laddersQuery).data ?? [];
  const places = useQuery(placesQuery).data ?? [];
  const routines = useQuery(routinesQuery).data ?? [];
  const disciplines = [...new Set(ladders.map(({ ladder }) => ladder.discipline))].sort();
  const standing = ladders.find(({ ladder }) => ladder.id === filters.ladder);
  const choices: Partial<Record<FilterName, { label: string; options: { value: string; word: string }[] }>> = {
    discipline: { label: "Discipline", options: disciplines.map((word) => ({ value: word, word })) },
    ladder: {
      label: "Ladder",
      options: ladders
        .filter(({ ladder }) => !filters.discipline || ladder.discipline === filters.discipline)
        .map(({ ladder }) => ({ value: String(ladder.id), word: ladder.title })),
    },
    rung: {
      label: "Rung",
      options: (standing?.rungs ?? []).map(({ id, number, title }) => ({
        value: String(id),
        word: `${number}, ${title}`,
      })),
    },
    side: {
      label: "Side",
      options: (standing?.ladder.sides ?? [])
        .filter(({ side }) => side !== "none")
        .map(({ side, words }) => ({ value: side, word: words })),
    },
    place: { label: "Place", options: places.map(({ id, name }) => ({ value: String(id), word: name })) },
    routine: { label: "Recipe", options: routines.map(({ title }) => ({ value: title, word: title })) },
  };
  const chosen = Object.entries(choices) as [
    FilterName,
    { label: string; options: { value: string; word: string }[] },
  ][];
  const many = Object.keys(filters).filter((name) => name !== "words").length;
  const [isOpen, setOpen] = useState(false);
  return (
    <Stack
      spacing={1.5}
      className="no-print"
      component="form"
      aria-label="Filters"
      onSubmit={(event) => event.preventDefault()}>
      {/* On a phone they would fill the screen before there is anything to see. */}
      <Button
        onClick={() => setOpen(!isOpen)}
        aria-expanded={isOpen}
        variant="outlined"
        sx={{ display: { md: "none" }, alignSelf: "flex-start" }}>
        {many > 0 ? `Filters (${many})` : "Filters"}
      </Button>
      <Box sx={{ display: { xs: isOpen ? "block" : "none", md: "block" } }}>
        <Fields>
          {chosen
            .filter(([name, { options }]) => !without.includes(name) && (options.length > 1 || filters[name]))
            .map(([name, { label, options }]) => (
              <Pick
                key={name}
                label={label}
                width={150}
                value={options.some(({ value }) => value === String(filters[name] ?? "")) ? String(filters[name]) : ""}
                choices={[EVERYTHING, ...options]}
                onChange={(value) => set({ ...WITHIN[name], [name]: value })}
              />
            ))}
          {!without.includes("since") && (
            <>
              <DayField label="From" value={filters.since ?? ""} canBeOpen onChange={(since) => set({ since })} />
              <DayField label="Until" value={filters.until ?? ""} canBeOpen onChange={(until) => set({ until })} />
            </>
          )}
          {many > 0 && (
            <Button
              onClick={() =>
                set(
                  Object.fromEntries(
                    Object.keys(filters)
                      .filter((name) => name !== "words")
                      .map((name) => [name, ""]),
                  ),
                )
              }
              sx={{ alignSelf: "center" }}>
              Show everything
            </Button>
          )}
        </Fields>
      </Box>
    </Stack>
  );
}
