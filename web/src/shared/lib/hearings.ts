/** What the ear has heard of runs, kept on this device until it is taken, or a month is over. */
import { deviceStore, quietly, type KeptHearing } from "./deviceStore";

const LONGEST_KEPT_MS = 31 * 24 * 3600 * 1000;

const store = () => deviceStore().hearings;

export async function keepHearing(hearing: KeptHearing) {
  await quietly(
    store()
      .where("at")
      .below(hearing.at - LONGEST_KEPT_MS)
      .delete(),
  );
  return quietly(store().put(hearing));
}

export async function recallHearing(run: string): Promise<KeptHearing | null> {
  try {
    return (await store().get(run)) ?? null;
  } catch {
    return null;
  }
}

export const forgetHearing = (run: string) => quietly(store().delete(run));
