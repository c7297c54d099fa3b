/** What is kept on this device for the athlete who is signed in, in IndexedDB: presses, and answers of the server. */
import Dexie, { type Table } from "dexie";

import type { NewEvent } from "../../api/sending";
import type { KeptPeaks, Lessons } from "../ear/calls";
import { ownerName } from "./storage";

export interface KeptPress extends NewEvent {
  run: string;
  /** A number, because a truth value cannot be looked up. */
  isSent: 0 | 1;
}

export interface KeptAnswer {
  /** Path and query. */
  address: string;
  text: string;
  /** When it came, ms since 1970. */
  at: number;
}

/** A change that was made without a network, as it is sent when there is one. */
export interface KeptChange {
  /** In the order in which they were made. */
  number: number;
  method: "PUT" | "POST" | "PATCH";
  address: string;
  body: object;
  /** Its own name, so that it is done once however often it is sent. */
  key: string;
  /** What it is, for whoever reads that it was refused. */
  words: string;
  /** The run that begins with it, if one does. */
  run?: string;
}

/** What the ear has heard of a run: peaks and loudness as numbers, no sound. */
export interface KeptHearing {
  run: string;
  kept: KeptPeaks;
  loudness: Uint8Array;
  /** The run's clock at the recording's first moment. */
  from_ms: number;
  place: number | null;
  /** What was known of the place then. */
  lessons: Lessons | null;
  /** When it was heard, ms since 1970. */
  at: number;
}

class DeviceStore extends Dexie {
  events!: Table<KeptPress, string>;
  changes!: Table<KeptChange, number>;
  answers!: Table<KeptAnswer, string>;
  hearings!: Table<KeptHearing, string>;

  constructor(owner: string) {
    super(`jolly.${owner}`);
    this.version(1).stores({ events: "id, run" });
    this.version(2)
      .stores({ events: "id, run, isSent", answers: "address, at", changes: "++number" })
      .upgrade((change) => change.table("events").toCollection().modify({ isSent: 0 }));
    this.version(3).stores({ hearings: "run, at" });
  }
}

let opened: { owner: string; store: DeviceStore } | null = null;

export function deviceStore(): DeviceStore {
  const owner = ownerName();
  if (opened?.owner !== owner) {
    opened?.store.close();
    opened = { owner, store: new DeviceStore(owner) };
  }
  return opened.store;
}

/** Whether it could be done: a private window and a full disk keep nothing. */
export function quietly(work: Promise<unknown>): Promise<boolean> {
  return work.then(
    () => true,
    () => false,
  );
}

/** Forgets all that is kept for the athlete who is signed in. */
export function forgetDevice(): Promise<boolean> {
  const store = deviceStore();
  opened = null;
  return quietly(store.delete());
}
