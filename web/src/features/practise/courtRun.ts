/**
 * A run in play on this screen. What is pressed becomes an event; the rules on this device count it at once, and the
 * server as soon as it hears of it. Until the rules are ready here, and wherever the two differ, the server's count is
 * the one that is shown.
 */
import { hashKey } from "@tanstack/react-query";

import type { Distance, EventKind, NewEvent, Recorded, Result, Run, Tally } from "../../api/queries";
import { NoRules, Refused } from "../../shared/device/rules";
import { noteTrouble } from "../../shared/device/troubles";
import { Followed } from "../../shared/lib/followed";
import { keepSent, type KeptRun } from "../../shared/lib/presses";
import { makeUuid } from "../../shared/lib/uuid";
import { Counter, type Counted } from "./counter";
import { OPEN_LINK, Outbox, type Link } from "./outbox";
import type { RunClock } from "./runClock";
import type { RunServer } from "../../shared/device/runServer";
import { Windows } from "./windows";

export interface Standing extends Link {
  tally: Tally;
  result: Result;
  distance: Distance;
  /** The run's clock at which the tally holds. */
  atMs: number;
  /** How many presses the server has not answered; kept up to date while they are held up. */
  waiting: number;
  /** Whether what was pressed is not in the tally yet. */
  isBehind: boolean;
  /** Whether this device counts, and not the server. */
  isCountedHere: boolean;
  /** What the athlete wants, counted yet or not: controls go by this, never by the last count. */
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

/** What pauses and stops that are not counted yet make of a tally. */
function wishedOf(tally: Tally, unanswered: readonly NewEvent[]) {
  let { is_paused: isPaused, is_over: isStopped } = tally;
  for (const { kind } of unanswered) {
    if (kind === "pause" && !isStopped) isPaused = true;
    if (kind === "resume" && !isStopped) isPaused = false;
    if (kind === "finish") isStopped = true;
    if (kind === "undo") isStopped = false;
  }
  return { isPaused: isPaused && !isStopped, isStopped };
}

/** What the screen shows as wished before it is counted. */
const CONTROLS = new Set<EventKind>(["pause", "resume", "finish"]);

/** As far back an event is looked for that another window, or the server, may have told of already. */
const MOST_KNOWN_AGAIN = 1000;

type Count = Pick<Counted, "tally" | "result" | "distance">;

const countOf = ({ tally, result, distance }: Count) => hashKey([tally, result, distance]);

export class CourtRun extends Followed<Standing> {
  private readonly outbox: Outbox;
  private readonly counter: Counter;
  private readonly windows: Windows;
  /** What the server has, in its order, as far as this device knows. */
  private sent: NewEvent[];
  private lastSeq: number;
  private lastAtMs: number;
  /** The last press that was made in this window, if any was. */
  private own = { seq: 0, atMs: -Infinity };
  /** The number of the event as of which the tally is shown. */
  private shownSeq: number;
  /** How often the server has turned out to have events that this device does not know. */
  private overtaken: number;
  /** The same as of when they were read last. */
  private caughtUp = 0;
  private lastCount = 0;
  private countsUnderWay = 0;
  /** The server's latest count that is still to be compared with ours. */
  private unchecked: Recorded | null = null;
  /** Where the two counts have differed, all is read and counted anew before either is doubted. */
  private secondLook = false;
  /** Whether the server counts for good. */
  private hasGivenWay = false;

  constructor(
    private run: Run,
    private readonly server: RunServer,
    private readonly clock: RunClock,
    kept: KeptRun,
    /** The server has all that was pressed; whether the run is over. */
    private readonly settled: (isOver: boolean) => void,
  ) {
    super({
      ...OPEN_LINK,
      tally: run.tally,
      result: run.result,
      distance: run.distance,
      atMs: run.last_at_ms,
      waiting: kept.waiting.length,
      isBehind: kept.waiting.length > 0,
      isCountedHere: false,
      ...wishedOf(run.tally, kept.waiting),
    });
    this.sent = kept.sent;
    this.overtaken = kept.sent.length < run.last_seq ? 1 : 0;
    this.outbox = new Outbox(
      run.id,
      server,
      { answered: (batch, recorded) => this.hear(batch, recorded), link: (change) => this.tellLink(change) },
      kept.waiting,
    );
    this.counter = new Counter(run.id, { counted: (counted) => this.show(counted), misfit: () => void this.count() });
    this.windows = new Windows(run.id, (said) => {
      if (said.pressed) this.adopt(said.pressed);
      if (said.sent) this.drop(said.sent, said.isMoved ?? false);
    });
    const known = [...kept.sent.slice(-1), ...kept.waiting.slice(-MOST_KNOWN_AGAIN)];
    this.shownSeq = run.last_seq;
    this.lastSeq = Math.max(run.last_seq, ...known.map((event) => event.seq));
    this.lastAtMs = Math.max(run.last_at_ms, ...known.map((event) => event.at_ms));
    // Far enough behind the last press of another screen, or before a crash, not to be taken for a double tap of it.
    const fromMs = this.lastSeq === 0 ? 0 : this.lastAtMs + run.double_tap_ms;
    clock.skip(Math.max(0, fromMs - clock.now()));
  }

