/** A new layout begins with where it is laid. */
import { Page } from "../../shared/ui/Page";
import type { DrawnPlace } from "../../api/setup";
import { PlaceGrid } from "./PlaceGrid";

export function NewOn({ library }: { library: DrawnPlace[] }) {
  return (
    <Page title="A new layout" lead="Where do the targets go? Choose the place, to scale.">
      <PlaceGrid library={library} />
    </Page>
  );
}
