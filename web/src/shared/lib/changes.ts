/** Changes that were made where no server could be reached, kept on this device in their order. */
import { liveQuery } from "dexie";

import { deviceStore, type KeptChange } from "./deviceStore";

export type { KeptChange };

/** Known without asking: most of the time there is none, and a press does not wait to hear that. */
let known: { owner: string; has: boolean } | null = null;

export async function keepChange(change: Omit<KeptChange, "number">): Promise<void> {
  lookAnew();
  await deviceStore().changes.add(change as KeptChange);
}

export const nextChange = () => deviceStore().changes.orderBy("number").first();

export async function dropChange({ number }: KeptChange): Promise<void> {
  await deviceStore().changes.delete(number);
}

/** Forgets what is known: another window, or a page, may have made some. */
export const lookAnew = () => {
  known = null;
};

export async function hasChanges(): Promise<boolean> {
  const owner = deviceStore().name;
  if (known?.owner === owner && !known.has) return false;
  const has =
    (await deviceStore()
      .changes.count()
      .catch(() => 0)) > 0;
  known = { owner, has };
  return has;
}

/** Tells how many wait, now and whenever that changes. */
export function watchChanges(tell: (count: number) => void): () => void {
  const hear = (count: number) => {
    lookAnew();
    tell(count);
  };
  const watched = liveQuery(() => deviceStore().changes.count()).subscribe({ next: hear, error: () => tell(0) });
  return () => watched.unsubscribe();
}