  begin() {
    this.windows.open();
    void this.outbox.send();
    void this.count();
    if (this.waiting === 0) this.settled(this.run.is_over);
  }

  leave() {
    this.windows.close();
    this.counter.close();
  }

  send() {
    void this.outbox.send();
    this.countWhereMissing();
  }

  add(
    kind: EventKind,
    text = "",
    { ageMs = 0, gapMs = 0, atMs = this.comeBy(ageMs, gapMs), id = makeUuid() }: Origin = {},
  ) {
    this.lastSeq += 1;
    this.lastAtMs = Math.max(this.lastAtMs, atMs);
    this.own = { seq: this.lastSeq, atMs: this.lastAtMs };
    const event = { id, kind, seq: this.lastSeq, at_ms: this.lastAtMs, text };
    this.counter.take(event);
    this.outbox.add(event);
    this.windows.say({ pressed: [event] });
    // While counts come, the next one is a moment away and says it all; a render now would only delay it.
    const isHeldUp = this.state.isCutOff || this.state.problem !== null;
    if ((isHeldUp && !this.counter.isOn) || CONTROLS.has(kind)) this.tell({});
  }

  /**
   * The run's clock so long ago. Ways differ in length, and windows have clocks of their own: two presses that were made
   * apart are not brought so near to each other that they count as a double tap. What was pressed before the last event
   * is put behind it as far as it came after the press before it.
   */
  private comeBy(ageMs: number, gapMs: number): number {
    const now = this.clock.now();
    const isLate = now - ageMs < this.lastAtMs;
    const { double_tap_ms: doubleTapMs } = this.run;
    // The last event was made in another window, and no press was made in this one just before.
    const isFirst = this.lastSeq > this.own.seq && now - ageMs - this.own.atMs >= doubleTapMs;
    const leastMs = Math.max(isLate ? gapMs : Math.min(gapMs, doubleTapMs), isFirst ? doubleTapMs : 0);
    const atMs = Math.max(now - ageMs, this.lastAtMs + leastMs);
    this.clock.skip(Math.max(0, atMs - now));
    return atMs;
  }

  /** How many presses the server has not answered. */
  get waiting(): number {
    return this.outbox.pending.length;
  }

  get isBehind(): boolean {
    return this.unanswered.length > 0;
  }

  private get unanswered(): readonly NewEvent[] {
    return this.counter.isOn ? this.counter.unanswered : this.outbox.pending;
  }

  /** Counts on this device from the start of the run, by everything that is known of it. */
  private async count(): Promise<void> {
    if (this.hasGivenWay) return;
    this.lastCount += 1;
    const mine = this.lastCount;
    this.countsUnderWay += 1;
    try {
      if (this.isOvertaken) await this.catchUp();
      // Begun once more meanwhile: that one knows more.
      if (mine !== this.lastCount) return;
      // What was read from the server may still be under way here, its answer not come.
      const known = new Set(this.sent.map((event) => event.id));
      const waiting = this.outbox.pending.filter((event) => !known.has(event.id));
      await this.counter.open(this.run, this.sent, waiting);
    } catch (error) {
      // Without the rules, or without what another device has sent, the server counts: the rules do not come back.
      if (error instanceof NoRules) this.hasGivenWay = true;
      if (error instanceof Refused) noteTrouble(`Not counted on this device: ${error.message}`);
      this.tell({});
    } finally {
      this.countsUnderWay -= 1;
    }
  }

  /** Whether the server has events that this device does not know. */
  private get isOvertaken(): boolean {
    return this.overtaken > this.caughtUp;
  }

  /** What was missing to count here, or to count all of it, may be there by now. */
  private countWhereMissing() {
    if ((!this.counter.isOn || this.isOvertaken) && this.countsUnderWay === 0) void this.count();
  }

  /** Another device has been faster, or another window has told of one. */
  private overtake() {
    this.overtaken += 1;
    void this.count();
  }

  /** Reads what the server has of other devices. */
  private async catchUp() {
    const { overtaken } = this;
    const sent = await this.server.events();
    const known = new Set(sent.map((event) => event.id));
    // What was answered while it was read belongs to it, in its place; where it was moved, all is read once more.
    const answered = this.sent.filter((event) => !known.has(event.id));
    this.sent = [...sent, ...answered].sort((one, other) => one.seq - other.seq);
    this.caughtUp = Math.max(this.caughtUp, overtaken);
    void keepSent(this.run.id, sent);
  }

