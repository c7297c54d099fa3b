/** Events on their way to the server. They are kept on this device until they are answered, and sent until they are. */
import { ProblemError } from "../../api/client";
import type { Distance, EventKind, NewEvent, Recorded, Result, Run, Tally } from "../../api/queries";
import { forgetPresses, keepPresses } from "../../shared/lib/presses";
import { Followed } from "../../shared/lib/followed";
import { makeUuid } from "../../shared/lib/uuid";
import type { RunClock } from "./runClock";
import { behind, MOST_A_BATCH, OVERTAKEN, type RunServer } from "./runServer";

const FIRST_WAIT_MS = 400;
const LONGEST_WAIT_MS = 5000;

export interface Standing {
  tally: Tally;
  result: Result;
  distance: Distance;
  /** The run's clock at which the tally holds. */
  atMs: number;
  waiting: number;
  isCutOff: boolean;
  problem: ProblemError | null;
  /** What the athlete wants, answered yet or not: controls go by this, never by the last answer. */
  isPaused: boolean;
  isStopped: boolean;
}

/** Where an event comes from, where that is not a press here and now. */
export interface Origin {
  /** The run's clock, where it is not that of now. */
  atMs?: number;
  /** The id that it was given where it was made. */
  id?: string;
  /** For how long it was under way. */
  ageMs?: number;
  /** How long after the press before it was made, there. */
  gapMs?: number;
}

/** What pauses and stops that are not answered yet make of a tally. */
function wishedOf(tally: Tally, pending: NewEvent[]) {
  let { is_paused: isPaused, is_over: isStopped } = tally;
  for (const { kind } of pending) {
    if (kind === "pause" && !isStopped) isPaused = true;
    if (kind === "resume" && !isStopped) isPaused = false;
    if (kind === "finish") isStopped = true;
    if (kind === "undo") isStopped = false;
  }
  return { isPaused: isPaused && !isStopped, isStopped };
}

/** What the screen shows as wished before it is answered. */
const CONTROLS = new Set<EventKind>(["pause", "resume", "finish"]);

export class Outbox extends Followed<Standing> {
  private pending: NewEvent[];
  private lastSeq: number;
  private lastAtMs: number;
  private isSending = false;
  private waitMs = FIRST_WAIT_MS;
  private timer: number | undefined;

  constructor(
    private readonly run: Run,
    private readonly server: RunServer,
    private readonly clock: RunClock,
    /** What was kept of it on this device. */
    kept: NewEvent[],
  ) {
    super({
      tally: run.tally,
      result: run.result,
      distance: run.distance,
      atMs: run.last_at_ms,
      waiting: kept.length,
      isCutOff: false,
      problem: null,
      ...wishedOf(run.tally, kept),
    });
    this.pending = kept;
    this.lastSeq = Math.max(run.last_seq, ...this.pending.map((event) => event.seq));
    this.lastAtMs = Math.max(run.last_at_ms, ...this.pending.map((event) => event.at_ms));
    // Far enough behind the last press of another screen, or before a crash, not to be taken for a double tap of it.
    const fromMs = this.lastSeq === 0 ? 0 : this.lastAtMs + run.double_tap_ms;
    clock.skip(Math.max(0, fromMs - clock.now()));
  }

  add(
    kind: EventKind,
    text = "",
    { ageMs = 0, gapMs = 0, atMs = this.comeBy(ageMs, gapMs), id = makeUuid() }: Origin = {},
  ) {
    this.lastSeq += 1;
    this.lastAtMs = Math.max(this.lastAtMs, atMs);
    const event = { id, kind, seq: this.lastSeq, at_ms: this.lastAtMs, text };
    this.pending.push(event);
    void keepPresses(this.run.id, [event]);
    void this.send();
    // While answers come, the next one is a moment away and says it all; a render now would only delay it.
    if (this.state.isCutOff || this.state.problem || CONTROLS.has(kind)) this.tell({});
  }

  /**
   * The run's clock so long ago. Ways differ in length: two presses that were made apart are not brought so near to each
   * other that they count as a double tap. What was pressed before the last event is put behind it as far as it came
   * after the press before it.
   */
  private comeBy(ageMs: number, gapMs: number): number {
    const now = this.clock.now();
    const isLate = now - ageMs < this.lastAtMs;
    const leastMs = this.lastAtMs + (isLate ? gapMs : Math.min(gapMs, this.run.double_tap_ms));
    const atMs = Math.max(now - ageMs, leastMs);
    this.clock.skip(Math.max(0, atMs - now));
    return atMs;
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
      void forgetPresses([...sent]);
      this.tellAnswer(recorded);
    } catch (error) {
      await this.recover(error);
    } finally {
      this.isSending = false;
    }
    if (this.pending.length > 0 && !this.state.isCutOff && !this.state.problem) await this.send();
  }

  private async recover(error: unknown) {
    const isOvertaken = error instanceof ProblemError && OVERTAKEN.has(error.problem?.code ?? "");
    if (isOvertaken) await this.stepBehind().catch((trouble: unknown) => this.waitOrTell(trouble));
    else this.waitOrTell(error);
  }

  /** A refusal is the athlete's to see; whatever else keeps the events here is tried again by itself. */
  private waitOrTell(error: unknown) {
    if (error instanceof ProblemError && error.status < 500) {
      this.tell({ problem: error });
    } else {
      this.tell({ isCutOff: true });
      this.timer = window.setTimeout(() => void this.send(), this.waitMs);
      this.waitMs = Math.min(LONGEST_WAIT_MS, this.waitMs * 2);
    }
  }

  /** Another screen has counted on this run: number what waits here behind what the server has by now. */
  private async stepBehind() {
    const stands = await this.server.reload();
    const { run, known } = stands;
    void forgetPresses(this.pending.filter((event) => known.has(event.id)).map((event) => event.id));
    const { lagMs, events } = behind(this.pending, stands, this.clock.now());
    this.clock.skip(lagMs);
    this.pending = events;
    this.lastSeq = run.last_seq + events.length;
    this.lastAtMs = this.pending.at(-1)?.at_ms ?? run.last_at_ms;
    void keepPresses(this.run.id, this.pending);
    this.tellAnswer(run);
  }

  /** How the run stands at the server, which can be reached and has refused nothing. */
  private tellAnswer({ tally, result, distance, last_at_ms: atMs }: Run | Recorded) {
    this.tell({ tally, result, distance, atMs, isCutOff: false, problem: null });
  }

  protected override tell(change: Partial<Standing>) {
    const standing = { ...this.state, ...change };
    super.tell({ ...standing, waiting: this.pending.length, ...wishedOf(standing.tally, this.pending) });
  }
}
