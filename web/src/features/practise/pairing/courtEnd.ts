/** The court's end of a pairing: it finds the second screen, takes its presses, each once, and shows it the count. */
import { endPairing, goAlong, openPairing, readPairing, type HandPress, type Pairing } from "../../../api/pairing";
import type { Run } from "../../../api/queries";
import { Followed } from "../../../shared/lib/followed";
import { forget, keep, recall } from "../../../shared/lib/storage";
import type { FromCourt, FromHand, Shown } from "./messages";
import { Wire } from "./wire";

/** Presses come by the server within a second; while the wire is open, it is only asked whether the other end has moved. */
const ASK_MS = 1000;
const ASK_WHILE_OPEN_MS = 2500;

export interface PairingState {
  pairing: Pairing | null;
  /** Whether the two talk to each other directly. */
  isDirect: boolean;
  /** Whether a code is being asked for. */
  isOpening: boolean;
}

export type Take = (press: HandPress) => void;

const keyOf = (pairing: number) => `hand.taken.${pairing}`;

export class CourtEnd extends Followed<PairingState> {
  private taken = 0;
  private answered = 0;
  /** Whether the server knows how this court stands since it was loaded. */
  private hasSaid = false;
  private timer: number | undefined;
  private isGone = false;
  private shown: Shown | null = null;
  private readonly wire = new Wire(
    (message) => this.takeAll((message as FromHand).presses),
    (isDirect) => {
      this.tell({ isDirect });
      if (isDirect) this.say({ taken: this.taken, ...(this.shown && { shown: this.shown }) });
    },
  );

  constructor(
    private readonly run: Pick<Run, "id" | "block">,
    private readonly take: Take,
  ) {
    super({ pairing: null, isDirect: false, isOpening: false });
  }

  /** Looks whether a second screen is there already. */
  begin() {
    this.isGone = false;
    void this.ask();
  }

  /** The court is left. The pairing stays, except after the last run. */
  leave() {
    this.isGone = true;
    const isLast = this.run.block === null && this.shown?.tally.is_over === true;
    if (isLast && this.state.pairing) void this.end().catch(() => undefined);
    window.clearTimeout(this.timer);
    this.wire.close();
  }

  async open() {
    this.tell({ isOpening: true });
    try {
      this.wire.close();
      this.answered = 0;
      this.hasSaid = false;
      this.know(await openPairing(this.run.id));
    } finally {
      this.tell({ isOpening: false });
    }
    this.askSoon();
  }

  async end() {
    this.say({ isEnded: true });
    window.clearTimeout(this.timer);
    await endPairing(this.run.id);
    if (this.state.pairing) forget(keyOf(this.state.pairing.id));
    this.know(null);
  }

  show(shown: Shown) {
    const hasChanged = shown.isPlaying !== this.isPlaying;
    this.shown = shown;
    this.say({ shown });
    if (hasChanged && this.state.pairing?.is_joined) void this.goAlong();
  }

  private get isPlaying() {
    return this.shown?.isPlaying ?? false;
  }

  private async ask() {
    window.clearTimeout(this.timer);
    const pairing = await readPairing(this.run.id).catch(() => this.state.pairing);
    if (this.isGone) return;
    this.know(pairing);
    if (pairing === null) return;
    this.takeAll(pairing.waiting);
    const answer = Wire.isKnown && pairing.offer_number > this.answered ? await this.answer(pairing) : undefined;
    // What waits there is taken by now, straight or from there: it has to hear of it.
    const isBehind = !this.hasSaid || pairing.waiting.length > 0 || pairing.run !== this.run.id;
    if (pairing.is_joined && (answer || isBehind)) await this.goAlong(answer);
    this.askSoon();
  }

  private askSoon() {
    window.clearTimeout(this.timer);
    if (this.isGone || this.state.pairing === null) return;
    this.timer = window.setTimeout(() => void this.ask(), this.wire.isOpen ? ASK_WHILE_OPEN_MS : ASK_MS);
  }

  private async answer({ offer, offer_number: number }: Pairing) {
    this.answered = number;
    try {
      return { answer: await this.wire.answer(offer), answer_to: number };
    } catch {
      return undefined; // Not understood: the presses come by the server.
    }
  }

  private async goAlong(answer = {}) {
    if (this.isGone) return;
    const says = { taken: this.taken, is_playing: this.isPlaying, ...answer };
    try {
      this.know(await goAlong(this.run.id, says));
      this.hasSaid = true;
    } catch {
      this.hasSaid = false; // So it is said again.
    }
  }

  private know(pairing: Pairing | null) {
    if (pairing && pairing.id !== this.state.pairing?.id) {
      const kept = recall(keyOf(pairing.id));
      this.taken = Math.max(pairing.taken, typeof kept === "number" ? kept : 0);
    }
    if (pairing === null) this.wire.close();
    this.tell({ pairing });
  }

  private takeAll(presses: HandPress[]) {
    const { pairing } = this.state;
    if (!pairing || this.isGone) return;
    const fresh = presses.filter(({ number }) => number > this.taken).sort((one, two) => one.number - two.number);
    for (const press of fresh) {
      this.taken = press.number;
      keep(keyOf(pairing.id), this.taken);
      // What was meant for another run counts for none.
      if (press.run === this.run.id) this.take(press);
    }
    this.say({ taken: this.taken });
  }

  private say(message: FromCourt) {
    this.wire.send(message);
  }
}
