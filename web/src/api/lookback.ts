/** What Look back reads: each page with the same filters, as the address has them. */
import { keepPreviousData, queryOptions } from "@tanstack/react-query";

import { api, unwrap, type Schemas } from "./client";
import type { operations } from "./schema.gen";

export type Filters = Omit<
  NonNullable<operations["list_runs"]["parameters"]["query"]>,
  "limit" | "offset" | "unfinished"
>;
export type Find = Schemas["Find"];
export type Look = Schemas["Look"];
export type FindPicture = Schemas["FindPicture"];
export type About = Schemas["About"];
export type SideTrend = Schemas["SideTrend"];
export type TrendPage = Schemas["TrendPage"];
export type Cost = Schemas["Cost"];
export type SpotMap = Schemas["SpotMap"];
export type ThenAndNowPage = Schemas["ThenAndNowPage"];

/** Under the runs: whatever makes those stale makes this stale. */
const KEY = ["runs", "look-back"] as const;

export const findsQuery = (query: Filters) =>
  queryOptions({
    queryKey: [...KEY, "finds", query],
    queryFn: async () => (await unwrap(api.GET("/api/look-back/", { params: { query } }))).page,
  });

export const trendQuery = (query: Filters) =>
  queryOptions({
    queryKey: [...KEY, "trend", query],
    queryFn: async () => (await unwrap(api.GET("/api/look-back/trend/", { params: { query } }))).page,
    placeholderData: keepPreviousData,
  });

export const weakSpotsQuery = (query: Filters) =>
  queryOptions({
    queryKey: [...KEY, "weak-spots", query],
    queryFn: () => unwrap(api.GET("/api/look-back/weak-spots/", { params: { query } })),
  });

export const insideQuery = (query: Filters) =>
  queryOptions({
    queryKey: [...KEY, "inside", query],
    queryFn: async () => (await unwrap(api.GET("/api/look-back/inside/", { params: { query } }))).page,
  });

export const thenAndNowQuery = (query: Filters & { then?: string; now?: string }) =>
  queryOptions({
    queryKey: [...KEY, "then-and-now", query],
    queryFn: async () => (await unwrap(api.GET("/api/look-back/then-and-now/", { params: { query } }))).page,
    placeholderData: keepPreviousData,
  });

export const firstFindQuery = queryOptions({
  queryKey: [...KEY, "first"],
  queryFn: () => unwrap(api.GET("/api/look-back/first/")),
});

export const findOfRunQuery = (id: string) =>
  queryOptions({
    queryKey: [...KEY, "run", id],
    queryFn: () => unwrap(api.GET("/api/look-back/runs/{run_id}/", { params: { path: { run_id: id } } })),
  });
