/** What is looked for on the shelf stands in the address, so that the back button and a link lead to the same. */
import { keepPreviousData, queryOptions } from "@tanstack/react-query";

import { api, unwrap, type Schemas } from "./client";
import type { paths } from "./schema.gen";

export type ShelfLadder = Schemas["ShelfLadder"];

export type Wanted = NonNullable<paths["/api/shelf/"]["get"]["parameters"]["query"]>;

const TEXTS = ["words", "discipline", "place", "kit"] as const;

export function readWanted(address: URLSearchParams): Wanted {
  const wanted: Wanted = {};
  for (const name of TEXTS) {
    const value = address.get(name);
    if (value) wanted[name] = value;
  }
  const level = address.get("level");
  if (level) wanted.level = level as NonNullable<Wanted["level"]>;
  const minutes = Number(address.get("minutes"));
  if (minutes > 0) wanted.minutes = minutes;
  const spared = address.getAll("spared");
  if (spared.length > 0) wanted.spared = spared as NonNullable<Wanted["spared"]>;
  return wanted;
}

export const shelfQuery = (wanted: Wanted) =>
  queryOptions({
    queryKey: ["shelf", wanted],
    queryFn: () => unwrap(api.GET("/api/shelf/", { params: { query: wanted } })),
    placeholderData: keepPreviousData,
  });

export const shelfChoicesQuery = queryOptions({
  queryKey: ["shelf-choices"],
  queryFn: () => unwrap(api.GET("/api/shelf-choices/")),
  staleTime: Infinity,
});

export const shelfLadderQuery = (key: string) =>
  queryOptions({
    queryKey: ["shelf", key],
    queryFn: () => unwrap(api.GET("/api/shelf/{key}/", { params: { path: { key } } })),
  });