  private hear(batch: NewEvent[], recorded: Recorded) {
    const isMoved = recorded.has_moved || recorded.last_seq !== batch[batch.length - 1]?.seq;
    this.windows.say({ sent: batch, isMoved });
    this.remember(batch);
    if (isMoved) this.fallBehind(recorded);
    else {
      this.unchecked = recorded;
      this.compare();
    }
    // What is counted here says it all: that the server has it too changes nothing on the screen.
    if (!this.counter.isOn) this.showRecorded(recorded);
    this.countWhereMissing();
    if (this.waiting === 0) this.settled(recorded.tally.is_over);
  }

  /** The server has these: once each, whoever said so first. */
  private remember(events: NewEvent[]) {
    const last = new Set(this.sent.slice(-MOST_KNOWN_AGAIN).map((event) => event.id));
    this.sent.push(...events.filter((event) => !last.has(event.id)));
  }

  private showRecorded(recorded: Count & Pick<Run, "last_seq" | "last_at_ms">) {
    this.show({ ...recorded, seq: recorded.last_seq, at_ms: recorded.last_at_ms });
  }

  /** Another device has counted on this run: what is pressed from here on comes behind it. */
  private fallBehind({ last_seq: seq, last_at_ms: atMs }: Recorded) {
    this.lastSeq = Math.max(this.lastSeq, seq);
    this.lastAtMs = Math.max(this.lastAtMs, atMs);
    this.clock.skip(Math.max(0, atMs + this.run.double_tap_ms - this.clock.now()));
    this.overtake();
  }

  /** Another window of this browser has pressed on this run. */
  private adopt(events: NewEvent[]) {
    for (const event of events) {
      this.lastSeq = Math.max(this.lastSeq, event.seq);
      this.lastAtMs = Math.max(this.lastAtMs, event.at_ms);
      this.counter.take(event);
    }
    this.outbox.adopt(events);
    this.clock.skip(Math.max(0, this.lastAtMs - this.clock.now()));
    this.tell({});
  }

  /** It has sent that. */
  private drop(events: NewEvent[], isMoved: boolean) {
    this.outbox.drop(new Set(events.map((event) => event.id)));
    this.remember(events);
    if (isMoved) this.overtake();
    this.tell({ isCutOff: false });
  }

  /** Compares the server's count with ours, as soon as that is there. */
  private compare() {
    const recorded = this.unchecked;
    if (!recorded || this.isOvertaken || this.secondLook) return;
    const { last_seq: seq } = recorded;
    const counted = this.counter.at(seq);
    // What another window has still to send is counted here, and not there.
    if (!counted || this.outbox.pending.some((event) => event.seq < seq)) return;
    this.unchecked = null;
    if (countOf(counted) !== countOf(recorded)) void this.lookAgain();
  }

  /**
   * The two counts differ. An event may be new to one of the two, or a cap be shared meanwhile: all is read anew, and
   * ours compared with what the server says after that.
   */
  private async lookAgain() {
    this.secondLook = true;
    try {
      this.run = await this.server.run();
      this.overtaken += 1;
      await this.count();
      const there = await this.server.run();
      const here = this.counter.at(there.last_seq);
      if (here && countOf(here) !== countOf(there)) this.giveWay(there);
      if (this.unchecked && this.unchecked.last_seq <= there.last_seq) this.unchecked = null;
    } catch {
      // Out of reach just now: the next answer is compared again.
    } finally {
      this.secondLook = false;
    }
    this.compare();
  }

  /** They differ still: the server's count stands. */
  private giveWay(there: Run) {
    const words = `This device and the server counted run ${there.id} differently, as of event ${there.last_seq}.`;
    noteTrouble(words);
    console.error(words);
    this.hasGivenWay = true;
    this.counter.close();
    this.shownSeq = 0;
    this.showRecorded(there);
  }

  private show({ seq, tally, result, distance, at_ms: atMs }: Counted) {
    if (seq === this.unchecked?.last_seq) this.compare();
    if (seq < this.shownSeq) return;
    this.shownSeq = seq;
    this.tell({ tally, result, distance, atMs });
  }

  private tellLink(change: Partial<Link>) {
    const names = Object.keys(change) as (keyof Link)[];
    if (names.some((name) => change[name] !== this.state[name])) this.tell(change);
  }

  protected override tell(change: Partial<Standing>) {
    const standing = { ...this.state, ...change };
    super.tell({
      ...standing,
      waiting: this.waiting,
      isBehind: this.isBehind,
      isCountedHere: this.counter.isOn,
      ...wishedOf(standing.tally, this.unanswered),
    });
  }
}
