/** On a run's own page: what was found on film of it, and the way to look again. */
import { Stack, Typography } from "@mui/material";
import { Link as RouterLink } from "react-router";

import { Loaded } from "../../shared/ui/Loaded";
import { Panel } from "../../shared/ui/Page";
import { useFilm } from "./filmNotes";
import { MarksList } from "./MarksList";

export function FilmPanel({ run }: { run: string }) {
  return (
    <Panel title="Film">
      <Loaded query={useFilm(run)}>
        {({ notes, reading }) => (
          <Stack spacing={1.25}>
            {notes.clips.length > 0 && (
              <Typography sx={{ overflowWrap: "anywhere" }}>
                Looked at: {notes.clips.map(({ name }) => name).join(" and ")}.
              </Typography>
            )}
            <MarksList notes={notes} reading={reading} />
            {reading.felt && <Typography>{reading.felt}</Typography>}
            {notes.note && <Typography>“{notes.note}”</Typography>}
            <RouterLink to={`/look-back/runs/${run}/film`} style={{ color: "inherit" }}>
              {notes.clips.length > 0 ? "Look at the film again" : "Look at a clip of this run"}
            </RouterLink>
          </Stack>
        )}
      </Loaded>
    </Panel>
  );
}
