/** Weak spots on the drawing of the place itself: each target with its share and how often it was tried. */
import { Box, Typography } from "@mui/material";
import { useQuery } from "@tanstack/react-query";

import type { SpotMap } from "../../api/lookback";
import { libraryQuery } from "../../api/setup";
import { quantity, showShare } from "../../shared/lib/format";
import { useRoom } from "../../shared/lib/useRoom";
import { Ground } from "../../shared/board/Ground";
import { wholeOf } from "../../shared/board/view";
import { ZoneShape } from "../../shared/board/ZoneShape";

const WIDEST = 620;
const TALLEST = 420;

type Spot = SpotMap["spots"][number];

const worstOf = (spots: Spot[]) => spots.reduce((worst, spot) => (spot.rate < worst.rate ? spot : worst));

/** In words and a table: for everybody who cannot see the drawing, and beside it for those who compare. */
export function SpotTable({ spots }: { spots: Spot[] }) {
  const worst = worstOf(spots);
  return (
    <Box
      component="table"
      sx={{ alignSelf: "flex-start", borderCollapse: "collapse", "& td, & th": { textAlign: "left", pr: 3, py: 0.4 } }}>
      <thead>
        <tr>
          <th scope="col">target</th>
          <th scope="col">made</th>
          <th scope="col">19 times in 20</th>
        </tr>
      </thead>
      <tbody>
        {spots.map((spot) => (
          <Box component="tr" key={spot.name} sx={{ fontWeight: spots.length > 1 && spot === worst ? 700 : 400 }}>
            <Box component="th" scope="row" sx={{ fontWeight: "inherit" }}>
              {spot.name}
            </Box>
            <td>
              {spot.makes} of {spot.attempts}, {showShare(spot.rate)}
            </td>
            <td>
              {Math.round(100 * spot.low)} to {showShare(spot.high)}
            </td>
          </Box>
        ))}
      </tbody>
    </Box>
  );
}

export function SpotDrawing({ map }: { map: SpotMap }) {
  const { room, width } = useRoom();
  const { data: places } = useQuery({ ...libraryQuery, enabled: map.layout !== null });
  const place = places?.find(({ id }) => id === map.layout?.place);
  const byName = new Map(map.spots.map((spot) => [spot.name, spot]));
  const zones = map.layout?.zones.filter(({ name }) => byName.has(name)) ?? [];
  const surface = place?.surfaces.find(({ id }) => id === zones[0]?.surface);
  const worst = worstOf(map.spots);
  const wide = Math.min(WIDEST, width || WIDEST);
  const tall = surface ? Math.min(TALLEST, Math.max(180, (wide * surface.length_m) / surface.width_m)) : TALLEST;
  if (map.layout && zones.length > 0 && !surface) return <Box ref={room} sx={{ height: 240 }} />;
  return (
    <Box ref={room}>
      {surface && (
        <svg
          width={wide}
          height={tall}
          role="img"
          aria-label={`${map.layout?.title ?? ""}: ${quantity(zones.length, "target")} on ${surface.title}; the numbers stand in the table`}
          style={{ display: "block", maxWidth: "100%" }}>
          <Ground surface={surface} view={wholeOf(surface, wide, tall)} areSpotsShown={false} />
          {zones
            .filter((zone) => zone.surface === surface.id)
            .map((zone) => {
              const spot = byName.get(zone.name);
              return (
                <ZoneShape
                  key={zone.name}
                  zone={zone}
                  surface={surface}
                  view={wholeOf(surface, wide, tall)}
                  look={spot === worst && map.spots.length > 1 ? "now" : "plain"}
                  text={spot ? `${showShare(spot.rate)} of ${spot.attempts}` : zone.name}
                  letters={15}
                />
              );
            })}
        </svg>
      )}
      {!surface && map.spots.length > 0 && (
        <Typography color="text.secondary">Its targets have no layout to be drawn on.</Typography>
      )}
    </Box>
  );
}
