/** The clock of a run, or of a part of a block, in whole milliseconds. It stands still while the page is away. */
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

  stop() {
    this.elapsedMs = this.now();
    this.startedAt = null;
    this.keep();
  }

  /** Move on, because another screen's clock for this run is ahead. */
  skip(ms: number) {
    this.elapsedMs += ms;
  }

  /** Keep the moment on this device, so that a crash costs no more than the time since. */
  save() {
    if (this.isRunning) this.keep();
  }

  private keep() {
    keep(keyOf(this.runId), this.now());
  }

  clear() {
    forget(keyOf(this.runId));
  }
}
