/** Taking a ladder of the shelf; where it is taken already, the way to it. */
import { Box, Button } from "@mui/material";
import { Link as RouterLink, useNavigate } from "react-router";

import { api, unwrap } from "../../api/client";
import { useChange } from "../../api/queries";
import { ErrorNotice } from "../../shared/ui/Loaded";
import type { ShelfLadder } from "../../api/shelf";

export function TakeLadder({ ladder }: { ladder: ShelfLadder }) {
  const navigate = useNavigate();
  const take = useChange(
    (key: string) => unwrap(api.POST("/api/shelf/{key}/take/", { params: { path: { key } } })),
    ["shelf"],
    ["ladders"],
    ["today"],
  );
  if (ladder.taken !== null)
    return (
      <Box>
        ✓ Among <RouterLink to={`/climb/${ladder.taken}`}>your ladders</RouterLink>
      </Box>
    );
  return (
    <Box>
      {take.error && <ErrorNotice error={take.error} />}
      <Button
        variant="contained"
        color="success"
        loading={take.isPending}
        aria-label={`Take this ladder: ${ladder.title}`}
        onClick={() => take.mutate(ladder.key, { onSuccess: ({ id }) => void navigate(`/climb/${id}`) })}>
        Take this ladder
      </Button>
    </Box>
  );
}
