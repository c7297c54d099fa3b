/** What is kept of a look at clips: changed at once, kept a moment later, and read by the rules on this device. */
import { queryOptions, useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useCallback, useEffect, useRef, useState } from "react";

import { api, unwrap, type Schemas } from "../../api/client";
import { rules } from "../../shared/device/rules";

export type Notes = Schemas["FilmNotes"];
export type Clip = Schemas["Clip"];
export type Drawn = Schemas["Drawn"];
export type Rep = Schemas["Rep"];
export type Reading = Schemas["FilmReading"];

/** So long after the last change it is kept. */
const SETTLE_MS = 600;

export const filmQuery = (run: string) =>
  queryOptions({
    queryKey: ["runs", run, "film"],
    queryFn: () => unwrap(api.GET("/api/runs/{run_id}/film/", { params: { path: { run_id: run } } })),
  });

/** What the notes come to; as the server said it last where the rules do not run here. */
function useReading(notes: Notes, said: Reading): Reading {
  const [reading, setReading] = useState(said);
  useEffect(() => {
    let isWanted = true;
    rules.call<Reading>("read_film", { notes }).then(
      (read) => isWanted && setReading(read),
      () => isWanted && setReading(said),
    );
    return () => {
      isWanted = false;
    };
  }, [notes, said]);
  return reading;
}

export function useFilmNotes(run: string, { notes: first, reading: said }: Schemas["Film"]) {
  const client = useQueryClient();
  const [notes, setNotes] = useState(first);
  const [isWaiting, setWaiting] = useState(false);
  const latest = useRef(notes);
  const { mutate, error, isPending, data } = useMutation({
    mutationFn: (body: Notes) =>
      unwrap(api.PUT("/api/runs/{run_id}/film/", { params: { path: { run_id: run } }, body })),
    onSuccess: (film) => client.setQueryData(filmQuery(run).queryKey, film),
  });
  const keep = useCallback(() => {
    setWaiting(false);
    mutate(latest.current);
  }, [mutate]);
  useEffect(() => {
    if (!isWaiting) return;
    const timer = window.setTimeout(keep, SETTLE_MS);
    return () => window.clearTimeout(timer);
  }, [isWaiting, notes, keep]);
  // Whoever leaves at once has it kept all the same.
  const waits = useRef(false);
  useEffect(() => {
    waits.current = isWaiting;
  }, [isWaiting]);
  useEffect(
    () => () => {
      if (waits.current) mutate(latest.current);
    },
    [mutate],
  );
  const change = useCallback((step: (before: Notes) => Notes) => {
    latest.current = step(latest.current);
    setNotes(latest.current);
    setWaiting(true);
  }, []);
  return {
    notes,
    change,
    reading: useReading(notes, data?.reading ?? said),
    error,
    keep,
    words: error ? "Not kept yet" : isWaiting || isPending ? "Is being kept" : "Kept",
  };
}

export type FilmState = ReturnType<typeof useFilmNotes>;

export const useFilm = (run: string) => useQuery(filmQuery(run));

const elsewhere = <Each extends { clip: number }>(list: Each[], place: number) =>
  list.filter(({ clip }) => clip !== place);

/** The notes with another file at a place: what was marked on the one before is gone with it. */
export function withClip(notes: Notes, place: number, clip: Clip): Notes {
  const clips = [...notes.clips];
  clips[place] = clip;
  return { ...notes, clips, marks: elsewhere(notes.marks, place), drawn: elsewhere(notes.drawn, place) };
}

export const withChangedClip = (notes: Notes, place: number, change: Partial<Clip>): Notes => ({
  ...notes,
  clips: notes.clips.map((clip, each) => (each === place ? { ...clip, ...change } : clip)),
});
