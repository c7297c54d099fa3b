/** What planning reads beside the blocks themselves: limits, places, routines, weeks and their calendar. */
import { queryOptions } from "@tanstack/react-query";

import { api, unwrap, type Schemas } from "./client";

export type BodyLimit = Schemas["BodyLimit"];
export type Place = Schemas["Place"];
export type SeenWeek = Schemas["SeenWeek"];
export type WishState = Schemas["WishState"];
export type Terms = Schemas["Terms"];

export const limitsQuery = queryOptions({ queryKey: ["limits"], queryFn: () => unwrap(api.GET("/api/limits/")) });

export const placesQuery = queryOptions({ queryKey: ["places"], queryFn: () => unwrap(api.GET("/api/places/")) });

export type OwnKind = Schemas["OwnKind"];

export const ownKindsQuery = queryOptions({
  queryKey: ["own-kinds"],
  queryFn: () => unwrap(api.GET("/api/own-kinds/")),
  staleTime: Infinity,
});

export const partnerGamesQuery = queryOptions({
  queryKey: ["partner-games"],
  queryFn: () => unwrap(api.GET("/api/partner-games/")),
  staleTime: Infinity,
});

export const weavesQuery = queryOptions({
  queryKey: ["weaves"],
  queryFn: () => unwrap(api.GET("/api/weaves/")),
  staleTime: Infinity,
});

export const rhythmsQuery = queryOptions({
  queryKey: ["rhythms"],
  queryFn: () => unwrap(api.GET("/api/rhythms/")),
  staleTime: Infinity,
});

export const routinesQuery = queryOptions({ queryKey: ["routines"], queryFn: () => unwrap(api.GET("/api/routines/")) });

export type SessionTable = Schemas["Sessions"];

export const comparisonQuery = (id: number) =>
  queryOptions({
    queryKey: ["routines", id],
    queryFn: () => unwrap(api.GET("/api/routines/{routine_id}/comparison/", { params: { path: { routine_id: id } } })),
  });

export const termsQuery = queryOptions({
  queryKey: ["week-terms"],
  queryFn: () => unwrap(api.GET("/api/week-terms/")),
});

export const weekQuery = (monday: string) =>
  queryOptions({
    queryKey: ["weeks", monday],
    queryFn: () => unwrap(api.GET("/api/weeks/{monday}/", { params: { path: { monday } } })),
  });

export const linkQuery = queryOptions({
  queryKey: ["calendar-link"],
  queryFn: () => unwrap(api.GET("/api/calendar-link/")),
});
