/** The microphone, measured as it is: nothing of what a telephone does to voices. Sound itself never leaves the page. */
import { Said } from "../lib/said";
import type { Levels } from "./levels";
import workletAddress from "./worklet?worker&url";

/** Why there is nothing to be heard, in words. */
export class NoMicrophone extends Said {}

const PLAIN = { echoCancellation: false, autoGainControl: false, noiseSuppression: false };

const WORDS: Record<string, string> = {
  NotAllowedError: "The browser was not allowed to use the microphone. Allow it in the page's settings, and try again.",
  NotFoundError: "There is no microphone here. Record with another device, and open the WAV file instead.",
  NotReadableError: "Another program uses the microphone just now. Close that, and try again.",
};

export class Microphone {
  private stream: MediaStream | null = null;
  private context: AudioContext | null = null;

  /** Begins to listen. Throws `NoMicrophone`. */
  async start(hear: (levels: Levels) => void): Promise<void> {
    // Browsers give no microphone to a page that is not sent by a safe way.
    if (!("mediaDevices" in navigator) || !("AudioWorkletNode" in window)) {
      throw new NoMicrophone(
        "This browser gives no microphone to this page. Record with another program, and open the WAV file instead.",
      );
    }
    try {
      this.stream = await navigator.mediaDevices.getUserMedia({ audio: PLAIN });
    } catch (error) {
      const name = error instanceof DOMException ? error.name : "";
      throw new NoMicrophone(WORDS[name] ?? "The microphone does not work here. Open a WAV file instead.");
    }
    this.context = new AudioContext();
    await this.context.audioWorklet.addModule(workletAddress);
    const node = new AudioWorkletNode(this.context, "ear", { numberOfOutputs: 0 });
    node.port.onmessage = ({ data }: MessageEvent<Levels>) => hear(data);
    this.context.createMediaStreamSource(this.stream).connect(node);
    if (this.context.state === "suspended") await this.context.resume();
  }

  stop() {
    this.stream?.getTracks().forEach((track) => track.stop());
    void this.context?.close();
    this.stream = null;
    this.context = null;
  }
}
