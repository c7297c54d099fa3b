/**
 * Browsers of several devices, with several windows each, in one process and with a clock that is moved by hand.
 *
 * Commands come in on standard input, a line of JSON each; the answer to each holds what the windows have asked of the
 * server and of the rules meanwhile. Whoever sends the commands is the server, the network, the rules and the athlete.
 */
import { readFileSync } from "node:fs";
import { dirname, join } from "node:path";
import { createInterface } from "node:readline";
import { fileURLToPath } from "node:url";

const later = globalThis.setImmediate;
let underWay = 0;
// The database of a browser works in steps of this kind: when none is left, it has done what it was asked.
globalThis.setImmediate = (step) => {
  underWay += 1;
  later(() => {
    underWay -= 1;
    step();
  });
};
const { IDBFactory, IDBKeyRange, IDBObjectStore } = await import("fake-indexeddb");

const HERE = dirname(fileURLToPath(import.meta.url));
/** What a window finds around it; everything else is Node's. */
const AROUND = ["window", "navigator", "document", "localStorage", "globalThis", "self", "performance", "fetch"].concat(
  ["Request", "Worker", "BroadcastChannel", "requestAnimationFrame", "setTimeout", "clearTimeout", "console"],
);
const load = new Function(...AROUND, `${readFileSync(join(HERE, "out", "window.js"), "utf8")}\nreturn Window;`);

/** Rounds of Node's loop in which nothing was under way, after which nothing more comes by itself. */
const CALM_ROUNDS = 3;

async function settle() {
  for (let calm = 0; calm < CALM_ROUNDS;) {
    await new Promise((resolve) => later(resolve));
    calm = underWay > 0 ? 0 : calm + 1;
  }
}

let nowMs = 0;
let lastId = 0;
/** What the windows have asked since the last command, and who waits for which answer. */
let asked = [];
let calls = [];
const waiting = new Map();
const workers = new Map();
let timers = [];

const nextId = () => {
  lastId += 1;
  return lastId;
};

class Locks {
  held = new Map();
  queue = [];

  request(name, ...rest) {
    const work = rest.pop();
    const { mode = "exclusive", ifAvailable = false } = rest[0] ?? {};
    if (ifAvailable && !this.isFree(name, mode)) return Promise.resolve(work(null));
    return new Promise((resolve, reject) => {
      this.queue.push({ name, mode, start: () => Promise.resolve(work({ name, mode })).then(resolve, reject) });
      this.hand();
    });
  }

  isFree(name, mode) {
    const modes = this.held.get(name) ?? [];
    return modes.length === 0 || (mode === "shared" && modes.every((each) => each === "shared"));
  }

  hand() {
    const next = this.queue.find(({ name, mode }) => this.isFree(name, mode));
    if (!next) return;
    this.queue.splice(this.queue.indexOf(next), 1);
    this.held.set(next.name, [...(this.held.get(next.name) ?? []), next.mode]);
    const free = () => {
      const modes = this.held.get(next.name) ?? [];
      modes.splice(modes.indexOf(next.mode), 1);
      this.hand();
    };
    next.free = free;
    void next.start().finally(free);
    this.hand();
  }
}

/** Each window has locks through a view of its own, so that they are freed when it dies. */
class LocksOf {
  constructor(locks) {
    this.locks = locks;
    this.deaths = [];
  }

  request(name, ...rest) {
    const work = rest.pop();
    const death = new Promise((resolve) => this.deaths.push(resolve));
    return this.locks.request(name, ...rest, (lock) => (lock ? Promise.race([work(lock), death]) : work(null)));
  }

  die() {
    this.deaths.forEach((resolve) => resolve());
  }
}

class BrowserOfOne {
  indexedDB = new IDBFactory();
  isFull = false;
  storage = new Map();
  channels = new Set();
  locks = new Locks();
}

class WindowOf {
  isDead = false;

  constructor(id, browser) {
    this.id = id;
    this.browser = browser;
    this.locks = new LocksOf(browser.locks);
    this.channels = [];
    this.code = load(...this.around());
    this.code.enter("wren");
  }

  around() {
    const setTimeout = (call, ms = 0) => {
      const timer = { id: nextId(), window: this, at: nowMs + ms, call };
      timers.push(timer);
      return timer.id;
    };
    const clearTimeout = (id) => {
      timers = timers.filter((timer) => timer.id !== id);
    };
    const storage = this.browser.storage;
    const localStorage = {
      getItem: (key) => storage.get(key) ?? null,
      setItem: (key, value) => storage.set(key, value),
      removeItem: (key) => storage.delete(key),
    };
    const document = { cookie: "csrftoken=anything" };
    const window = { setTimeout, clearTimeout, addEventListener: () => undefined, localStorage, document };
    const [fetch, Request] = [this.fetch(), this.request()];
    const { indexedDB } = this.browser;
    const itself = { indexedDB, IDBKeyRange, Promise, Request, Headers, URL, fetch, setTimeout, clearTimeout };
    const frame = (call) => setTimeout(call, 16);
    const quiet = { ...console, error: () => undefined, warn: () => undefined };
    const values = [window, { locks: this.locks }, document, localStorage, itself, itself, { now: () => nowMs }];
    return [...values, fetch, Request, this.worker(), this.channel(), frame].concat([setTimeout, clearTimeout, quiet]);
  }

