/** Sounds made on the spot, loud enough for a hall. Each has a twin on the screen: see `calls.ts` and the pads. */
export type Sound = "made" | "missed" | "count_in" | "go" | "second" | "end" | "ten" | "close" | "best" | "next";

/** Notes as [frequency in Hz, start in s, length in s]. */
const NOTES: Record<Sound, [number, number, number][]> = {
  made: [[1320, 0, 0.05]],
  missed: [[220, 0, 0.09]],
  count_in: [[660, 0, 0.12]],
  go: [[990, 0, 0.35]],
  second: [[880, 0, 0.08]],
  end: [
    [784, 0, 0.22],
    [587, 0.24, 0.22],
    [392, 0.48, 0.5],
  ],
  ten: [
    [988, 0, 0.09],
    [1319, 0.1, 0.14],
  ],
  close: [
    [740, 0, 0.09],
    [740, 0.14, 0.09],
  ],
  best: [
    [784, 0, 0.12],
    [988, 0.12, 0.12],
    [1175, 0.24, 0.12],
    [1568, 0.36, 0.4],
  ],
  next: [
    [523, 0, 0.12],
    [784, 0.13, 0.2],
  ],
};

/** A page sounds through one context: each that runs costs work of its own, heard or not. */
let shared: AudioContext | null = null;
/** The speakers that may want it. */
const awake = new Set<Speaker>();
/** The last sound of a screen is heard out on the next one. */
const HEARD_OUT_MS = 2000;

export class Speaker {
  private volume = 0.7;
  private isHushed = false;

  private get level() {
    return this.isHushed ? 0 : this.volume;
  }

  private get context() {
    return awake.has(this) ? shared : null;
  }

  /** `volume` from 0 to 1. */
  setLevel(volume: number, isMuted: boolean) {
    this.volume = isMuted ? 0 : volume;
  }

  /** Keeps still while the ear listens, which would count these sounds. */
  hush(isOn: boolean) {
    this.isHushed = isOn;
  }

  /** Browsers let a page sound only after a press: call this from one. */
  wake() {
    shared ??= new AudioContext();
    awake.add(this);
    if (shared.state === "suspended") void shared.resume();
  }

  /** Nothing more is to be heard of this one. */
  rest() {
    awake.delete(this);
    window.setTimeout(() => {
      if (awake.size === 0 && shared?.state === "running") void shared.suspend();
    }, HEARD_OUT_MS);
  }

  play(sound: Sound) {
    if (this.level === 0 || !this.context || this.context.state !== "running") return;
    const now = this.context.currentTime;
    for (const [frequency, start, length] of NOTES[sound]) this.note(frequency, now + start, length);
  }

  /** The audio's own clock in seconds, steadier than any timer; null while there is no sound to be had. */
  get time(): number | null {
    return this.context?.state === "running" ? this.context.currentTime : null;
  }

  /** A click at a moment of the audio's clock; the first of a beat is higher. */
  clickAt(at: number, isBeat: boolean) {
    if (this.level > 0) this.note(isBeat ? 1760 : 1175, at, 0.03);
  }

  /** Speaks words where the browser has a voice; says whether it does. */
  speak(words: string): boolean {
    if (this.level === 0 || !("speechSynthesis" in window) || window.speechSynthesis.getVoices().length === 0)
      return false;
    const said = new SpeechSynthesisUtterance(words);
    said.volume = this.level;
    said.rate = 1.1;
    window.speechSynthesis.cancel();
    window.speechSynthesis.speak(said);
    return true;
  }

  private note(frequency: number, at: number, length: number) {
    if (!this.context) return;
    const tone = this.context.createOscillator();
    const gain = this.context.createGain();
    tone.type = "triangle";
    tone.frequency.value = frequency;
    gain.gain.setValueAtTime(0, at);
    gain.gain.linearRampToValueAtTime(this.level, at + 0.008);
    gain.gain.setValueAtTime(this.level, at + length * 0.7);
    gain.gain.linearRampToValueAtTime(0, at + length);
    tone.connect(gain).connect(this.context.destination);
    tone.start(at);
    tone.stop(at + length + 0.02);
  }
}
