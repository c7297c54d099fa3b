/** Measures what the microphone hears, on the audio's own thread. */
import { Transducer } from "./transducer";

/** So many hops are told at once: 50 ms. */
const HOPS_A_MESSAGE = 10;

declare const sampleRate: number;
declare function registerProcessor(name: string, processor: unknown): void;
declare class AudioWorkletProcessor {
  readonly port: MessagePort;
}

class Ear extends AudioWorkletProcessor {
  private readonly transducer = new Transducer(sampleRate);
  private gathered: Uint16Array[] = [];
  private hops = 0;

  process([channels]: Float32Array[][]): boolean {
    // One channel is all that a microphone promises throughout; its array is used again for the next block.
    const samples = channels?.[0]?.slice();
    if (!samples) return true;
    const codes = this.transducer.take([samples]);
    if (codes.length === 0) return true;
    this.gathered.push(codes);
    this.hops += codes.length / this.transducer.bands;
    if (this.hops >= HOPS_A_MESSAGE) {
      const all = new Uint16Array(this.gathered.reduce((sum, each) => sum + each.length, 0));
      let at = 0;
      for (const each of this.gathered.splice(0)) {
        all.set(each, at);
        at += each.length;
      }
      this.hops = 0;
      this.port.postMessage({ codes: all, bands: this.transducer.bands });
    }
    return true;
  }
}

registerProcessor("ear", Ear);
