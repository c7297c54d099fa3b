/** A chosen recording from its first byte to its hits: read, measured and heard piece by piece. */
import { NoRules } from "../device/rules";
import { Said } from "../lib/said";
import { makeUuid } from "../lib/uuid";
import { closeEar, endEar, openFile, readHead, takeLevels, type KeptPeaks, type Lessons } from "./calls";
import { asText, Loudness } from "./levels";
import type { FromReader, ToReader } from "./reader";

/** The first bytes have the head, in any file that means well. */
const HEAD_BYTES = 1 << 16;

export interface Listened {
  ear: string;
  kept: KeptPeaks;
  loudness: Uint8Array;
}

const asLetters = (bytes: Uint8Array) => Array.from(bytes, (byte) => String.fromCharCode(byte)).join("");

/** Throws what the rules say of a file that is no recording. ``tell`` hears how much is done, from 0 to 1. */
export async function listenTo(
  file: File,
  lessons: Lessons | null,
  tell: (share: number) => void,
  signal: AbortSignal,
): Promise<Listened> {
  const bytes = new Uint8Array(await file.slice(0, HEAD_BYTES).arrayBuffer());
  const head = await readHead(asLetters(bytes)).catch((error: unknown) => {
    const words = "The rules do not run in this browser, so it cannot count hits. Try another browser.";
    throw error instanceof NoRules ? new Said(words) : error;
  });
  const ear = makeUuid();
  await openFile(ear, lessons, head);
  const reader = new Worker(new URL("./reader.ts", import.meta.url), { type: "module" });
  const ask = (message: ToReader) =>
    new Promise<FromReader | null>((resolve) => {
      reader.onmessage = ({ data }: MessageEvent<FromReader | null>) => resolve(data);
      reader.onerror = () => resolve(null);
      reader.postMessage(message);
    });
  const loudness = new Loudness();
  try {
    let message: ToReader = { file, head };
    for (let isEnd = false; !isEnd; message = {}) {
      const piece = await ask(message);
      if (!piece) throw new Said("The file could not be read to its end. Is it still where it was?");
      signal.throwIfAborted();
      loudness.add(piece);
      await takeLevels(ear, asText(piece), piece.bands);
      tell(piece.share);
      ({ isEnd } = piece);
    }
    return { ear, kept: await endEar(ear), loudness: loudness.all };
  } catch (error) {
    void closeEar(ear).catch(() => undefined);
    throw error;
  } finally {
    reader.terminate();
  }
}
