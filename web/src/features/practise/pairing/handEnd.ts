/** The second screen's end of a pairing: its presses on their way to the court, kept here until they are taken. */
import { ProblemError } from "../../../api/client";
import { comeIn, handIn, leaveHand, readHand, type Hand, type HandAction, type HandPress } from "../../../api/pairing";
import { Followed } from "../../../shared/lib/followed";
import { onDevice } from "../../../shared/lib/storage";
import { makeUuid } from "../../../shared/lib/uuid";
import type { FromCourt, FromHand, Shown } from "./messages";
import { Wire } from "./wire";

const ASK_MS = 1000;
const ASK_WHILE_OPEN_MS = 5000;
/** An offer that was not answered within this is made anew. */
const OFFER_AGAIN_MS = 6000;
const KEPT = "hand";
/** Presses further apart than this are far enough apart. */
const LONGEST_GAP_MS = 10_000;
/** So many are sent at a time; the others after them. */
const MOST_AT_A_TIME = 100;

/** What this screen keeps, so that it can be put away and come back. */
interface Kept {
  key: string;
  number: number;
  offers: number;
  /** When it was pressed last, by this device's clock. */
  lastAt: number;
  waiting: (Omit<HandPress, "age_ms"> & { pressedAt: number })[];
}

export interface HandState {
  hand: Hand | null;
  /** The court's own word, where it came over the wire; `sinceMs` is this page's clock then. */
  shown: (Shown & { sinceMs: number }) | null;
  waiting: number;
  isDirect: boolean;
  isCutOff: boolean;
  isEnded: boolean;
}

const isGone = (error: unknown) => error instanceof ProblemError && error.status === 404;

export class HandEnd extends Followed<HandState> {
  private offeredAt = -OFFER_AGAIN_MS;
  private accepted = 0;
  private timer: number | undefined;
  private isLeft = false;
  private isAsking = false;
  private isAskedFor = false;
  private readonly wire = new Wire(
    (message) => this.hear(message as FromCourt),
    (isDirect) => {
      this.tell({ isDirect, ...(!isDirect && { shown: null }) });
      if (isDirect) this.wire.send(this.presses());
      else this.askSoon(0);
    },
  );

  private constructor(
    private kept: Kept,
    hand: Hand | null,
  ) {
    const waiting = kept.waiting.length;
    super({ hand, shown: null, waiting, isDirect: false, isCutOff: false, isEnded: false });
  }

  /** Comes in by the code on the court. Rejects with the server's words where nobody shows it. */
  static async comeIn(code: string): Promise<HandEnd> {
    const { key, hand } = await comeIn(code);
    const kept = { key, number: 0, offers: 0, lastAt: 0, waiting: [] };
    onDevice.keep(KEPT, kept);
    return new HandEnd(kept, hand);
  }

  /** Comes back, where this screen was in before; null where it was not. */
  static comeBack(): HandEnd | null {
    const kept = onDevice.recall(KEPT) as Kept | null;
    return kept && typeof kept.key === "string" ? new HandEnd(kept, null) : null;
  }

  begin() {
    this.isLeft = false;
    void this.ask();
  }

  /** This screen is put away; the pairing stays. */
  putAway() {
    this.isLeft = true;
    window.clearTimeout(this.timer);
    this.wire.close();
  }

  press(action: HandAction, text = "") {
    const run = this.state.shown?.run ?? this.state.hand?.run.id;
    if (!run || this.state.isEnded) return;
    const pressedAt = Date.now();
    const gap_ms = Math.min(LONGEST_GAP_MS, Math.max(0, pressedAt - this.kept.lastAt));
    const press = { number: this.kept.number + 1, id: makeUuid(), run, action, text, gap_ms, pressedAt };
    this.keep({ number: press.number, lastAt: pressedAt, waiting: [...this.kept.waiting, press] });
    if (!this.wire.send(this.presses())) this.askSoon(0);
  }

  /** What was not taken yet, with its age; the device's own clock may be set back meanwhile. */
  private presses(): FromHand {
    const now = Date.now();
    const first = this.kept.waiting.slice(0, MOST_AT_A_TIME);
    return { presses: first.map(({ pressedAt, ...press }) => ({ ...press, age_ms: Math.max(0, now - pressedAt) })) };
  }

  async leave() {
    await leaveHand(this.kept.key).catch(() => undefined);
    this.end();
  }

  /** Asks once at a time; who wants to know meanwhile is answered right after. */
  private async ask() {
    window.clearTimeout(this.timer);
    if (this.isAsking) {
      this.isAskedFor = true;
      return;
    }
    this.isAsking = true;
    await this.exchange();
    this.isAsking = false;
    const isSoon = this.isAskedFor && !this.state.isCutOff;
    this.isAskedFor = false;
    this.askSoon(isSoon ? 0 : undefined);
  }

  private async exchange() {
    try {
      const offered = this.isOfferDue() ? await this.offer() : null;
      const { key, waiting } = this.kept;
      const hasNews = waiting.length > 0 || offered !== null;
      const hand = hasNews ? await handIn(key, { ...this.presses(), ...offered }) : await readHand(key);
      if (this.isLeft) return;
      this.forgetTaken(hand.taken);
      this.tell({ hand, isCutOff: false });
      await this.accept(hand);
    } catch (error) {
      if (isGone(error)) this.end();
      else this.tell({ isCutOff: true });
    }
  }

  private askSoon(afterMs = this.wire.isOpen ? ASK_WHILE_OPEN_MS : ASK_MS) {
    window.clearTimeout(this.timer);
    if (!this.isLeft && !this.state.isEnded) this.timer = window.setTimeout(() => void this.ask(), afterMs);
  }

  private isOfferDue() {
    return Wire.isKnown && !this.wire.isOpen && performance.now() - this.offeredAt > OFFER_AGAIN_MS;
  }

  private async offer() {
    this.offeredAt = performance.now();
    this.keep({ offers: this.kept.offers + 1 });
    return { offer: await this.wire.offer(), offer_number: this.kept.offers };
  }

  private async accept({ answer, answer_to: number }: Hand) {
    if (number !== this.kept.offers || number <= this.accepted || this.wire.isOpen) return;
    this.accepted = number;
    await this.wire.accept(answer).catch(() => undefined);
  }

  private hear({ taken, shown, isEnded }: FromCourt) {
    if (taken !== undefined) this.forgetTaken(taken);
    if (shown) {
      this.tell({ shown: { ...shown, sinceMs: performance.now() } });
      // Another run has begun there: its words are the server's to tell.
      if (shown.run !== this.state.hand?.run.id) this.askSoon(0);
    }
    if (isEnded) this.end();
  }

  private forgetTaken(taken: number) {
    const waiting = this.kept.waiting.filter(({ number }) => number > taken);
    if (waiting.length === this.kept.waiting.length) return;
    const hasMore = this.kept.waiting.length > MOST_AT_A_TIME;
    this.keep({ waiting });
    if (hasMore) this.wire.send(this.presses());
  }

  private end() {
    onDevice.forget(KEPT);
    this.putAway();
    this.tell({ isEnded: true });
  }

  private keep(change: Partial<Kept>) {
    this.kept = { ...this.kept, ...change };
    onDevice.keep(KEPT, this.kept);
    this.tell({ waiting: this.kept.waiting.length });
  }
}
