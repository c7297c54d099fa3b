/** What a page and its worker say to each other. */

/** Where the interpreter and the core lie, and which packages there are: none. */
export interface Begin {
  folder: string;
  core: string;
  lock: string;
}

export interface Asked {
  id: number;
  /** A call as JSON, as the core's `device.wire` takes it. */
  asked: string;
}

export type FromWorker =
  { kind: "ready" } | { kind: "failed"; words: string } | { kind: "answer"; id: number; answer: string };
