/** The ear of a run in play: it hears the microphone, and says how the hits stand, beside what is pressed. */
import { closeEar, calibrate, endEar, openEar, takeLevels, type Lessons, type SoFar } from "../../shared/ear/calls";
import { asText, Loudness, type Levels } from "../../shared/ear/levels";
import { Microphone, NoMicrophone } from "../../shared/ear/microphone";
import type { RunClock } from "../practise/runClock";
import { Followed } from "../../shared/lib/followed";
import { keepHearing } from "../../shared/lib/hearings";
import { keep } from "../../shared/lib/storage";

/** So many hits on purpose say what one sounds like. */
export const CALIBRATION_HITS = 10;

export interface EarState {
  status: "off" | "asking" | "on" | "over";
  /** Why it is off, where it is not by choice. */
  words: string;
  hits: number;
  rally: number;
  /** Whether it listens to hits on purpose, before the run. */
  isCalibrating: boolean;
  isCalibrated: boolean;
}

/** A hit, a rally that is over, or a command, at so many ms of the run's clock. */
export interface HeardNow {
  kind: "make" | "miss" | "two claps" | "three claps";
  atMs: number;
}

/** Another microphone hears otherwise: what a hit sounds like to this one is kept on this device. */
export const calibratedAt = (place: number | null) => `ear.calibrated.${place ?? 0}`;

const OFF: EarState = { status: "off", words: "", hits: 0, rally: 0, isCalibrating: false, isCalibrated: false };

export class LiveEar extends Followed<EarState> {
  private microphone: Microphone | null = null;
  private lessons: Lessons | null = null;
  private place: number | null = null;
  private loudness = new Loudness();
  /** Levels that the rules have not heard yet. */
  private waiting: Levels[] = [];
  private isBusy = false;
  /** The run's clock at the first moment of what is heard; known once the clock runs. */
  private fromMs: number | null = null;
  private lastMs = -1;
  private isBroken = true;
  private lastCommandMs = -1;
  private hasClaps = false;

  constructor(
    private readonly run: string,
    private readonly clock: RunClock,
    /** Told while the run is in play, hit by hit. */
    private readonly heard: (now: HeardNow) => void,
  ) {
    super(OFF);
  }

  /** Whether claps are commands. */
  setClaps(isOn: boolean) {
    this.hasClaps = isOn;
  }

  async start(lessons: Lessons | null, place: number | null) {
    if (this.state.status === "asking" || this.state.status === "on") return;
    this.lessons = lessons;
    this.place = place;
    this.tell({ ...OFF, status: "asking", isCalibrated: lessons?.cut != null });
    const microphone = new Microphone();
    this.microphone = microphone;
    try {
      await this.beginAnew();
      await microphone.start((levels) => this.hear(levels));
      this.tell({ status: "on" });
    } catch (error) {
      microphone.stop();
      const words = error instanceof NoMicrophone ? error.message : "The ear does not work in this browser.";
      this.tell({ status: "off", words });
    }
  }

  /** From here on hits are played on purpose, so that it knows what one sounds like. */
  async startCalibration() {
    await this.beginAnew();
    this.tell({ isCalibrating: true, hits: 0, rally: 0, words: "" });
  }

  async endCalibration() {
    try {
      await endEar(this.run);
      this.lessons = await calibrate(this.run, CALIBRATION_HITS);
      keep(calibratedAt(this.place), this.lessons);
      this.tell({ isCalibrated: true, words: "" });
    } catch (error) {
      this.tell({ words: (error as Error).message });
    }
    await this.beginAnew();
    this.tell({ isCalibrating: false, hits: 0, rally: 0 });
  }

  /** Hears no more; what was heard in play is kept on this device. */
  async stop() {
    this.microphone?.stop();
    this.microphone = null;
    if (this.state.status !== "on") return;
    const { fromMs } = this;
    this.tell({ status: fromMs === null ? "off" : "over" });
    await this.send();
    const loudness = this.loudness.all;
    if (fromMs !== null && loudness.length > 0) {
      const kept = await endEar(this.run);
      const { run, place } = this;
      const { lessons } = this;
      await keepHearing({ run, kept, loudness, from_ms: fromMs, place, lessons, at: Date.now() });
    }
    await closeEar(this.run);
  }

  private async beginAnew() {
    this.waiting = [];
    this.loudness = new Loudness();
    this.fromMs = null;
    this.lastMs = -1;
    this.isBroken = true;
    this.lastCommandMs = -1;
    await openEar(this.run, this.lessons);
  }

  private hear(levels: Levels) {
    this.waiting.push(levels);
    if (!this.isBusy) void this.send();
  }

  private async send() {
    this.isBusy = true;
    try {
      while (this.waiting.length > 0) {
        const [levels] = this.waiting.splice(0, 1);
        if (!levels) break;
        this.loudness.add(levels);
        // What was to be heard before the start is none of the run.
        const sinceMs = Math.max(0, -Math.floor(this.fromMs ?? 0));
        const live = { run: this.run, since_ms: sinceMs, claps: this.hasClaps && this.clock.isRunning };
        this.show(await takeLevels(this.run, asText(levels), levels.bands, live));
      }
    } catch {
      this.microphone?.stop();
      this.tell({ status: "off", words: "The rules on this device do not answer, so the ear is off." });
    } finally {
      this.isBusy = false;
    }
  }

  private show(soFar: SoFar) {
    const { hits, rally } = soFar;
    if (hits !== this.state.hits || rally !== this.state.rally) this.tell({ hits, rally });
    if (!this.clock.isRunning) return;
    // What comes late says too much: the least of all is nearest to the truth.
    this.fromMs = Math.min(this.fromMs ?? Infinity, this.clock.now() - soFar.ms);
    this.press(soFar, this.fromMs);
  }

  private press({ latest_ms: latest, is_broken: isBroken, ms, commands }: SoFar, fromMs: number) {
    for (const { claps, at_ms: atMs } of commands) {
      if (atMs <= this.lastCommandMs) continue;
      this.lastCommandMs = atMs;
      this.heard({ kind: claps === 2 ? "two claps" : "three claps", atMs: Math.round(fromMs + ms) });
    }
    for (const atMs of latest) {
      if (atMs <= this.lastMs) continue;
      this.lastMs = atMs;
      this.isBroken = false;
      this.heard({ kind: "make", atMs: Math.round(fromMs + atMs) });
    }
    if (isBroken && !this.isBroken) {
      this.isBroken = true;
      this.heard({ kind: "miss", atMs: Math.round(fromMs + ms) });
    }
  }
}
