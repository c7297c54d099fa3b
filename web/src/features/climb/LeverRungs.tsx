/** The rung maker by the record: a next, an easier and an in-between rung for each lever that is a number. */
import { useQuery } from "@tanstack/react-query";

import { api, unwrap } from "../../api/client";
import { useChange } from "../../api/queries";
import { leverRungsQuery, type LeverOffer } from "../../api/setup";
import { capital } from "../../shared/lib/format";
import { OfferedRungs } from "./OfferedRungs";

const WHAT_FOR: Record<LeverOffer["what_for"], string> = {
  next: "next",
  easier: "easier",
  between: "in between this and the one above",
};

export function LeverRungs({ rungId }: { rungId: number }) {
  const { data: offers = [] } = useQuery(leverRungsQuery(rungId));
  const add = useChange(
    ({ lever, what_for }: LeverOffer) =>
      unwrap(
        api.POST("/api/rungs/{rung_id}/lever-rungs/", {
          params: { path: { rung_id: rungId } },
          body: { lever, what_for },
        }),
      ),
    ["ladders"],
    ["next-rungs"],
    ["today"],
  );
  return (
    <OfferedRungs
      name="Steps by your record"
      title="Steps by your record"
      isAdding={add.isPending}
      error={add.error}
      offers={offers.map((offer) => ({
        key: `${offer.lever} ${offer.what_for}`,
        words: offer.words,
        shown: (
          <>
            <b>{capital(offer.words)}</b> ({WHAT_FOR[offer.what_for]}): {offer.foretold}
          </>
        ),
        onAdd: () => add.mutate(offer),
      }))}
    />
  );
}
