/** A surface, and what lies on it, fitted into a small room. */
import type { Surface, Zone } from "../../api/setup";
import { Ground } from "./Ground";
import { wholeOf } from "./view";
import { ZoneShape } from "./ZoneShape";

export function Miniature({
  surface,
  zones = [],
  width,
  height,
}: {
  surface: Surface;
  zones?: Zone[];
  width: number;
  height: number;
}) {
  const view = wholeOf(surface, width, height);
  return (
    <svg width={width} height={height} aria-hidden="true" style={{ display: "block", flex: "none" }}>
      <Ground surface={surface} view={view} areSpotsShown={false} />
      {zones.map((zone) =>
        zone.surface === surface.id ? (
          <ZoneShape key={zone.name} zone={{ ...zone, name: "" }} surface={surface} view={view} />
        ) : null,
      )}
    </svg>
  );
}
