/** One window of the application without its screens: a run in play, and what is sent from this device. */
import type { EventKind, Run } from "../src/api/queries";
import { CourtRun } from "../src/features/practise/courtRun";
import { RunClock } from "../src/features/practise/runClock";
import { serverOf } from "../src/shared/device/runServer";
import { holdRun, sweep } from "../src/shared/device/sweep";
import { listTroubles } from "../src/shared/device/troubles";
import { listPresses } from "../src/shared/lib/presses";
import { setOwner } from "../src/shared/lib/storage";

let court: CourtRun | undefined;
let clock: RunClock | undefined;
let letGo: (() => void) | undefined;

export function enter(name: string) {
  setOwner(name);
}

/** As the court's screen does it. */
export async function open(run: Run) {
  const kept = await listPresses(run.id);
  clock = new RunClock(run.id);
  court = new CourtRun(run, serverOf(run.id), clock, kept, () => undefined);
  court.begin();
  letGo = holdRun(run.id);
  clock.start();
}

/** The id of what was pressed. */
export function press(kind: EventKind, id: string) {
  court?.add(kind, "", { id });
}

export function leave() {
  clock?.stop();
  letGo?.();
  court?.leave();
  court = undefined;
}

export { sweep };

/** Nothing that was pressed here waits. */
export function isAtRest() {
  return !court || (court.waiting === 0 && !court.read().isCutOff);
}

export function look() {
  if (!court) return { standing: null, troubles: listTroubles() };
  const { waiting } = court;
  return { standing: { ...court.read(), waiting }, troubles: listTroubles() };
}

export const kept = listPresses;
