/**
 * The levels that a page makes of a WAV file, as bytes on the standard output: how many bands, then a number of two
 * bytes each. Run as `node tests/levels.mjs FILE HEAD MS`: its head as JSON, and how long the pieces are.
 */
import { readFileSync } from "node:fs";

import { unpack } from "./out/samples.mjs";
import { Transducer } from "./out/transducer.mjs";

const [file, head, ms] = process.argv.slice(2);
const read = JSON.parse(head);
const data = readFileSync(file).subarray(read.starts_at);
const piece = Math.max(1, Math.round((Number(ms) * read.rate_hz) / 1000)) * read.frame_bytes;
const transducer = new Transducer(read.rate_hz);
const told = [Uint16Array.of(transducer.bands)];
for (let at = 0; at < data.length; at += piece) {
  const bytes = data.subarray(at, at + piece);
  told.push(transducer.take(unpack(bytes.buffer.slice(bytes.byteOffset, bytes.byteOffset + bytes.byteLength), read)));
}
told.push(transducer.end());
for (const codes of told) process.stdout.write(Buffer.from(codes.buffer, codes.byteOffset, codes.byteLength));
