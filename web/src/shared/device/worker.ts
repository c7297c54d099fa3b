/// <reference types="emscripten" />
/** The worker in which the rules run: the core as it is, in Python. It takes calls one after the other. */
import type { loadPyodide } from "pyodide";

import type { Asked, Begin, FromWorker } from "./messages";

interface Interpreter {
  loadPyodide: typeof loadPyodide;
}

const say = (message: FromWorker) => self.postMessage(message);

async function readBytes(address: string): Promise<Uint8Array> {
  const answer = await fetch(address);
  if (!answer.ok) throw new Error(`${address}: ${answer.status}`);
  return new Uint8Array(await answer.arrayBuffer());
}

async function begin({ folder, core, lock }: Begin): Promise<(asked: string) => string> {
  const archive = readBytes(core);
  const { loadPyodide: load } = (await import(/* @vite-ignore */ `${folder}pyodide.mjs`)) as Interpreter;
  const python = await load({ indexURL: folder, stdLibURL: `${folder}library.bin`, lockFileContents: lock });
  python.FS.writeFile("/core.zip", await archive);
  python.runPython(`import sys; sys.path.insert(0, "/core.zip")\nfrom jolly_core.device.wire import Device`);
  return python.runPython("Device().answer") as (asked: string) => string;
}

let answering: Promise<(asked: string) => string> | null = null;

self.onmessage = ({ data }: MessageEvent<Begin | Asked>) => {
  if ("folder" in data) {
    answering = begin(data);
    answering.then(
      () => say({ kind: "ready" }),
      (error: unknown) => say({ kind: "failed", words: String(error) }),
    );
    return;
  }
  void answering?.then((answer) => say({ kind: "answer", id: data.id, answer: answer(data.asked) }));
};
