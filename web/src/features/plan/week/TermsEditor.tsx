/** The usual week: windows to practise in, and wishes in order, highest priority first. */
import { Button, Stack, Typography } from "@mui/material";
import { useState, type SubmitEvent } from "react";

import { api, ProblemError, unwrap, type Schemas } from "../../../api/client";
import type { Place, Terms } from "../../../api/planning";
import { useChange, type Standing } from "../../../api/queries";
import { showHour } from "../../../shared/lib/format";
import { ErrorNotice } from "../../../shared/ui/Loaded";
import { Panel } from "../../../shared/ui/Page";
import { PlaceForm } from "./PlaceForm";
import { WindowRow } from "./WindowRow";
import { WishRow } from "./WishRow";

export type NewWindow = Required<Schemas["NewWindowRequest"]>;
export type NewWish = Required<Schemas["NewWishRequest"]>;

const asWindow = ({ weekday, start, minutes, place, missing }: Schemas["Window"]): NewWindow => ({
  weekday,
  start: showHour(start),
  minutes,
  place: place?.id ?? null,
  missing,
});
const asWish = ({ kind, ladder, number }: Schemas["WeekWish"]): NewWish => ({ kind, ladder, number });

interface TermsEditorProps {
  terms: Terms;
  places: Place[];
  standings: Standing[];
  onDone: () => void;
}

export function TermsEditor({ terms, places, standings, onDone }: TermsEditorProps) {
  const [windows, setWindows] = useState(terms.windows.map(asWindow));
  const [wishes, setWishes] = useState(terms.wishes.map(asWish));
  const keep = useChange(
    (body: Schemas["NewTermsRequest"]) => unwrap(api.PUT("/api/week-terms/", { body })),
    ["week-terms"],
    ["weeks"],
  );
  const problems = keep.error instanceof ProblemError ? (keep.error.problem?.errors ?? []) : [];
  const faultOf = (list: string, place: number) =>
    problems
      .filter(({ loc }) => loc[0] === list && loc[1] === place)
      .map(({ msg }) => msg)
      .join(" ");
  const replace = <T,>(list: T[], place: number, ...items: T[]) => [
    ...list.slice(0, place),
    ...items,
    ...list.slice(place + 1),
  ];
  const moveWish = (place: number, by: number) => {
    const next = [...wishes];
    next.splice(place + by, 0, ...next.splice(place, 1));
    setWishes(next);
  };
  const save = (event: SubmitEvent) => {
    event.preventDefault();
    keep.mutate({ windows, wishes }, { onSuccess: onDone });
  };
  const first = standings[0]?.ladder.id ?? null;
  return (
    <Panel title="Your usual week">
      <form onSubmit={save}>
        <Stack spacing={3}>
          <Stack spacing={2} component="section" aria-label="Windows">
            <Typography variant="h3">When you can practise</Typography>
            {windows.map((window, place) => (
              <WindowRow
                key={place}
                number={place + 1}
                window={window}
                places={places}
                fault={faultOf("windows", place)}
                onChange={(next) => setWindows(replace(windows, place, next))}
                onRemove={() => setWindows(replace(windows, place))}
              />
            ))}
            <Button
              variant="outlined"
              onClick={() =>
                setWindows([...windows, { weekday: 0, start: "18:00", minutes: 45, place: null, missing: [] }])
              }
              sx={{ alignSelf: "flex-start" }}>
              Add a window
            </Button>
          </Stack>
          <Stack spacing={2} component="section" aria-label="Wishes">
            <Typography variant="h3">What you wish for, highest priority first</Typography>
            {wishes.map((wish, place) => (
              <WishRow
                key={place}
                number={place + 1}
                wish={wish}
                standings={standings}
                fault={faultOf("wishes", place)}
                onChange={(next) => setWishes(replace(wishes, place, next))}
                onRemove={() => setWishes(replace(wishes, place))}
                onUp={place > 0 ? () => moveWish(place, -1) : undefined}
                onDown={place < wishes.length - 1 ? () => moveWish(place, 1) : undefined}
              />
            ))}
            <Button
              variant="outlined"
              onClick={() =>
                setWishes([...wishes, { kind: first ? "at_least" : "rest_days", ladder: first, number: 1 }])
              }
              sx={{ alignSelf: "flex-start" }}>
              Add a wish
            </Button>
          </Stack>
          {keep.error && <ErrorNotice error={keep.error} />}
          <Stack direction="row" spacing={1.5}>
            <Button type="submit" variant="contained" color="success" loading={keep.isPending}>
              Keep the usual week
            </Button>
            <Button onClick={onDone}>Cancel</Button>
          </Stack>
        </Stack>
      </form>
      <PlaceForm places={places} standings={standings} />
    </Panel>
  );
}
