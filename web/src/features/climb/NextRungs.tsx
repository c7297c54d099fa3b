/** The rung maker: what could come next by the athlete's aim, one lever moved, for about seven in ten. */
import { Box, Button, Stack, Typography } from "@mui/material";
import { useQuery } from "@tanstack/react-query";

import { api, unwrap } from "../../api/client";
import { useChange } from "../../api/queries";
import { nextRungsQuery, type Offer } from "../../api/setup";
import { ErrorNotice } from "../../shared/ui/Loaded";

export function NextRungs({ rungId }: { rungId: number }) {
  const { data: offers = [] } = useQuery(nextRungsQuery(rungId));
  const add = useChange(
    (lever: Offer["lever"]) =>
      unwrap(api.POST("/api/rungs/{rung_id}/next-rungs/", { params: { path: { rung_id: rungId } }, body: { lever } })),
    ["ladders"],
    ["next-rungs"],
    ["layouts"],
    ["today"],
  );
  if (offers.length === 0) return null;
  return (
    <Box
      component="section"
      aria-label="A fair next step"
      sx={{ my: 1.5, pl: 1.5, borderLeft: "4px dotted", borderColor: "divider" }}>
      <Typography variant="h3">
        {offers[0]?.is_harder ? "A fair next step, by your aim" : "A fair step in between, by your aim"}
      </Typography>
      <Stack spacing={0.75} sx={{ mt: 0.5 }}>
        {offers.map(({ lever, words, zone, predicted }) => (
          <Stack key={lever} direction="row" sx={{ gap: 1, flexWrap: "wrap", alignItems: "center" }}>
            <Typography sx={{ flex: "1 1 240px" }}>
              {words} ({zone}): {Math.round(100 * predicted.chance)} % foretold, {Math.round(100 * predicted.low)} to{" "}
              {Math.round(100 * predicted.high)}
            </Typography>
            <Button
              size="small"
              variant="outlined"
              loading={add.isPending}
              onClick={() => add.mutate(lever)}
              aria-label={`Put it on the ladder: ${words}`}>
              Put it on the ladder
            </Button>
          </Stack>
        ))}
      </Stack>
      {add.error && <ErrorNotice error={add.error} />}
    </Box>
  );
}
