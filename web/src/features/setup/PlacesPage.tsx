/** The library of places: those that the athlete measured, and those of the published rules with their source. */
import { useQuery } from "@tanstack/react-query";

import { libraryQuery } from "../../api/setup";
import { Loaded } from "../../shared/ui/Loaded";
import { Page, Panel, WhyPoint } from "../../shared/ui/Page";
import { OwnPlaceForm } from "./OwnPlaceForm";
import { PlaceGrid } from "./PlaceGrid";
import { useUnits } from "./useUnits";

export default function PlacesPage() {
  const query = useQuery(libraryQuery);
  const units = useUnits();
  const why = (
    <>
      <WhyPoint title="Where the sizes come from">
        Each place names the rules that its sizes are from. They are nominal: measure your own court where a few
        centimetres matter, and keep it as a place of your own.
      </WhyPoint>
      <WhyPoint title="Whose rules">
        The venue comes first: what a hall, a club or a lifeguard says holds before anything drawn here.
      </WhyPoint>
    </>
  );
  return (
    <Page
      title="Places"
      lead="Every place is drawn to scale. Choose one to lay targets on it, or measure your own."
      why={why}>
      <Panel title="A place of your own">
        <OwnPlaceForm units={units} />
      </Panel>
      <Loaded query={query}>{(library) => <PlaceGrid library={library} />}</Loaded>
    </Page>
  );
}
