/** Sends what waits on this device of runs that no screen has open: when the application opens, and when it is online. */
import { forgetRun, keepSent, listPresses, listWaiting } from "../../shared/lib/presses";
import { MOST_A_BATCH, serverOf } from "./runServer";

/** Browsers have locks over HTTPS and on localhost only. */
const locks = navigator.locks as LockManager | undefined;

const lockOf = (runId: string) => `jolly.run.${runId}`;

/** Holds a run for the screen that has it open; what it presses is its own to send. The answer lets it go. */
export function holdRun(runId: string): () => void {
  const end: { held?: () => void } = {};
  const held = new Promise<void>((done) => {
    end.held = done;
  });
  locks?.request(lockOf(runId), { mode: "shared" }, () => held).catch(() => undefined);
  return () => end.held?.();
}

async function sendWaiting(runId: string): Promise<void> {
  const server = serverOf(runId);
  for (;;) {
    const { waiting } = await listPresses(runId);
    if (waiting.length === 0) return;
    const batch = waiting.slice(0, MOST_A_BATCH);
    const { tally } = await server.record(batch);
    await keepSent(runId, batch);
    if (tally.is_over && batch.length === waiting.length) await forgetRun(runId);
  }
}

/** Sends what waits of every run that is not open; whether anything was sent. */
export async function sweep(): Promise<boolean> {
  let hasSent = false;
  for (const runId of await listWaiting()) {
    const send = async () => {
      await sendWaiting(runId);
      hasSent = true;
    };
    try {
      if (locks) await locks.request(lockOf(runId), { ifAvailable: true }, (lock) => (lock ? send() : undefined));
      else await send();
    } catch {
      // It stays here, is said in the strip, and is tried again.
    }
  }
  return hasSent;
}
