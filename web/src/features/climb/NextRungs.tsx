/** The rung maker: what could come next by the athlete's aim, one lever moved, for about seven in ten. */
import { useQuery } from "@tanstack/react-query";

import { api, unwrap } from "../../api/client";
import { useChange } from "../../api/queries";
import { nextRungsQuery, type Offer } from "../../api/setup";
import { OfferedRungs } from "./OfferedRungs";

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
  return (
    <OfferedRungs
      name="A fair next step"
      title={offers[0]?.is_harder ? "A fair next step, by your aim" : "A fair step in between, by your aim"}
      isAdding={add.isPending}
      error={add.error}
      offers={offers.map(({ lever, words, zone, predicted }) => ({
        key: lever,
        words,
        shown: `${words} (${zone}): ${Math.round(100 * predicted.chance)} % foretold, ${Math.round(100 * predicted.low)} to ${Math.round(100 * predicted.high)}`,
        onAdd: () => add.mutate(lever),
      }))}
    />
  );
}
