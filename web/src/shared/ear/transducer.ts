/* eslint-disable @typescript-eslint/no-non-null-assertion -- every index lies within its array, and all are of numbers */
/**
 * Samples to levels: what `jolly_core.ear.bands` does, by the same definition and in its words. No rule: it measures.
 * Each hop of 5 ms has twelve bands; a level is told as hundredths of a dB above the lowest.
 */

const HOPS_A_SECOND = 200;
const WINDOW_S = 0.0055;
const BANDS = 12;
const LOWEST_HZ = 180;
const HIGHEST_HZ = 12_000;
const LOWEST_DB = -120;
const CODES_A_DB = 100;
const HIGHEST_CODE = 20_000;
/** A line of the spectrum is at most so wide. */
const LINES_A_RATE = 94;

/** The lines of a band: the first, and the weight of each. */
interface Band {
  first: number;
  weights: number[];
}

function edgesHz(): number[] {
  const step = (HIGHEST_HZ / LOWEST_HZ) ** (1 / BANDS);
  return Array.from({ length: BANDS + 1 }, (_, number) => LOWEST_HZ * step ** number);
}

function bandsOf(rateHz: number, size: number, power: number): Band[] {
  const edges = edgesHz();
  const lineHz = rateHz / size;
  const bands: Band[] = [];
  for (let band = 0; band < BANDS; band += 1) {
    const low = edges[band] ?? 0;
    const high = edges[band + 1] ?? 0;
    // The last one lies within what the rate can hold at least by half.
    if ((low + high) / 2 > rateHz / 2) break;
    const shares: [number, number][] = [];
    for (let line = 0; line <= size / 2; line += 1) {
      const share = (Math.min(high, (line + 0.5) * lineHz) - Math.max(low, (line - 0.5) * lineHz)) / lineHz;
      if (share > 0) shares.push([line, Math.min(1, share)]);
    }
    // By Parseval: of a full-scale sine, all lines together have the power 1.
    const weights = shares.map(([, share]) => (share * 4) / (size * power));
    bands.push({ first: shares[0]?.[0] ?? 0, weights });
  }
  return bands;
}

/** The Fourier transform in place, of a length that is a power of two (Cooley and Tukey 1965). */
class Transform {
  private readonly cosines: Float64Array;
  private readonly sines: Float64Array;
  private readonly places: Uint16Array;

  readonly size: number;

  constructor(size: number) {
    this.size = size;
    const angles = Array.from({ length: size / 2 }, (_, place) => (2 * Math.PI * place) / size);
    this.cosines = Float64Array.from(angles, Math.cos);
    this.sines = Float64Array.from(angles, Math.sin);
    const bits = Math.log2(size);
    this.places = Uint16Array.from({ length: size }, (_, place) => {
      let turned = 0;
      for (let bit = 0; bit < bits; bit += 1) turned |= ((place >> bit) & 1) << (bits - 1 - bit);
      return turned;
    });
  }

  /** `real` and `imaginary` are in the order of `place`. */
  run(real: Float64Array, imaginary: Float64Array) {
    const { size, cosines, sines } = this;
    for (let half = 1, step = size / 2; half < size; half *= 2, step /= 2) {
      for (let from = 0; from < size; from += 2 * half) {
        for (let place = 0; place < half; place += 1) {
          const cosine = cosines[place * step]!;
          const sine = sines[place * step]!;
          const one = from + place;
          const other = one + half;
          const re = real[other]! * cosine + imaginary[other]! * sine;
          const im = imaginary[other]! * cosine - real[other]! * sine;
          real[other] = real[one]! - re;
          imaginary[other] = imaginary[one]! - im;
          real[one]! += re;
          imaginary[one]! += im;
        }
      }
    }
  }

  /** Where a sample has to lie before the transform. */
  place(sample: number): number {
    return this.places[sample]!;
  }
}

/** So many samples beyond the first, away from it: the mirrored ones, again and again where there are too few. */
function beyond(samples: Float32Array, many: number): Float32Array {
  const length = samples.length;
  const round = 2 * (length - 1);
  return Float32Array.from({ length: many }, (_, index) => {
    if (length === 1) return samples[0]!;
    // The first is left out of the first round, and the last is said once.
    const place = (index + 1) % round;
    return samples[place < length ? place : round - place]!;
  });
}

export class Transducer {
  /** How many bands lie within the rate. */
  readonly bands: number;
  private readonly rateHz: number;
  private readonly window: Float64Array;
  private readonly transform: Transform;
  private readonly lines: Band[];
  private readonly real: Float64Array;
  private readonly imaginary: Float64Array;
  private kept: Float32Array[] = [];
  /** The number of the sample that the kept ones begin with, and of the next hop. */
  private from = 0;
  private hop = 0;
  private isMirrored = false;

