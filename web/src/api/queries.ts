/** What the screens read and where it is kept. A write names what it makes stale. */
import { type QueryClient, queryOptions, type QueryKey, useMutation, useQueryClient } from "@tanstack/react-query";

import { api, unwrap, type Schemas } from "./client";

export type Athlete = Schemas["Athlete"];
export type Block = Schemas["Block"];
export type Part = Schemas["Part"];
export type Run = Schemas["Run"];
export type SetUp = Schemas["SetUp"];
export type Station = Schemas["Station"];
/** A run as a list shows it: every whole run is one, too. */
export type RunRow = Schemas["RunRow"];
export type Tally = Schemas["Tally"];
export type Standing = Schemas["LadderStanding"];
export type Rung = Schemas["RungRef"];
export type Verdict = Schemas["Verdict"];
export type Result = Schemas["Result"];
export type Distance = Schemas["Distance"];
export type EventKind = Schemas["EventKind"];
export { recordEvents, type NewEvent, type Recorded } from "./sending";
export type Outcome = Schemas["Outcome"];
export type Side = Schemas["Side"];
export type LadderDetail = Schemas["LadderDetail"];
export type Lever = RungStanding["written"]["levers"][number];
export type RungStanding = Schemas["RungStanding"];

export const athleteQuery = queryOptions({
  queryKey: ["athlete"],
  queryFn: () => unwrap(api.GET("/api/athlete/")),
  staleTime: Infinity,
  // "Nobody" is an answer: it is asked for again after signing in, not whenever a screen comes up.
  retryOnMount: false,
});

export const todayQuery = queryOptions({ queryKey: ["today"], queryFn: () => unwrap(api.GET("/api/today/")) });

/** What the next block needs; it changes with the day. */
export const setUpQuery = queryOptions({
  queryKey: ["today", "set-up"],
  queryFn: () => unwrap(api.GET("/api/set-up/")),
});

export const laddersQuery = queryOptions({ queryKey: ["ladders"], queryFn: () => unwrap(api.GET("/api/ladders/")) });

export const ladderQuery = (id: number) =>
  queryOptions({
    queryKey: ["ladders", id],
    queryFn: () => unwrap(api.GET("/api/ladders/{ladder_id}/", { params: { path: { ladder_id: id } } })),
  });

export const trialsQuery = (ladderId: number) =>
  queryOptions({
    queryKey: ["trials", ladderId],
    queryFn: () => unwrap(api.GET("/api/ladders/{ladder_id}/trials/", { params: { path: { ladder_id: ladderId } } })),
  });

export const challengesQuery = queryOptions({
  queryKey: ["challenges"],
  queryFn: () => unwrap(api.GET("/api/challenges/")),
  staleTime: Infinity,
});

export const archivedQuery = queryOptions({
  queryKey: ["archived"],
  queryFn: () => unwrap(api.GET("/api/archived-ladders/")),
});

export const bodyAsksQuery = queryOptions({
  queryKey: ["body-asks"],
  queryFn: () => unwrap(api.GET("/api/body-asks/")),
  staleTime: Infinity,
});

export const schoolsQuery = queryOptions({
  queryKey: ["schools"],
  queryFn: () => unwrap(api.GET("/api/schools/")),
  staleTime: Infinity,
});

export const conditionsQuery = queryOptions({
  queryKey: ["conditions"],
  queryFn: () => unwrap(api.GET("/api/conditions/")),
  staleTime: Infinity,
});

export const cardItemsQuery = queryOptions({
  queryKey: ["card-items"],
  queryFn: () => unwrap(api.GET("/api/card-items/")),
  staleTime: Infinity,
});

export const bodySidesQuery = queryOptions({
  queryKey: ["body-sides"],
  queryFn: () => unwrap(api.GET("/api/body-sides/")),
});

export const leversQuery = queryOptions({
  queryKey: ["levers"],
  queryFn: () => unwrap(api.GET("/api/levers/")),
  staleTime: Infinity,
});

