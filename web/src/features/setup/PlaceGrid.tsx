/** Places to choose from, each as a small drawing to its own scale. */
import { Box, Typography } from "@mui/material";
import { Link as RouterLink, useSearchParams } from "react-router";

import type { DrawnPlace } from "../../api/setup";
import { Miniature } from "../../shared/board/Miniature";
import { ForgetPlace } from "./ForgetPlace";

export function PlaceGrid({ library }: { library: DrawnPlace[] }) {
  const [params] = useSearchParams();
  // What a layout is laid for goes on with the place.
  const rung = params.get("rung") ? `&rung=${params.get("rung") ?? ""}` : "";
  return (
    <Box
      component="ul"
      sx={{
        display: "grid",
        gap: 2,
        gridTemplateColumns: "repeat(auto-fill, minmax(min(260px, 100%), 1fr))",
        listStyle: "none",
        m: 0,
        p: 0,
      }}>
      {library.map((place) => {
        const [surface] = place.surfaces;
        return (
          <Box
            component="li"
            key={place.id}
            sx={{
              bgcolor: "background.paper",
              border: "1px solid",
              borderColor: "divider",
              p: 1.5,
              display: "flex",
              gap: 1.5,
              minWidth: 0,
            }}>
            {surface && <Miniature surface={surface} width={96} height={110} />}
            <Box sx={{ minWidth: 0 }}>
              <Typography variant="h3" component="h2">
                <RouterLink to={`/set-up/layouts/new?place=${place.id}${rung}`}>{place.title}</RouterLink>
              </Typography>
              <Typography variant="body2" color="text.secondary">
                {place.sizes
                  .slice(0, 3)
                  .map(({ name, words }) => `${name} ${words}`)
                  .join(", ")}
              </Typography>
              <Typography variant="body2" color="text.secondary">
                {place.sizes_from}
              </Typography>
              {place.own_id !== null && <ForgetPlace place={place} />}
            </Box>
          </Box>
        );
      })}
    </Box>
  );
}
