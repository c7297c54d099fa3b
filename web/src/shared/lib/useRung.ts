/** A rung by its id, wherever it belongs: its ladder with all its rungs, and what the ear makes of its game. */
import { useQuery } from "@tanstack/react-query";

import { challengesQuery, ladderQuery, laddersQuery } from "../../api/queries";

export function useRung(id: number) {
  const ladders = useQuery(laddersQuery);
  const challenges = useQuery(challengesQuery);
  const ladderId = ladders.data?.find(({ rungs }) => rungs.some((each) => each.id === id))?.ladder.id;
  const ladder = useQuery({ ...ladderQuery(ladderId ?? 0), enabled: ladderId !== undefined });
  const here = ladder.data?.rungs.find((each) => each.rung.id === id);
  const heardAs = challenges.data?.find((each) => each.id === here?.rung.format)?.heard_as ?? "";
  return { ladders, ladder, here, heardAs, isKnown: ladderId !== undefined };
}
