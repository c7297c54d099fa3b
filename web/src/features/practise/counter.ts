/** One run counted on this device, by the core's own rules. */
import type { Distance, NewEvent, Result, Run, Tally } from "../../api/queries";
import { rules } from "../../shared/device/rules";

/** How a run stands as of an event: its number, and the run's clock. */
export interface Counted {
  seq: number;
  at_ms: number;
  tally: Tally;
  result: Result;
  distance: Distance;
}

/** So many counts are kept to be compared with the server's. */
const MOST_KEPT = 256;

export class Counter {
  /** What was handed in and is not counted yet, in its order. */
  private handedIn: NewEvent[] = [];
  private recent = new Map<number, Counted>();
  private isOpen = false;
  private isCounting = false;
  /** Goes up with every opening: what an earlier one still answers is of no interest. */
  private opening = 0;

  constructor(
    private readonly runId: string,
    private readonly heard: {
      counted: (counted: Counted) => void;
      /** What was handed in does not fit the events before it: another window or device has counted. */
      misfit: () => void;
    },
  ) {}

  /** Whether what this device counts is what is shown. */
  get isOn(): boolean {
    return this.isCounting;
  }

  get unanswered(): readonly NewEvent[] {
    return this.handedIn;
  }

  /** The count as of an event, if it is still known. */
  at(seq: number): Counted | undefined {
    return this.recent.get(seq);
  }

  /** Counts from the start; throws where the rules cannot be asked, or refuse. */
  async open(run: Pick<Run, "rules">, sent: NewEvent[], waiting: readonly NewEvent[]): Promise<void> {
    this.opening += 1;
    this.handedIn = [];
    // What comes from here on is handed in behind these, whether or not they are counted by then.
    this.isOpen = true;
    try {
      await this.ask(this.opening, "open", { rules: run.rules, sent, waiting });
    } catch (error) {
      this.close();
      throw error;
    }
  }

  take(event: NewEvent) {
    if (!this.isOpen) return;
    this.handedIn.push(event);
    const { opening } = this;
    this.ask(opening, "take", { events: [event] }, event).catch(() => {
      if (opening === this.opening) this.heard.misfit();
    });
  }

  close() {
    this.isOpen = this.isCounting = false;
    this.opening += 1;
    this.handedIn = [];
    this.recent.clear();
    void rules.call("close", { run: this.runId }).catch(() => undefined);
  }

  private async ask(opening: number, name: string, values: object, event?: NewEvent): Promise<void> {
    const counted = await rules.call<Counted>(name, { run: this.runId, ...values });
    if (opening !== this.opening) return;
    if (event) this.handedIn = this.handedIn.slice(this.handedIn.indexOf(event) + 1);
    else this.recent.clear();
    this.recent.set(counted.seq, counted);
    const [oldest] = this.recent.keys();
    if (this.recent.size > MOST_KEPT && oldest !== undefined) this.recent.delete(oldest);
    this.isCounting = true;
    this.heard.counted(counted);
  }
}
