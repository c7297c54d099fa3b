/** The clock of one run, in whole milliseconds. It stands still while the page is away and goes on where it stood. */
import { forget, keep, recall } from "../../shared/lib/storage";

const keyOf = (runId: string) => `jolly.clock.${runId}`;

export class RunClock {
  private startedAt: number | null = null;

  constructor(
    private readonly runId: string,
    private elapsedMs: number,
  ) {
    const kept = recall(keyOf(runId));
    if (typeof kept === "number") this.elapsedMs = Math.max(elapsedMs, Math.round(kept));
  }

  get isRunning(): boolean {
    return this.startedAt !== null;
  }

  get isFresh(): boolean {
    return this.now() === 0;
  }

  now(): number {
    return this.elapsedMs + (this.startedAt === null ? 0 : Math.round(performance.now() - this.startedAt));
  }

  start() {
    this.startedAt ??= performance.now();
  }

  /** Keep the moment on this device, so that a crash costs no more than the time since. */
  save() {
    if (this.isRunning) keep(keyOf(this.runId), this.now());
  }

  clear() {
    forget(keyOf(this.runId));
  }
}
