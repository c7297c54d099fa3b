/** A sheet of old scores: read by the server, mapped and mended here, looked at anew after each change. */
import { keepPreviousData, useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useEffect, useState } from "react";

import { api, fileBody, unwrap, type Schemas } from "../../api/client";
import { useChange } from "../../api/queries";

export type Grid = Schemas["Grid"];
export type Columns = Schemas["Columns"];
export type Choice = Schemas["ChoiceRequest"];
export type Looked = Schemas["SheetLook"];
export type Meaning = Schemas["SheetColumn"];

/** How a sheet stands: its rows, how its columns are read, where its drills go; a number for each change. */
export interface Sheet {
  rows: string[][];
  columns: Columns;
  choices: Choice[];
  change: number;
}

const SETTLE_MS = 250;

export const useReadSheet = () =>
  useMutation({
    mutationFn: (file: File) => unwrap(api.POST("/api/sheets/", fileBody(file, "application/octet-stream"))),
  });

/** The sheet as it stood a moment ago, so that not every letter is asked about. */
function useSettledSheet(sheet: Sheet): Sheet {
  const [settled, setSettled] = useState(sheet);
  useEffect(() => {
    const timer = window.setTimeout(() => setSettled(sheet), SETTLE_MS);
    return () => window.clearTimeout(timer);
  }, [sheet]);
  return settled;
}

const bodyOf = ({ rows, columns, choices }: Sheet) => ({ rows, columns, choices });

export function useLook(sheet: Sheet) {
  const settled = useSettledSheet(sheet);
  return useQuery({
    queryKey: ["sheet", settled.change],
    queryFn: () => unwrap(api.POST("/api/sheets/look/", { body: bodyOf(settled) })),
    placeholderData: keepPreviousData,
    retry: false,
    gcTime: 0,
  });
}

export const useKeepScores = () =>
  useChange(
    (sheet: Sheet) => unwrap(api.POST("/api/sheets/scores/", { body: bodyOf(sheet) })),
    ["runs"],
    ["ladders"],
    ["today"],
  );

/** So often the server is asked how far it got. */
const ASK_MS = 400;

/** How far the keeping of a sheet got, whichever page began it; null where none is being kept. */
export const useKeeping = (isKeeping: boolean) =>
  useQuery({
    queryKey: ["keeping"],
    queryFn: async () => (await unwrap(api.GET("/api/sheets/keeping/"))).share,
    refetchInterval: ({ state }) => (isKeeping || state.data != null ? ASK_MS : false),
    gcTime: 0,
  }).data ?? null;

/** The same of a sheet that another page began to keep: once that is over, every screen has something new to say. */
export function useKeptElsewhere(): number | null {
  const client = useQueryClient();
  const share = useKeeping(false);
  const isUnderWay = share !== null;
  useEffect(() => (isUnderWay ? () => void client.invalidateQueries() : undefined), [client, isUnderWay]);
  return share;
}

export const useEndKeeping = () => useMutation({ mutationFn: () => unwrap(api.DELETE("/api/sheets/keeping/")) });
