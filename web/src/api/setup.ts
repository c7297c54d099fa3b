/** What setting up reads: places to scale, layouts, the aim, and what follows from a layout while it is laid. */
import { keepPreviousData, queryOptions } from "@tanstack/react-query";

import { api, unwrap, type Schemas } from "./client";

export type DrawnPlace = Schemas["DrawnPlace"];
export type Surface = Schemas["Surface"];
export type Ready = Schemas["Ready"];
export type Zone = Schemas["ZoneRequest"];
export type Shape = Schemas["ShapeRequest"];
export type Kind = Shape["kind"];
type LengthOf<OneShape> = OneShape extends unknown ? Exclude<keyof OneShape, "kind"> : never;
export type LengthName = LengthOf<Shape>;
/** The lengths of a shape, whichever kind it is of. */
export type Lengths = Partial<Record<LengthName, number>>;
export type Stand = Schemas["Stand"];
export type Layout = Schemas["Layout"];
export type LadderAim = Schemas["LadderAim"];
export type WorkedOut = Schemas["WorkedOut"];
export type Offer = Schemas["Offer"];
export type Predicted = Schemas["Predicted"];

export const libraryQuery = queryOptions({ queryKey: ["library"], queryFn: () => unwrap(api.GET("/api/library/")) });

export const layoutsQuery = queryOptions({ queryKey: ["layouts"], queryFn: () => unwrap(api.GET("/api/layouts/")) });

export const layoutQuery = (id: number) =>
  queryOptions({
    queryKey: ["layouts", id],
    queryFn: () => unwrap(api.GET("/api/layouts/{layout_id}/", { params: { path: { layout_id: id } } })),
  });

export const aimsQuery = queryOptions({ queryKey: ["aims"], queryFn: () => unwrap(api.GET("/api/aims/")) });

/** The last answer stays while the next one is on its way, so that nothing flickers under a slider. */
export const workedOutQuery = (body: Schemas["LayingRequest"]) =>
  queryOptions({
    queryKey: ["worked-out", body],
    queryFn: () => unwrap(api.POST("/api/laying/worked-out/", { body })),
    placeholderData: keepPreviousData,
    staleTime: 60_000,
    retry: false,
  });

export type LeverOffer = Schemas["LeverOffer"];

export const leverRungsQuery = (rungId: number) =>
  queryOptions({
    queryKey: ["next-rungs", rungId, "levers"],
    queryFn: () => unwrap(api.GET("/api/rungs/{rung_id}/lever-rungs/", { params: { path: { rung_id: rungId } } })),
  });

export const nextRungsQuery = (rungId: number) =>
  queryOptions({
    queryKey: ["next-rungs", rungId],
    queryFn: () => unwrap(api.GET("/api/rungs/{rung_id}/next-rungs/", { params: { path: { rung_id: rungId } } })),
  });
