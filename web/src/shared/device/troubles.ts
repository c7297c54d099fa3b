/** What went wrong on this device without anybody being in the way of it: Settings shows it to whoever asks. */
import { onDevice } from "../lib/storage";

export interface Trouble {
  /** When, as ISO 8601 has it. */
  at: string;
  words: string;
}

const KEY = "troubles";
const MOST = 30;

function isTrouble(value: unknown): value is Trouble {
  return typeof value === "object" && value !== null && "at" in value && "words" in value;
}

/** The latest first. */
export function listTroubles(): Trouble[] {
  const kept = onDevice.recall(KEY);
  return Array.isArray(kept) ? kept.filter(isTrouble) : [];
}

export function noteTrouble(words: string) {
  onDevice.keep(KEY, [{ at: new Date().toISOString(), words }, ...listTroubles()].slice(0, MOST));
}
