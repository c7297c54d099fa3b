/** The rules on this device: started once, asked by name, and given up for good where they do not answer. */
import { ProblemError, type Problem } from "../../api/client";
import { Followed } from "../lib/followed";
import type { Begin, FromWorker } from "./messages";
import { noteTrouble } from "./troubles";

/** Null where the application was built without. */
declare const __RULES__: Begin | null;

/** A worker that is blocked, or is sent as a wrong type, says nothing at all: then the server counts. */
const LONGEST_START_MS = 60_000;
const LONGEST_CALL_MS = 30_000;
/** A page that was asleep finds its time-outs over before it finds the answers that had come. */
const GRACE_MS = 1000;
const REFUSED = 400;

type Refusal = Pick<Problem, "code" | "detail" | "errors">;

/** What the rules refuse, as the server would. */
export class Refused extends ProblemError {
  constructor(refusal: Refusal) {
    super(REFUSED, { type: "about:blank", title: "Refused on this device", status: REFUSED, ...refusal });
  }
}

/** The rules cannot be asked here. */
export class NoRules extends Error {}

interface Call {
  resolve: (value: unknown) => void;
  reject: (error: Error) => void;
  timer: number;
}

interface State {
  status: "off" | "starting" | "ready" | "failed";
}

class Rules extends Followed<State> {
  private worker: Worker | null = null;
  private calls = new Map<number, Call>();
  private lastId = 0;
  private timer = 0;

  constructor() {
    super({ status: "off" });
  }

  /** Begins to load them, where that has not happened yet. */
  start() {
    if (this.state.status !== "off") return;
    this.tell({ status: "starting" });
    if (__RULES__ === null) {
      this.fail("the application was built without them");
      return;
    }
    this.worker = new Worker(new URL("./worker.ts", import.meta.url), { type: "module" });
    this.worker.onerror = ({ message }) => this.fail(message || "the worker did not start");
    this.worker.onmessage = ({ data }: MessageEvent<FromWorker>) => this.hear(data);
    const isStarting = () => this.state.status === "starting";
    this.timer = this.patience(LONGEST_START_MS, isStarting, "they did not start in time");
    const { folder, core, lock } = __RULES__;
    this.worker.postMessage({ folder, core, lock } satisfies Begin);
  }

  /** Comes when they are ready, or have failed. */
  whenSettled(): Promise<void> {
    return new Promise((resolve) => {
      const look = () => {
        if (this.state.status !== "ready" && this.state.status !== "failed") return;
        leave();
        resolve();
      };
      const leave = this.subscribe(look);
      look();
    });
  }

  /** The value of a call. Throws what the rules refuse, and `NoRules` where they do not answer in time. */
  call<T>(name: string, values: object, longestMs = LONGEST_CALL_MS): Promise<T> {
    this.start();
    if (!this.worker) return Promise.reject(new NoRules());
    this.lastId += 1;
    const id = this.lastId;
    this.worker.postMessage({ id, asked: JSON.stringify({ call: name, with: values }) });
    return new Promise<T>((resolve, reject) => {
      const ms = this.state.status === "ready" ? longestMs : LONGEST_START_MS + longestMs;
      const timer = this.patience(ms, () => this.calls.has(id), `no answer to "${name}"`);
      this.calls.set(id, { resolve: resolve as Call["resolve"], reject, timer });
    });
  }

  private patience(ms: number, isWaiting: () => boolean, words: string): number {
    const giveUp = () => {
      if (isWaiting()) this.fail(words);
    };
    return window.setTimeout(() => window.setTimeout(giveUp, GRACE_MS), ms);
  }

  private hear(message: FromWorker) {
    if (message.kind === "failed") this.fail(message.words);
    else if (message.kind === "answer") this.resolve(message.id, message.answer);
    else {
      window.clearTimeout(this.timer);
      this.tell({ status: "ready" });
    }
  }

  private resolve(id: number, answer: string) {
    const call = this.calls.get(id);
    if (!call) return;
    this.calls.delete(id);
    window.clearTimeout(call.timer);
    const { value, problem } = JSON.parse(answer) as { value: unknown; problem?: Refusal };
    if (problem) call.reject(new Refused(problem));
    else call.resolve(value);
  }

  private fail(words: string) {
    if (this.state.status === "failed") return;
    noteTrouble(`The rules do not run on this device, so the server counts: ${words}.`);
    this.worker?.terminate();
    this.worker = null;
    for (const { reject, timer } of this.calls.values()) {
      window.clearTimeout(timer);
      reject(new NoRules());
    }
    this.calls.clear();
    this.tell({ status: "failed" });
  }
}

export const rules = new Rules();
