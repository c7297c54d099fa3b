/**
 * Steps of practice that need no server: beginning a run, playing a block. The server is told at once where it can be
 * reached; otherwise the rules on this device say what the step comes to, and it waits here to be sent.
 */
import { useQueryClient, type QueryClient } from "@tanstack/react-query";

import { api, isUnreachable, unwrap, type Schemas } from "../../api/client";
import { blockQuery, runQuery, useChange, type Block, type Run, type Side } from "../../api/queries";
import { keepAnswer, recallAnswer } from "../lib/answers";
import { hasChanges, keepChange, type KeptChange } from "../lib/changes";
import { localDay } from "../lib/format";
import { makeUuid } from "../lib/uuid";
import { askToSend } from "./background";
import { Refused, rules } from "./rules";
import { sendChanges } from "./sweep";

type Kit = Schemas["Kit"];
type Game = Schemas["QuickRunRequest"]["game"];

/** Under which name the kits of runs are kept: see `onDevice`. */
export const KITS = "kits";

interface Step<T> {
  /** As it is sent later. */
  change: Omit<KeptChange, "number" | "key">;
  send: () => Promise<T>;
  /** What it comes to on this device. */
  here: () => Promise<T>;
  /** What the server is to know of that. */
  told?: (value: T) => Record<string, unknown>;
}

async function take<T>({ change, send, here, told }: Step<T>): Promise<T> {
  try {
    // What waits was made before, and is sent before.
    if (await hasChanges()) await sendChanges();
    return await send();
  } catch (error) {
    if (!isUnreachable(error)) throw error;
    const value = await here();
    const body = { ...change.body, ...told?.(value) };
    await keepChange({ ...change, body, key: makeUuid() });
    void askToSend();
    return value;
  }
}

const now = () => new Date().toISOString();

// --- runs ------------------------------------------------------------------------------------------------------------

const keepRun = (run: Run) => keepAnswer(`/api/runs/${run.id}/`, JSON.stringify(run));

const kitsHere = async () => JSON.parse((await recallAnswer(KITS))?.text ?? "[]") as Kit[];

async function findKit(fits: (kit: Kit) => boolean): Promise<Kit> {
  const kit = (await kitsHere()).find(fits);
  const detail = "This cannot be begun without a network: this device has not taken it along yet.";
  if (!kit) throw new Refused({ code: "no_kit", detail, errors: [] });
  return kit;
}

/** A run that was played counts for those that are begun here after it. */
export async function countIn(run: Run) {
  const kits = await kitsHere();
  if (kits.length === 0) return;
  await keepAnswer(KITS, JSON.stringify(await rules.call("count_in", { kits, run })));
}

async function beginHere(id: string, kit: Kit, startedAt: string, part: number | null, block: number | null) {
  const given = { kit, run: id, started_at: startedAt, day: localDay(), part, block };
  const run = await rules.call<Run>("begin_run", given);
  await keepRun(run);
  return run;
}

/** The block of a part, where a screen has shown it. */
function blockOf(client: QueryClient, part: number | null): number | null {
  const known = client.getQueriesData<Block | Block[]>({ queryKey: ["blocks"] }).flatMap(([, blocks]) => blocks ?? []);
  return known.find((block) => block.parts.some((each) => each.id === part))?.id ?? null;
}

export interface Start {
  rung: number;
  side: Side;
  part?: number | null;
}

export function useStartRun() {
  const client = useQueryClient();
  return useChange(
    ({ rung, side, part = null }: Start) => {
      const id = makeUuid();
      const body = { rung, side, part, started_at: now() };
      return take({
        change: {
          method: "PUT",
          address: `/api/runs/${id}/`,
          body: { ...body, was_played: true },
          words: "the start of a run",
          run: id,
        },
        send: () => unwrap(api.PUT("/api/runs/{run_id}/", { params: { path: { run_id: id } }, body })),
        here: async () => {
          const kit = await findKit((each) => each.rung === rung && each.run.side === side);
          return beginHere(id, kit, body.started_at, part, blockOf(client, part));
        },
        told: ({ way }) => ({ way }),
      });
    },
    ["runs"],
  );
}

