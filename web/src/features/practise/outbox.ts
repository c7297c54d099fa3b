/** Events on their way to the server. They are kept on this device until they are answered, and sent until they are. */
import { ProblemError } from "../../api/client";
import type { Distance, EventKind, NewEvent, Recorded, Run, Tally } from "../../api/queries";
import { forget, keep, recall } from "../../shared/lib/storage";
import { makeUuid } from "../../shared/lib/uuid";
import type { RunClock } from "./runClock";

const FIRST_WAIT_MS = 400;
const LONGEST_WAIT_MS = 5000;
const MOST_A_BATCH = 200;

export interface Standing {
  tally: Tally;
  distance: Distance;
  /** The run's clock at which the tally holds. */
  atMs: number;
  waiting: number;
  isCutOff: boolean;
  problem: ProblemError | null;
}

export interface Server {
  record: (events: NewEvent[]) => Promise<Recorded>;
  /** The run as the server has it, with the ids of its events. */
  reload: () => Promise<{ run: Run; known: Set<string> }>;
}

/** Refusals which say that another screen has counted on this run meanwhile. */
const OVERTAKEN = new Set(["seq_taken", "time_goes_backwards"]);

const keyOf = (runId: string) => `jolly.outbox.${runId}`;

export class Outbox {
  private pending: NewEvent[];
  private lastSeq: number;
  private lastAtMs: number;
  private isSending = false;
  private waitMs = FIRST_WAIT_MS;
  private timer: number | undefined;
  private standing: Standing;
  private readonly listeners = new Set<() => void>();

  constructor(
    private readonly run: Run,
    private readonly server: Server,
    private readonly clock: RunClock,
  ) {
    const kept = recall(keyOf(run.id));
    this.pending = Array.isArray(kept) ? (kept as NewEvent[]) : [];
    this.lastSeq = Math.max(run.last_seq, ...this.pending.map((event) => event.seq));
    this.lastAtMs = Math.max(run.last_at_ms, ...this.pending.map((event) => event.at_ms));
    clock.skip(Math.max(0, this.lastAtMs - clock.now()));
    this.standing = { tally: run.tally, distance: run.distance, atMs: run.last_at_ms, waiting: this.pending.length, isCutOff: false, problem: null };
  }

  readonly subscribe = (listener: () => void) => {
    this.listeners.add(listener);
    return () => void this.listeners.delete(listener);
  };

  readonly read = () => this.standing;

  add(kind: EventKind, text = "", atMs = this.clock.now()) {
    this.lastSeq += 1;
    this.lastAtMs = Math.max(this.lastAtMs, atMs);
    this.pending.push({ id: makeUuid(), kind, seq: this.lastSeq, at_ms: this.lastAtMs, text });
    this.store();
    void this.send();
    // While answers come, the next one is a moment away and says it all; a render now would only delay it.
    if (this.standing.isCutOff || this.standing.problem) this.tell({});
  }

  get isEmpty(): boolean {
    return this.pending.length === 0;
  }

  /** Send what is waiting; one batch at a time, so that events arrive in their order. */
  async send(): Promise<void> {
    window.clearTimeout(this.timer);
    if (this.isSending || this.pending.length === 0) return;
    this.isSending = true;
    const batch = this.pending.slice(0, MOST_A_BATCH);
    try {
      const recorded = await this.server.record(batch);
      const sent = new Set(batch.map((event) => event.id));
      this.pending = this.pending.filter((event) => !sent.has(event.id));
      this.waitMs = FIRST_WAIT_MS;
      this.store();
      this.tell({ tally: recorded.tally, distance: recorded.distance, atMs: recorded.last_at_ms, isCutOff: false, problem: null });
    } catch (error) {
      await this.recover(error);
    } finally {
      this.isSending = false;
    }
    if (this.pending.length > 0 && !this.standing.isCutOff && !this.standing.problem) await this.send();
  }

  private async recover(error: unknown) {
    if (error instanceof ProblemError && OVERTAKEN.has(error.problem?.code ?? "")) {
      await this.stepBehind();
    } else if (error instanceof ProblemError && error.status < 500) {
      this.tell({ problem: error });
    } else {
      this.tell({ isCutOff: true });
      this.timer = window.setTimeout(() => void this.send(), this.waitMs);
      this.waitMs = Math.min(LONGEST_WAIT_MS, this.waitMs * 2);
    }
  }

  /** Another screen has counted on this run: number what waits here behind what the server has by now. */
  private async stepBehind() {
    try {
      const { run, known } = await this.server.reload();
      const left = this.pending.filter((event) => !known.has(event.id));
      // Far enough behind the other screen's last press not to be taken for a double tap of it.
      const lagMs = Math.max(0, run.last_at_ms + run.double_tap_ms - (left[0]?.at_ms ?? this.clock.now()));
      this.clock.skip(lagMs);
      this.pending = left.map((event, place) => ({ ...event, seq: run.last_seq + 1 + place, at_ms: event.at_ms + lagMs }));
      this.lastSeq = run.last_seq + left.length;
      this.lastAtMs = this.pending.at(-1)?.at_ms ?? run.last_at_ms;
      this.store();
      this.tell({ tally: run.tally, distance: run.distance, atMs: run.last_at_ms });
    } catch (error) {
      this.tell(error instanceof ProblemError ? { problem: error } : { isCutOff: true });
    }
  }

  private store() {
    if (this.pending.length > 0) keep(keyOf(this.run.id), this.pending);
    else forget(keyOf(this.run.id));
  }

  private tell(change: Partial<Standing>) {
    this.standing = { ...this.standing, ...change, waiting: this.pending.length };
    this.listeners.forEach((listener) => listener());
  }
}
