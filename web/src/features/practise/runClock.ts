/** The clock of one run, in whole milliseconds. It stands still while the page is away and goes on where it stood. */
import { forget, keep, recall } from "../../shared/lib/storage";

const keyOf = (runId: string) => `clock.${runId}`;

export class RunClock {
  private startedAt: number | null = null;
  private elapsedMs: number;

  constructor(private readonly runId: string) {
    const kept = recall(keyOf(runId));
    this.elapsedMs = typeof kept === "number" ? Math.round(kept) : 0;
  }

  get isRunning(): boolean {
    return this.startedAt !== null;
  }

  now(): number {
    return this.elapsedMs + (this.startedAt === null ? 0 : Math.round(performance.now() - this.startedAt));
  }

  start() {
    this.startedAt ??= performance.now();
  }

  /** Move on, because another screen's clock for this run is ahead. */
  skip(ms: number) {
    this.elapsedMs += ms;
  }

  /** Keep the moment on this device, so that a crash costs no more than the time since. */
  save() {
    if (this.isRunning) keep(keyOf(this.runId), this.now());
  }

  clear() {
    forget(keyOf(this.runId));
  }
}
