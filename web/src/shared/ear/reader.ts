/** The worker that reads a chosen recording piece by piece and measures it. It goes on when it is asked for more. */
import type { Levels } from "./levels";
import { unpack, type Head } from "./samples";
import { Transducer } from "./transducer";

const PIECE_S = 4;

export interface ToReader {
  /** The first message; those that follow ask for the next piece. */
  file?: Blob;
  head?: Head;
}

export interface FromReader extends Levels {
  /** How much of the file is read, from 0 to 1. */
  share: number;
  isEnd: boolean;
}

let file: Blob;
let head: Head;
let transducer: Transducer;
let at = 0;
let until = 0;

function begin(given: { file: Blob; head: Head }) {
  ({ file, head } = given);
  transducer = new Transducer(head.rate_hz);
  at = head.starts_at;
  const promised = head.promised === null ? Infinity : head.promised * head.frame_bytes;
  until = Math.min(file.size, at + promised);
}

async function next(): Promise<FromReader> {
  const bytes = Math.min(until - at, Math.round(PIECE_S * head.rate_hz) * head.frame_bytes);
  const { bands } = transducer;
  const isWhole = bytes >= head.frame_bytes;
  if (!isWhole) return { codes: transducer.end(), bands, share: 1, isEnd: true };
  const codes = transducer.take(unpack(await file.slice(at, at + bytes).arrayBuffer(), head));
  at += bytes;
  return { codes, bands, share: (at - head.starts_at) / (until - head.starts_at), isEnd: false };
}

self.onmessage = ({ data }: MessageEvent<ToReader>) => {
  if (data.file && data.head) begin({ file: data.file, head: data.head });
  void next().then(
    (piece) => self.postMessage(piece),
    () => self.postMessage(null),
  );
};
