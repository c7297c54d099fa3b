/**
 * A steady click. Timers in a browser come late; the audio's clock does not. So a timer only looks ahead, and what
 * falls due within the next moment is handed to the audio with its exact time.
 */
import type { Speaker } from "./sounds";

const LOOK_EVERY_MS = 25;
const AHEAD_S = 0.12;
/** A click that is later than this is not heard as the one it was to be. */
const LATE_S = 0.03;
/** A breath before the first click. */
const LEAD_S = 0.6;

export interface Clicking {
  strokeMs: number;
  perBeat: number;
  /** Strokes to play after the beats that lead in; Infinity goes on until it is stopped. */
  strokes: number;
  /** Beats that lead in. */
  leadIn?: number;
  /** Which strokes sound stronger, from 0; the first of each beat where it does not say. */
  isStrong?: (place: number) => boolean;
}

export class Metronome {
  private timer: number | undefined;
  private shown: number[] = [];

  constructor(private readonly speaker: Speaker) {}

  /** Four beats lead in, as a rule; `onStroke` shows each stroke as it sounds, those of the lead-in as 0 and below; `onDone` ends it. */
  start(clicking: Clicking, onStroke: (stroke: number) => void, onDone: () => void) {
    this.stop();
    const { strokeMs, perBeat, strokes, leadIn: beats = 4, isStrong = (place) => place % perBeat === 0 } = clicking;
    const leadIn = beats * perBeat;
    // Where there is no sound the page's clock stands in for the audio's.
    const hasSound = this.speaker.time !== null;
    const now = () => (hasSound ? this.speaker.time : null) ?? performance.now() / 1000;
    const first = now() + LEAD_S;
    const whole = leadIn + strokes;
    let next = 0;
    const look = () => {
      while (next < whole && first + (next * strokeMs) / 1000 < now() + AHEAD_S) {
        const place = next;
        const at = first + (place * strokeMs) / 1000;
        const isBeat = place % perBeat === 0;
        if (place >= leadIn || isBeat) {
          // What fell due while the page slept is over: it would sound all at once.
          if (hasSound && at >= now() - LATE_S) this.speaker.clickAt(at, isStrong(place));
          this.show(at - now(), () => onStroke(place - leadIn + 1));
        }
        next += 1;
      }
      if (next < whole) return;
      window.clearInterval(this.timer);
      this.show(first + (whole * strokeMs) / 1000 - now(), onDone);
    };
    this.timer = window.setInterval(look, LOOK_EVERY_MS);
    look();
  }

  stop() {
    window.clearInterval(this.timer);
    this.shown.forEach((timer) => window.clearTimeout(timer));
    this.shown = [];
  }

  private show(inS: number, act: () => void) {
    this.shown.push(window.setTimeout(act, Math.max(0, inS * 1000)));
    if (this.shown.length > 64) this.shown.splice(0, 32);
  }
}
