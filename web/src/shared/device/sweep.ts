/** Sends what waits on this device, in the order in which it was made: changes, and the presses of runs. */
import { ProblemError, recordEvents, sendChange } from "../../api/sending";
import { dropChange, hasChanges, nextChange, type KeptChange } from "../lib/changes";
import { forgetRun, keepSent, listPresses, listWaiting } from "../lib/presses";
import { noteTrouble } from "./troubles";

/** Browsers have locks over HTTPS and on localhost only. */
const locks = navigator.locks as LockManager | undefined;

const lockOf = (runId: string) => `jolly.run.${runId}`;
const CHANGES = "jolly.changes";
/** As many as an answer takes in at once. */
export const MOST_A_BATCH = 400;

/** Holds a run for the screen that has it open; what it presses is its own to send. The answer lets it go. */
export function holdRun(runId: string): () => void {
  const end: { held?: () => void } = {};
  const held = new Promise<void>((done) => {
    end.held = done;
  });
  locks?.request(lockOf(runId), { mode: "shared" }, () => held).catch(() => undefined);
  return () => end.held?.();
}

async function sendPresses(runId: string): Promise<void> {
  for (;;) {
    const { waiting } = await listPresses(runId);
    if (waiting.length === 0) return;
    const batch = waiting.slice(0, MOST_A_BATCH);
    const { tally } = await recordEvents(runId, batch);
    await keepSent(runId, batch);
    if (tally.is_over && batch.length === waiting.length) await forgetRun(runId);
  }
}

/** The presses of a run, unless a screen has it open. */
async function sendUnlessHeld(runId: string): Promise<boolean> {
  if (!locks) {
    await sendPresses(runId);
    return true;
  }
  return locks.request(lockOf(runId), { ifAvailable: true }, async (lock) => {
    if (lock) await sendPresses(runId);
    return lock !== null;
  });
}

type OnRefused = (change: KeptChange, error: ProblemError) => void;

const sayRefused: OnRefused = ({ words }, { message }) =>
  noteTrouble(`The server refused ${words}, made here earlier: ${message}`);

async function sendOne(change: KeptChange, onRefused: OnRefused): Promise<void> {
  try {
    await sendChange(change);
  } catch (error) {
    // Refused for good: what comes behind it is not held up, and the athlete finds it said.
    if (!(error instanceof ProblemError) || error.status >= 500) throw error;
    onRefused(change, error);
  }
  await dropChange(change);
  // Whatever else was changed after it goes by what was played.
  if (change.run) await sendUnlessHeld(change.run).catch(() => false);
}

/** Sends every change that waits; throws where the server cannot be reached. */
export async function sendChanges(onRefused = sayRefused): Promise<boolean> {
  if (!(await hasChanges())) return false;
  const sendAll = async () => {
    for (let change = await nextChange(); change; change = await nextChange()) await sendOne(change, onRefused);
  };
  await (locks ? locks.request(CHANGES, sendAll) : sendAll());
  return true;
}

/** Sends what waits, but for the presses of runs that are open; whether anything was sent. */
export async function sweep(onRefused = sayRefused): Promise<boolean> {
  // What is refused, or cannot be sent, stays here, is said in the strip, and is tried again; it holds up no other run.
  let hasSent = await sendChanges(onRefused).catch(() => false);
  for (const runId of await listWaiting()) hasSent = (await sendUnlessHeld(runId).catch(() => false)) || hasSent;
  return hasSent;
}
