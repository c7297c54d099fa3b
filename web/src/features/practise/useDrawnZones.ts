/** The layout of a run's rung as far as its pads lie on one surface; null where there is no drawing to press. */
import { useQuery } from "@tanstack/react-query";

import type { Run } from "../../api/queries";
import { layoutQuery, libraryQuery, type Surface, type Zone } from "../../api/setup";

export interface DrawnZones {
  zones: Zone[];
  surface: Surface;
}

export function useDrawnZones(run: Run): DrawnZones | null {
  const names = run.tally.pads.filter((pad) => pad.kind === "zone").map((pad) => pad.text);
  const isWanted = names.length > 0 && run.rung.layout !== null;
  const layout = useQuery({ ...layoutQuery(run.rung.layout?.id ?? 0), enabled: isWanted });
  const library = useQuery({ ...libraryQuery, enabled: isWanted });
  if (!isWanted || !layout.data || !library.data) return null;
  const zones = layout.data.zones.filter((zone) => names.includes(zone.name));
  const place = library.data.find((each) => each.id === layout.data.place);
  const surface = place?.surfaces.find((each) => each.id === zones[0]?.surface);
  const isWhole = names.every((name) => zones.some((zone) => zone.name === name && zone.surface === surface?.id));
  return surface && isWhole ? { zones, surface } : null;
}
