/** What the server answered last, kept on this device: what a screen shows where the server cannot be reached. */
import { deviceStore, quietly, type KeptAnswer } from "./deviceStore";

/** Of no more screens than these: the ones that were looked at longest ago go first. */
const MOST = 400;
const DROPPED_AT_ONCE = 50;
/** Nobody needs a larger one without a network. */
const LONGEST = 2_000_000;

export async function keepAnswer(address: string, text: string): Promise<void> {
  if (text.length > LONGEST) return;
  const { answers } = deviceStore();
  await quietly(
    (async () => {
      await answers.put({ address, text, at: Date.now() });
      if ((await answers.count()) > MOST) await answers.orderBy("at").limit(DROPPED_AT_ONCE).delete();
    })(),
  );
}

export function recallAnswer(address: string): Promise<KeptAnswer | undefined> {
  return deviceStore()
    .answers.get(address)
    .catch(() => undefined);
}