  request() {
    return class extends Request {
      constructor(address, options) {
        super(new URL(address, "http://hall/"), options);
      }
    };
  }

  fetch() {
    return (what, { method = "GET", body } = {}) => {
      const address = typeof what === "string" ? what : what.url.slice("http://hall".length);
      return new Promise((resolve, reject) => {
        if (this.isDead) return;
        const id = nextId();
        waiting.set(id, { window: this, resolve, reject });
        asked.push({ id, window: this.id, method, address, body: body ? JSON.parse(body) : null });
      });
    };
  }

  worker() {
    const { id } = this;
    return class {
      constructor() {
        workers.set(id, this);
      }

      postMessage(message) {
        calls.push({ window: id, ...message });
      }

      terminate() {}
    };
  }

  channel() {
    const { browser, channels } = this;
    return class {
      constructor(name) {
        this.name = name;
        channels.push(this);
        browser.channels.add(this);
      }

      postMessage(message) {
        const copy = structuredClone(message);
        for (const other of browser.channels)
          if (other !== this && other.name === this.name) setImmediate(() => other.onmessage?.({ data: copy }));
      }

      close() {
        browser.channels.delete(this);
      }
    };
  }

  die() {
    this.isDead = true;
    timers = timers.filter(({ window }) => window !== this);
    for (const channel of this.channels) {
      channel.close();
      channel.onmessage = null;
    }
    this.locks.die();
    workers.delete(this.id);
  }
}

// A full disk: nothing more can be written.
let browsers = [];
for (const name of ["put", "add"]) {
  const write = IDBObjectStore.prototype[name];
  IDBObjectStore.prototype[name] = function (...values) {
    const { _rawDatabase: database } = this.transaction.db;
    const { isFull } = browsers.find(({ indexedDB }) => [...indexedDB._databases.values()].includes(database)) ?? {};
    if (isFull) throw new DOMException("No room is left.", "QuotaExceededError");
    return write.apply(this, values);
  };
}
const windows = new Map();

const COMMANDS = {
  begin: ({ browsers: many }) => {
    for (const window of windows.values()) window.die();
    windows.clear();
    waiting.clear();
    timers = [];
    nowMs = 0;
    browsers = Array.from({ length: many }, () => new BrowserOfOne());
  },
  open: ({ window: id, browser, run }) => {
    const window = new WindowOf(id, browsers[browser]);
    windows.set(id, window);
    if (run) void window.code.open(run);
  },
  press: ({ window, kind, id }) => windows.get(window).code.press(kind, id),
  leave: ({ window }) => void windows.get(window).code.leave(),
  sweep: ({ window }) => void windows.get(window).code.sweep(),
  kill: ({ window }) => {
    windows.get(window).die();
    windows.delete(window);
  },
  answer: ({ id, status, body }) => {
    const { window, resolve } = waiting.get(id);
    waiting.delete(id);
    if (!window.isDead) resolve(new Response(JSON.stringify(body), { status }));
  },
  fail: ({ id }) => {
    const { window, reject } = waiting.get(id);
    waiting.delete(id);
    if (!window.isDead) reject(new TypeError("Failed to fetch"));
  },
  tell: ({ window, message }) => workers.get(window)?.onmessage?.({ data: message }),
  advance: async ({ ms }) => {
    const until = nowMs + ms;
    for (;;) {
      const next = timers.reduce((first, timer) => (!first || timer.at < first.at ? timer : first), undefined);
      if (!next || next.at > until) break;
      nowMs = Math.max(nowMs, next.at);
      timers.splice(timers.indexOf(next), 1);
      next.call();
      await settle();
    }
    nowMs = until;
  },
  fill: ({ browser, isFull }) => {
    browsers[browser].isFull = isFull;
  },
  rest: () => [...windows.values()].every(({ code }) => code.isAtRest()),
  look: ({ window }) => windows.get(window).code.look(),
  kept: ({ window, run }) => windows.get(window).code.kept(run),
};

for await (const line of createInterface({ input: process.stdin })) {
  const { now: isAtOnce = false, ...command } = JSON.parse(line);
  let value = COMMANDS[command.do](command);
  if (value instanceof Promise) {
    await settle();
    value = await value;
  }
  if (!isAtOnce) await settle();
  process.stdout.write(`${JSON.stringify({ asked, calls, value: value ?? null })}\n`);
  [asked, calls] = [[], []];
}