export function useQuickRun() {
  return useChange(
    (game: Game) => {
      const id = makeUuid();
      const body = { game, started_at: now() };
      return take({
        change: { method: "PUT", address: `/api/quick-runs/${id}/`, body, words: "a count without a plan", run: id },
        send: () => unwrap(api.PUT("/api/quick-runs/{run_id}/", { params: { path: { run_id: id } }, body })),
        here: async () => beginHere(id, await findKit((each) => each.game === game), body.started_at, null, null),
      });
    },
    ["runs"],
  );
}

/** A run that is left with presses that wait: as it stands here it is shown. */
export async function keepHere(client: QueryClient, run: Run) {
  client.setQueryData(runQuery(run.id).queryKey, run);
  await keepRun(run);
}

/** One that is over as well: it is counted in its block. */
export async function endHere(client: QueryClient, run: Run) {
  await keepHere(client, { ...run, is_over: true });
  if (run.block === null || run.part === null) return;
  const block = await client.query(blockQuery(run.block));
  await putBlock(client, rules.call<Block>("count_run", { block, part: run.part, run: run.id }));
}

// --- blocks ----------------------------------------------------------------------------------------------------------

async function putBlock(client: QueryClient, stepped: Promise<Block>): Promise<Block> {
  const block = await stepped;
  await keepAnswer(`/api/blocks/${block.id}/`, JSON.stringify(block));
  client.setQueryData(blockQuery(block.id).queryKey, block);
  return block;
}

type Closing = { note?: string; effort?: number | null };

/** Starting and finishing a block. */
export function usePlayBlock(block: Block) {
  const client = useQueryClient();
  const { id } = block;
  return useChange(
    ({ change, ...closing }: { change: "start" | "finish" } & Closing) => {
      const at = now();
      const body = { change, ...closing, at };
      const name = change === "start" ? "start_block" : "finish_block";
      return take({
        change: { method: "PATCH", address: `/api/blocks/${id}/`, body, words: `the ${change} of a block` },
        send: () => unwrap(api.PATCH("/api/blocks/{block_id}/", { params: { path: { block_id: id } }, body })),
        here: () => putBlock(client, rules.call<Block>(name, { block, at, ...closing })),
      });
    },
    ["blocks"],
    ["load"],
    ["today"],
  );
}

type Filled = Schemas["FilledSheetRequest"];

/** Typing in the sheet of a block, which closes it. */
export function useTypeIn({ id }: Block) {
  const client = useQueryClient();
  return useChange(
    (filled: Filled) => {
      const at = now();
      const body = { ...filled, at };
      const { rows, note, effort } = filled;
      return take({
        change: { method: "POST", address: `/api/blocks/${id}/sheet/`, body, words: "the sheet of a block" },
        send: () => unwrap(api.POST("/api/blocks/{block_id}/sheet/", { params: { path: { block_id: id } }, body })),
        here: async () => {
          const [block, kits] = [await client.query(blockQuery(id)), await kitsHere()];
          return putBlock(client, rules.call<Block>("enter_sheet", { block, kits, rows, note, effort, at }));
        },
      });
    },
    ["blocks"],
    ["today"],
    ["runs"],
    ["ladders"],
    ["load"],
    ["weeks"],
  );
}

/** Leaving a part of a block behind. */
export function usePartDone(block: Block) {
  const client = useQueryClient();
  return useChange(
    (part: number) => {
      const at = now();
      const body = { at };
      return take({
        change: { method: "POST", address: `/api/parts/${part}/done/`, body, words: "the end of a part of a block" },
        send: () => unwrap(api.POST("/api/parts/{part_id}/done/", { params: { path: { part_id: part } }, body })),
        here: () => putBlock(client, rules.call<Block>("finish_part", { block, part, at })),
      });
    },
    ["blocks"],
    ["today"],
  );
}

// --- what is said of a run ---------------------------------------------------------------------------------------------

export function useComfort(run: Run) {
  return useChange(
    (comfort: number | null) =>
      take({
        change: {
          method: "PUT",
          address: `/api/runs/${run.id}/comfort/`,
          body: { comfort },
          words: "how comfortable a run was",
        },
        send: () =>
          unwrap(api.PUT("/api/runs/{run_id}/comfort/", { params: { path: { run_id: run.id } }, body: { comfort } })),
        here: async () => {
          const said = { ...run, comfort };
          await keepRun(said);
          return said;
        },
      }),
    ["runs"],
    ["ladders"],
    ["today"],
  );
}
