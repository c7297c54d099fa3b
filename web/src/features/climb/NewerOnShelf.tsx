/** What the shelf has newer of a ladder that was taken from it; nothing where there is nothing. */
import { Box, Button, Typography } from "@mui/material";
import { queryOptions, useQuery } from "@tanstack/react-query";

import { api, unwrap } from "../../api/client";
import { useChange } from "../../api/queries";
import { ErrorNotice } from "../../shared/ui/Loaded";
import { Panel } from "../../shared/ui/Page";

const refreshQuery = (id: number) =>
  queryOptions({
    queryKey: ["ladders", id, "refresh"],
    queryFn: () => unwrap(api.GET("/api/ladders/{ladder_id}/refresh/", { params: { path: { ladder_id: id } } })),
  });

export function NewerOnShelf({ ladderId }: { ladderId: number }) {
  const newer = useQuery(refreshQuery(ladderId));
  const take = useChange(
    () => unwrap(api.POST("/api/ladders/{ladder_id}/refresh/", { params: { path: { ladder_id: ladderId } } })),
    ["ladders"],
    ["today"],
    ["layouts"],
  );
  const words = newer.data?.words ?? [];
  if (words.length === 0) return null;
  return (
    <Panel title="The shelf has this ladder anew">
      <Typography>What you changed, added or took out stays as you have it. New would be:</Typography>
      <Box component="ul" sx={{ my: 1, pl: 2.5 }}>
        {words.map((line) => (
          <li key={line}>{line}</li>
        ))}
      </Box>
      {take.error && <ErrorNotice error={take.error} />}
      <Button variant="outlined" loading={take.isPending} onClick={() => take.mutate(undefined)}>
        Take over what is new
      </Button>
    </Panel>
  );
}
