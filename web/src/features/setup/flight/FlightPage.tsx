/** Lines of flight: where on the wall to aim, and what the window over a net can reach. */
import { useQuery } from "@tanstack/react-query";

import { libraryQuery } from "../../../api/setup";
import { Loaded } from "../../../shared/ui/Loaded";
import { Page, Panel, WhyPoint } from "../../../shared/ui/Page";
import { useUnits } from "../useUnits";
import { OffWall } from "./OffWall";
import { OverNet } from "./OverNet";

export default function FlightPage() {
  const library = useQuery(libraryQuery);
  const units = useUnits();
  const why = (
    <>
      <WhyPoint title="Behind the wall">
        A line leaves a wall at the angle it came. So the aim is at where the target would stand in a mirror: as far
        behind the wall as it is before it.
      </WhyPoint>
      <WhyPoint title="Under the string">
        By similar triangles: a line from your hand over the net goes on falling as it fell on the way there.
      </WhyPoint>
      <WhyPoint title="Straight lines only">
        Real balls drop, spin and rub. These lines say where to aim first; then watch where the ball goes, and move the
        aim by what it tells you.
      </WhyPoint>
    </>
  );
  return (
    <Page
      title="Lines of flight"
      lead="Where to aim, with the numbers: off a wall, and over a net under a string."
      why={why}>
      <Panel title="From here, off the wall, to there">
        <OffWall units={units} />
      </Panel>
      <Panel title="The window under a string">
        <Loaded query={library}>
          {(places) => <OverNet places={places.filter((place) => place.net)} units={units} />}
        </Loaded>
      </Panel>
    </Page>
  );
}
