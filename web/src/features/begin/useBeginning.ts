/** What somebody new says of themselves, and which ladders fit it. */
import { keepPreviousData, queryOptions, useQuery } from "@tanstack/react-query";
import { useState } from "react";

import { api, unwrap, type Schemas } from "../../api/client";

export type Beginning = Schemas["BeginningRequest"];
type Offer = Schemas["ShelfLadder"];

const offersQuery = (body: Beginning) =>
  queryOptions({
    queryKey: ["first-ladders", body],
    queryFn: () => unwrap(api.POST("/api/first-ladders/", { body })),
    enabled: body.discipline !== "",
    placeholderData: keepPreviousData,
  });

const each = (lists: string[][]) => [...new Set(lists.flat())].sort();
export const toggled = (words: string[], word: string) =>
  words.includes(word) ? words.filter((other) => other !== word) : [...words, word];

export function useBeginning() {
  const [said, setSaid] = useState<Required<Beginning>>({
    discipline: "",
    minutes: 30,
    absent: [],
    elsewhere: [],
    spared: [],
  });
  /** How many of the ladders were put aside for another one. */
  const [aside, setAside] = useState<string[]>([]);
  // What there is to have and to spare is that of all ladders of the discipline, whatever was said of it.
  const whole = useQuery(offersQuery({ ...said, absent: [], elsewhere: [], spared: [] }));
  const offers = useQuery(offersQuery(said));
  const own = (whole.data?.ladders ?? []).filter((ladder) => ladder.discipline === said.discipline);
  const { offered, ladders: fitting } = offers.data ?? { offered: 0, ladders: [] };
  const left = fitting.filter((ladder) => !aside.includes(ladder.key));
  const shown = (left.length > 0 ? left : fitting).slice(0, offered);
  return {
    said,
    say: (more: Partial<Beginning>) => setSaid({ ...said, ...more }),
    begin: (discipline: string) => {
      setAside([]);
      setSaid({ ...said, discipline, absent: [], elsewhere: [] });
    },
    kit: each(own.map((ladder) => ladder.kit)),
    places: each(own.map((ladder) => ladder.needs)),
    shown,
    hasMore: left.length > offered,
    replace: (ladder: Offer) => setAside([...aside, ladder.key]),
    query: offers,
  };
}
