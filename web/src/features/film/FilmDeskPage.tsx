/** The film desk: clips of one's own beside or over each other, marked and drawn on. They never leave this device. */
import { useQuery } from "@tanstack/react-query";
import { Link as RouterLink, useParams } from "react-router";

import { runQuery } from "../../api/queries";
import { showDay } from "../../shared/lib/format";
import { Loaded } from "../../shared/ui/Loaded";
import { Page, WhyPoint } from "../../shared/ui/Page";
import { Desk } from "./Desk";
import { useFilm } from "./filmNotes";

export default function FilmDeskPage() {
  const id = useParams()["runId"] ?? "";
  const run = useQuery({ ...runQuery(id), retry: false });
  const film = useFilm(id);
  const data = run.data;
  return (
    <Page
      title="Film desk"
      heading={data ? `${data.ladder.title}, on film` : "Film desk"}
      lead={data && showDay(data.day)}
      why={
        <>
          <WhyPoint title="Nothing is sent">
            Clips are opened where they are. Kept with the run are their names, sizes and dates, and what you mark, draw
            and write.
          </WhyPoint>
          <WhyPoint title="What a picture can tell">
            An angle on film is the angle in the picture: it is the body’s own only where the camera looks straight at
            it. A moment is good to one picture.
          </WhyPoint>
          <WhyPoint title="For the other hand">
            Mirrored, a right-hander’s clip shows how it would look on the left.
          </WhyPoint>
        </>
      }>
      <RouterLink to={`/look-back/runs/${id}`} style={{ color: "inherit" }}>
        Back to the run
      </RouterLink>
      <Loaded query={run}>
        {(known) => <Loaded query={film}>{(kept) => <Desk key={known.id} run={known} film={kept} />}</Loaded>}
      </Loaded>
    </Page>
  );
}
