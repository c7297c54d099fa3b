/** A game being made or changed: its format, its settings, and what the rules say of them while they are edited. */
import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { useState } from "react";

import { api, ProblemError, unwrap } from "../../../api/client";
import type { Lever, RungStanding } from "../../../api/queries";
import type { Schemas } from "../../../api/client";
import { useSettled } from "../../../shared/lib/useSettled";
import { whatDoesNotFit } from "./schemaCheck";
import { defaultsOf, type Settings, type SettingsSchema } from "./schema";

export type Challenge = Schemas["Challenge"];

export interface Draft {
  title: string;
  setUp: string;
  cues: string[];
  levers: Lever[];
  format: string;
  settings: Settings;
}

/** A rung as it is edited: its texts as they are written, not as they are said. */
export function draftOf(standing: RungStanding | null, challenges: Challenge[]): Draft {
  const rung = standing?.rung;
  const challenge = challenges.find((each) => each.id === rung?.format) ?? challenges[0];
  const defaults = challenge ? defaultsOf(challenge.settings_schema as SettingsSchema) : {};
  return {
    title: rung?.title ?? "",
    setUp: standing?.written.set_up ?? "",
    cues: standing?.written.cues ?? [],
    levers: standing?.written.levers ?? [],
    format: challenge?.id ?? "",
    settings: { ...defaults, ...((rung?.settings ?? {}) as Settings) },
  };
}

export function bodyOf({ title, setUp, cues, levers, format, settings }: Draft): Schemas["RungToMakeRequest"] {
  return { title, set_up: setUp, cues: cues.filter((cue) => cue.trim() !== ""), levers, format, settings };
}

export function useGame(first: Draft, challenges: Challenge[]) {
  const [draft, setDraft] = useState(first);
  const challenge = challenges.find((each) => each.id === draft.format);
  const misfits = challenge ? whatDoesNotFit(challenge.settings_schema as SettingsSchema, draft.settings) : [];
  const asked = useSettled(draft);
  const isHalfTyped = misfits.length > 0 || asked !== draft;
  const check = useQuery({
    queryKey: ["check", asked.format, asked.settings],
    queryFn: () =>
      unwrap(
        api.POST("/api/challenges/{format_id}/check/", {
          params: { path: { format_id: asked.format } },
          body: { settings: asked.settings },
        }),
      ),
    enabled: !isHalfTyped,
    placeholderData: keepPreviousData,
    staleTime: 60_000,
    retry: false,
  });
  const problem = !isHalfTyped && check.error instanceof ProblemError ? check.error.problem : null;
  /** What is wrong at a setting, at the way to it within the settings. */
  const problemAt = (...loc: (string | number)[]) =>
    misfits.find(({ at }) => at === loc.join("/"))?.msg ??
    problem?.errors.find((error) => error.loc.slice(1).join("/") === loc.join("/"))?.msg;
  const checked = misfits.length > 0 || check.error ? null : (check.data ?? null);
  /** Whether a setting cannot be played, by its schema or by the rules. */
  const isWrong = misfits.length > 0 || problem !== null;
  return { draft, setDraft, checked, problem, isWrong, problemAt };
}
