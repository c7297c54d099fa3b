/** Events on their way to the server. They are kept on this device until they are answered, and sent until they are. */
import { ProblemError } from "../../api/client";
import type { NewEvent, Recorded } from "../../api/queries";
import { afterDrawing } from "../../shared/lib/afterDrawing";
import { keepPresses, keepSent } from "../../shared/lib/presses";
import { askToSend } from "../../shared/device/background";
import type { RunServer } from "../../shared/device/runServer";
import { MOST_A_BATCH } from "../../shared/device/sweep";

/** Another window sends what was pressed there; should it be closed before that, this one does. */
const OTHERS_SEND_MS = 3000;
const FIRST_WAIT_MS = 400;
const LONGEST_WAIT_MS = 5000;

/** What keeps the events here, if anything. */
export interface Link {
  isCutOff: boolean;
  problem: ProblemError | null;
  /** Whether this device has no room to keep them. */
  isFull: boolean;
}

export const OPEN_LINK: Link = { isCutOff: false, problem: null, isFull: false };

interface Heard {
  answered: (batch: NewEvent[], recorded: Recorded) => void;
  link: (change: Partial<Link>) => void;
}

export class Outbox {
  private unkept: NewEvent[] = [];
  private isToKeep = false;
  private isSending = false;
  private waitMs = FIRST_WAIT_MS;
  private timer: number | undefined;

  constructor(
    private readonly runId: string,
    private readonly server: RunServer,
    private readonly heard: Heard,
    /** In the order in which they were made; what is kept on this device already, at first. */
    private waiting: NewEvent[],
  ) {}

  get pending(): readonly NewEvent[] {
    return this.waiting;
  }

  add(event: NewEvent) {
    this.waiting.push(event);
    this.unkept.push(event);
    // The new number first: keeping and sending take longer than counting.
    if (!this.isToKeep) afterDrawing(() => void this.keep());
    this.isToKeep = true;
  }

  private async keep() {
    this.isToKeep = false;
    // What is answered already is kept as such.
    const unkept = this.unkept.splice(0).filter((event) => this.waiting.includes(event));
    void this.send();
    const hasRoom = await keepPresses(this.runId, unkept);
    if (!hasRoom) this.unkept.unshift(...unkept); // Tried again with the next press.
    this.heard.link({ isFull: !hasRoom });
  }

  /** Takes over what another window of this browser has pressed, and kept. */
  adopt(events: NewEvent[]) {
    this.waiting.push(...events);
    window.setTimeout(() => void this.send(), OTHERS_SEND_MS);
  }

  /** Another window has sent these. */
  drop(ids: Set<string>) {
    this.waiting = this.waiting.filter((event) => !ids.has(event.id));
  }

  /** Send what is waiting; one batch at a time, so that events arrive in their order. */
  async send(): Promise<void> {
    window.clearTimeout(this.timer);
    if (this.isSending || this.waiting.length === 0) return;
    this.isSending = true;
    const batch = this.waiting.slice(0, MOST_A_BATCH);
    try {
      const recorded = await this.server.record(batch);
      this.drop(new Set(batch.map((event) => event.id)));
      this.waitMs = FIRST_WAIT_MS;
      // What was moved is kept once it was read as it stands there; until then it would be sent again, and known again.
      if (!recorded.has_moved) void keepSent(this.runId, batch);
      this.heard.link({ isCutOff: false, problem: null });
      this.heard.answered(batch, recorded);
    } catch (error) {
      this.isSending = false;
      // Sent by another window meanwhile: then nothing is held up.
      if (this.waiting.length > 0) this.holdUp(error);
      return;
    }
    this.isSending = false;
    await this.send();
  }

  /** A refusal is the athlete's to see; whatever else keeps the events here is tried again by itself. */
  private holdUp(error: unknown) {
    if (error instanceof ProblemError && error.status < 500) {
      this.heard.link({ problem: error });
    } else {
      this.heard.link({ isCutOff: true });
      if (this.waitMs === FIRST_WAIT_MS) void askToSend();
      this.timer = window.setTimeout(() => void this.send(), this.waitMs);
      this.waitMs = Math.min(LONGEST_WAIT_MS, this.waitMs * 2);
    }
  }
}