  constructor(rateHz: number) {
    this.rateHz = rateHz;
    const length = Math.round(WINDOW_S * rateHz);
    this.window = Float64Array.from(
      { length },
      (_, place) => 0.5 - 0.5 * Math.cos((2 * Math.PI * (place + 0.5)) / length),
    );
    const size = 2 ** Math.ceil(Math.log2(Math.max(length, Math.ceil(rateHz / LINES_A_RATE))));
    const power = this.window.reduce((sum, weight) => sum + weight * weight, 0);
    this.lines = bandsOf(rateHz, size, power);
    this.bands = this.lines.length;
    this.transform = new Transform(size);
    this.real = new Float64Array(size);
    this.imaginary = new Float64Array(size);
  }

  /** The levels of all hops whose windows are whole by now, one hop after the other. */
  take(channels: Float32Array[]): Uint16Array {
    this.kept = channels.map((more, channel) => joined(this.kept[channel], more));
    if (!this.isMirrored) {
      if (this.many <= this.window.length) return new Uint16Array(0);
      this.mirrorStart();
    }
    return this.measure(this.from + this.many - this.behind);
  }

  /** The levels of the last hops, beyond whose centres no whole window is left. */
  end(): Uint16Array {
    if (this.many === 0) return new Uint16Array(0);
    if (!this.isMirrored) this.mirrorStart();
    const until = this.from + this.many;
    this.kept = this.kept.map((samples) => joined(samples, beyond(samples.slice().reverse(), this.window.length)));
    return this.measure(until);
  }

  private get many(): number {
    return this.kept[0]?.length ?? 0;
  }

  /** How many samples of a window come after its centre. */
  private get behind(): number {
    return this.window.length - (this.window.length >> 1);
  }

  private mirrorStart() {
    this.kept = this.kept.map((samples) => joined(beyond(samples, this.window.length).reverse(), samples));
    this.from = -this.window.length;
    this.isMirrored = true;
  }

  private centre(hop: number): number {
    return Math.floor((2 * hop * this.rateHz + HOPS_A_SECOND) / (2 * HOPS_A_SECOND));
  }

  /** Where the window of a hop begins in what is kept. */
  private start(hop: number): number {
    return this.centre(hop) - (this.window.length >> 1) - this.from;
  }

  private measure(until: number): Uint16Array {
    const first = this.hop;
    while (this.centre(this.hop) < until) this.hop += 1;
    const powers = new Float64Array((this.hop - first) * this.bands);
    for (const samples of this.kept) {
      // Two hops at once: one as the real part, the other as the imaginary one.
      for (let hop = first; hop < this.hop; hop += 2) this.measurePair(samples, hop, first, powers);
    }
    const gone = Math.max(0, Math.min(this.start(this.hop), this.many - this.window.length));
    this.kept = this.kept.map((samples) => samples.slice(gone));
    this.from += gone;
    return Uint16Array.from(powers, (power) =>
      Math.min(HIGHEST_CODE, Math.round(CODES_A_DB * Math.max(0, 10 * Math.log10(power) - LOWEST_DB))),
    );
  }

  private measurePair(samples: Float32Array, hop: number, first: number, powers: Float64Array) {
    const { real, imaginary, window, transform, bands } = this;
    const isPair = hop + 1 < this.hop;
    const one = this.start(hop);
    const other = isPair ? this.start(hop + 1) : one;
    real.fill(0);
    imaginary.fill(0);
    for (let sample = 0; sample < window.length; sample += 1) {
      const place = transform.place(sample);
      real[place] = samples[one + sample]! * window[sample]!;
      imaginary[place] = samples[other + sample]! * window[sample]!;
    }
    transform.run(real, imaginary);
    const at = (hop - first) * bands;
    for (let band = 0; band < bands; band += 1) {
      const { first: line, weights } = this.lines[band]!;
      let power = 0;
      let next = 0;
      for (let index = 0; index < weights.length; index += 1) {
        const here = line + index;
        const there = here === 0 ? 0 : transform.size - here;
        const weight = weights[index]! / 4;
        power += weight * ((real[here]! + real[there]!) ** 2 + (imaginary[here]! - imaginary[there]!) ** 2);
        next += weight * ((imaginary[here]! + imaginary[there]!) ** 2 + (real[there]! - real[here]!) ** 2);
      }
      powers[at + band]! += power;
      if (isPair) powers[at + bands + band]! += next;
    }
  }
}

function joined(samples: Float32Array | undefined, more: Float32Array): Float32Array {
  if (!samples?.length) return more;
  const all = new Float32Array(samples.length + more.length);
  all.set(samples);
  all.set(more, samples.length);
  return all;
}