export const marksQuery = (rungId: number, metric: string) =>
  queryOptions({
    queryKey: ["ladders", "marks", rungId, metric],
    queryFn: () =>
      unwrap(api.GET("/api/rungs/{rung_id}/marks/{metric}/", { params: { path: { rung_id: rungId, metric } } })),
  });

export const pairsQuery = queryOptions({
  queryKey: ["pairs"],
  queryFn: () => unwrap(api.GET("/api/pairs/")),
  staleTime: Infinity,
});

export const blocksQuery = queryOptions({ queryKey: ["blocks"], queryFn: () => unwrap(api.GET("/api/blocks/")) });

export const blockQuery = (id: number) =>
  queryOptions({
    queryKey: ["blocks", id],
    queryFn: () => unwrap(api.GET("/api/blocks/{block_id}/", { params: { path: { block_id: id } } })),
  });

export const runQuery = (id: string) =>
  queryOptions({
    queryKey: ["runs", id],
    queryFn: () => unwrap(api.GET("/api/runs/{run_id}/", { params: { path: { run_id: id } } })),
  });

export const outcomeQuery = (id: string) =>
  queryOptions({
    queryKey: ["runs", id, "outcome"],
    queryFn: () => unwrap(api.GET("/api/runs/{run_id}/outcome/", { params: { path: { run_id: id } } })),
  });

/** A page of a run's events, and where the next one begins; null behind the last. */
export async function readEvents(id: string, offset: number, limit?: number) {
  const params = { path: { run_id: id }, query: { offset, ...(limit === undefined ? {} : { limit }) } };
  const page = await unwrap(api.GET("/api/runs/{run_id}/events/", { params }));
  const end = offset + page.results.length;
  return { events: page.results, next: end < page.count ? end : null };
}

export const loadQuery = queryOptions({ queryKey: ["load"], queryFn: () => unwrap(api.GET("/api/load/")) });

export const tunerQuery = (rungId: number, query: { metric: string; mark: number; minutes: number }) =>
  queryOptions({
    queryKey: ["tuner", rungId, query],
    queryFn: () => unwrap(api.GET("/api/rungs/{rung_id}/tuner/", { params: { path: { rung_id: rungId }, query } })),
  });

/** Take the named readings again: also those that are on their way, which may be from before. */
export async function readAnew(client: QueryClient, keys: QueryKey[]) {
  await Promise.all(keys.map((queryKey) => client.cancelQueries({ queryKey })));
  await Promise.all(keys.map((queryKey) => client.invalidateQueries({ queryKey })));
}

/** A change on the server, after which the named readings are taken again. */
export function useChange<Input, Output>(change: (input: Input) => Promise<Output>, ...stale: QueryKey[]) {
  const client = useQueryClient();
  return useMutation({ mutationFn: change, onSuccess: () => readAnew(client, stale) });
}

export function useBlockChange(id: number) {
  return useChange(
    (body: Schemas["PatchedBlockChangeRequest"]) =>
      unwrap(api.PATCH("/api/blocks/{block_id}/", { params: { path: { block_id: id } }, body })),
    ["blocks"],
    ["load"],
    ["today"],
  );
}

export function useDecision(ladderId: number) {
  return useChange(
    (body: Schemas["DecisionRequest"]) =>
      unwrap(api.POST("/api/ladders/{ladder_id}/moves/", { params: { path: { ladder_id: ladderId } }, body })),
    ["ladders"],
    ["today"],
    ["runs"],
  );
}

export function useTakeMoveBack(ladderId: number) {
  return useChange(
    () => unwrap(api.DELETE("/api/ladders/{ladder_id}/moves/", { params: { path: { ladder_id: ladderId } } })),
    ["ladders"],
    ["today"],
    ["runs"],
  );
}

export const unfinishedQuery = queryOptions({
  queryKey: ["runs", "unfinished"],
  queryFn: () => unwrap(api.GET("/api/runs/", { params: { query: { unfinished: true } } })),
});
