/** One layout, kept or new: `/set-up/layouts/4`, `/set-up/layouts/new?place=tennis_court`. */
import { useQuery } from "@tanstack/react-query";
import { useNavigate, useParams, useSearchParams } from "react-router";

import { api, unwrap } from "../../api/client";
import { useChange } from "../../api/queries";
import { aimsQuery, layoutQuery, libraryQuery, type DrawnPlace, type LadderAim, type Layout } from "../../api/setup";
import { useAddress } from "../../shared/lib/useAddress";
import { Loaded } from "../../shared/ui/Loaded";
import { Page } from "../../shared/ui/Page";
import { keyOf } from "./editor/AimWhy";
import { Editor } from "./editor/Editor";
import { emptyOn, laidOf } from "./editor/laying";
import { NewOn } from "./NewOn";
import { useUnits } from "./useUnits";

/** The aim that the address names, or at the ladder the layout is played on, or at one that is played on this place. */
function aimOf(aims: LadderAim[], key: string | null, place: DrawnPlace, layout: Layout | null): LadderAim | undefined {
  const ladders = new Set(layout?.ladders ?? []);
  return (
    aims.find((aim) => keyOf(aim) === key) ??
    aims.find((aim) => ladders.has(aim.ladder)) ??
    aims.find((aim) => aim.places.includes(place.id))
  );
}

function Opened({ place, layout }: { place: DrawnPlace; layout: Layout | null }) {
  const navigate = useNavigate();
  const { address: params, change } = useAddress();
  const units = useUnits();
  const { data: aims } = useQuery(aimsQuery);
  // Laid for a rung, as its ladder asked for it: then it is played there.
  const rung = Number(params.get("rung")) || null;
  const attach = useChange(
    (id: number) =>
      unwrap(
        api.PUT("/api/rungs/{rung_id}/layout/", { params: { path: { rung_id: rung ?? 0 } }, body: { layout: id } }),
      ),
    ["ladders"],
    ["today"],
    ["layouts"],
  );
  const aim = params.get("aim");
  const open = (id: number) => void navigate(`/set-up/layouts/${id}${aim ? `?aim=${aim}` : ""}`, { replace: true });
  const chooseAim = (key: string) => change((now) => ({ ...Object.fromEntries(now), aim: key }));
  if (!aims) return null;
  return (
    <Editor
      id={layout?.id ?? null}
      place={place}
      kept={layout ? laidOf(layout) : emptyOn(place)}
      units={units}
      aims={aims}
      aim={aimOf(aims, aim, place, layout)}
      onAim={chooseAim}
      onSaved={(saved) => {
        if (layout) return;
        if (rung === null) open(saved.id);
        else attach.mutate(saved.id, { onSettled: () => open(saved.id) });
      }}
    />
  );
}

function Kept({ id, library }: { id: number; library: DrawnPlace[] }) {
  const query = useQuery(layoutQuery(id));
  const place = library.find((each) => each.id === query.data?.place);
  if (query.data && place) return <Opened key={id} place={place} layout={query.data} />;
  return (
    <Page title="Layout">
      <Loaded query={query}>{() => null}</Loaded>
    </Page>
  );
}

export default function LayoutPage() {
  const { layoutId } = useParams();
  const [params] = useSearchParams();
  const library = useQuery(libraryQuery);
  if (!library.data) {
    return (
      <Page title="Layout">
        <Loaded query={library}>{() => null}</Loaded>
      </Page>
    );
  }
  if (layoutId !== "new") return <Kept id={Number(layoutId)} library={library.data} />;
  const place = library.data.find((each) => each.id === params.get("place"));
  return place ? <Opened key={place.id} place={place} layout={null} /> : <NewOn library={library.data} />;
}
