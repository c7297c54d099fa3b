/** Presses on their way to the server, kept on this device one by one until they are answered. A record is an event. */
import Dexie, { liveQuery, type Table } from "dexie";

import type { NewEvent } from "../../api/queries";
import { ownerName } from "./storage";

export interface KeptPress extends NewEvent {
  run: string;
}

class Presses extends Dexie {
  events!: Table<KeptPress, string>;

  constructor(owner: string) {
    super(`jolly.${owner}`);
    this.version(1).stores({ events: "id, run" });
  }
}

let opened: { owner: string; presses: Presses } | null = null;

function store(): Table<KeptPress, string> {
  const owner = ownerName();
  if (opened?.owner !== owner) {
    opened?.presses.close();
    opened = { owner, presses: new Presses(owner) };
  }
  return opened.presses.events;
}

/** Where nothing can be kept, as in a private window, a press lives as long as its screen. */
function quietly(work: Promise<unknown>): Promise<void> {
  return work.then(
    () => undefined,
    () => undefined,
  );
}

export const keepPresses = (run: string, events: NewEvent[]) =>
  quietly(store().bulkPut(events.map((event) => ({ ...event, run }))));

export const forgetPresses = (ids: string[]) => quietly(store().bulkDelete(ids));

/** What waits of a run, in its order. */
export async function listPresses(run: string): Promise<NewEvent[]> {
  try {
    const kept = await store().where("run").equals(run).sortBy("seq");
    return kept.map(({ id, kind, seq, at_ms, text }) => ({ id, kind, seq, at_ms, text }));
  } catch {
    return [];
  }
}

/** How many presses wait, run by run. */
async function countPresses(): Promise<Record<string, number>> {
  const counts: Record<string, number> = {};
  for (const { run } of await store().toArray()) counts[run] = (counts[run] ?? 0) + 1;
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

/** Forgets every press of the athlete who is signed in. */
export function forgetAllPresses(): Promise<void> {
  store();
  const { presses } = opened ?? {};
  opened = null;
  return presses ? quietly(presses.delete()) : Promise.resolve();
}
