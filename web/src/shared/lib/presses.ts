/**
 * The presses of runs in play, kept on this device one by one: a record is an event. What the server has not answered yet
 * waits; what it has stays until its run is left behind, so that the run can be counted here without a network.
 */
import { liveQuery } from "dexie";

import type { NewEvent } from "../../api/sending";
import { deviceStore, quietly } from "./deviceStore";

/** The events of a run on this device, each in its order. */
export interface KeptRun {
  sent: NewEvent[];
  waiting: NewEvent[];
}

const store = () => deviceStore().events;

const keep = (run: string, events: NewEvent[], isSent: 0 | 1) =>
  quietly(store().bulkPut(events.map((event) => ({ ...event, run, isSent }))));

/** Keeps what waits for the server; whether there was room for it. */
export const keepPresses = (run: string, events: NewEvent[]) => keep(run, events, 0);

/** Keeps what the server has. */
export const keepSent = (run: string, events: NewEvent[]) => keep(run, events, 1);

/** Forgets a run that is played out and sent. */
export const forgetRun = (run: string) => quietly(store().where("run").equals(run).delete());

export async function listPresses(run: string): Promise<KeptRun> {
  try {
    const kept = await store().where("run").equals(run).sortBy("seq");
    const listed = (isSent: 0 | 1) =>
      kept
        .filter((event) => event.isSent === isSent)
        .map(({ id, kind, seq, at_ms, text }) => ({ id, kind, seq, at_ms, text }));
    return { sent: listed(1), waiting: listed(0) };
  } catch {
    return { sent: [], waiting: [] };
  }
}

/** How many presses wait, run by run. */
async function countPresses(): Promise<Record<string, number>> {
  const counts: Record<string, number> = {};
  await store()
    .where("isSent")
    .equals(0)
    .each(({ run }) => {
      counts[run] = (counts[run] ?? 0) + 1;
    });
  return counts;
}

/** Tells how many presses wait, run by run, now and whenever that changes. */
export function watchPresses(tell: (counts: Record<string, number>) => void): () => void {
  const watched = liveQuery(countPresses).subscribe({ next: tell, error: () => tell({}) });
  return () => watched.unsubscribe();
}

export async function listWaiting(): Promise<string[]> {
  try {
    return Object.keys(await countPresses());
  } catch {
    return [];
  }
}
