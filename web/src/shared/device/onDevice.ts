/** The application on this device: kept so that it opens without a network, brought up to date when nothing is in play. */
import type { QueryClient } from "@tanstack/react-query";

import { api, unwrap } from "../../api/client";
import {
  athleteQuery,
  blockQuery,
  blocksQuery,
  ladderQuery,
  laddersQuery,
  todayQuery,
  unfinishedQuery,
} from "../../api/queries";
import { layoutQuery, libraryQuery } from "../../api/setup";
import { weekQuery } from "../../api/planning";
import { rules } from "./rules";
import { KITS } from "./steps";
import { noteTrouble } from "./troubles";
import { keepAnswer } from "../lib/answers";
import { Followed } from "../lib/followed";
import { localDay } from "../lib/format";
import { onDevice as deviceStorage } from "../lib/storage";
import { allKept } from "../lib/network";
import { mondayOf } from "../lib/weekDates";

/** Setting this up takes some seconds of the processor: begun once nobody waits for anything else. */
const SETTLE_MS = 4000;
const READY = "ready";
const MOST_BLOCKS = 3;
const MOST_LADDERS = 12;
const MOST_RUNGS = 60;

interface OnDevice {
  /** Whether the application opens, and counts, where no server can be reached. */
  isReady: boolean;
  /** Whether a newer version is here, and waits to be taken. */
  hasNewer: boolean;
}

/** Browsers keep applications over HTTPS and on localhost only. */
const workers = navigator.serviceWorker as ServiceWorkerContainer | undefined;

/** Whether any window of this browser has a run open. */
async function isInPlay(): Promise<boolean> {
  const { held = [] } = (await (navigator.locks as LockManager | undefined)?.query()) ?? {};
  return held.some(({ name }) => name?.startsWith("jolly.run."));
}

class Keeper extends Followed<OnDevice> {
  private registration: ServiceWorkerRegistration | undefined;
  private hasBegun = false;
  private isTaking = false;

  constructor() {
    super({ isReady: false, hasNewer: false });
  }

  /** Begins in a while; what is there already, a newer version included, is seen at once. */
  begin(client: QueryClient) {
    if (this.hasBegun) return;
    this.hasBegun = true;
    void this.takeWhatWaits();
    window.setTimeout(() => void this.setUp(client).catch((error: unknown) => noteTrouble(String(error))), SETTLE_MS);
  }

  /** Takes the newer version: the page is loaded anew by it. */
  take() {
    this.isTaking = true;
    this.registration?.waiting?.postMessage("take over");
  }

  private async takeWhatWaits() {
    workers?.addEventListener("controllerchange", () => {
      if (this.isTaking) window.location.reload();
    });
    // It was ready before, and is kept: what a newer version still needs is read before that takes over.
    if (workers?.controller && deviceStorage.recall(READY) === true) this.tell({ isReady: true });
    this.registration = await workers?.getRegistration();
    if (this.registration?.waiting && !(await isInPlay())) this.take();
  }

  private async setUp(client: QueryClient) {
    rules.start();
    await rules.whenSettled();
    if (!workers) return;
    this.registration = await workers.register("/sw.js");
    this.registration.addEventListener("updatefound", () => this.watch());
    this.watch();
    await workers.ready;
    await takeAlong(client);
    await allKept();
    // Asked for, not demanded: a browser short of room gives up what was not asked for first.
    void (navigator.storage as StorageManager | undefined)?.persist();
    const isReady = rules.read().status === "ready";
    deviceStorage.keep(READY, isReady);
    this.tell({ isReady });
  }

  private watch() {
    const { installing } = this.registration ?? {};
    const look = () => this.tell({ hasNewer: !!this.registration?.waiting && !!workers?.controller });
    installing?.addEventListener("statechange", look);
    look();
  }
}

/** Reads what the next days need, so that it is kept: see `network`, which keeps every answer. */
async function takeAlong(client: QueryClient) {
  const [, , , ladders, blocks] = await Promise.all([
    client.query({ ...athleteQuery, staleTime: 0 }),
    client.query(todayQuery),
    client.query(unfinishedQuery),
    client.query(laddersQuery),
    client.query(blocksQuery),
    client.query(weekQuery(mondayOf(localDay()))),
    client.query(libraryQuery),
  ]);
  const next = blocks.filter(({ status }) => status === "planned" || status === "started").slice(0, MOST_BLOCKS);
  const planned = new Set<number>();
  // One after the other: nobody waits for them, and others may wait for the server.
  for (const { id } of next) {
    const block = await client.query(blockQuery(id));
    block.parts.forEach(({ rung }) => rung && planned.add(rung.id));
    for (const { id: layout } of block.layouts) await client.query(layoutQuery(layout));
  }
  ladders.forEach(({ working }) => planned.add(working.id));
  for (const { ladder } of ladders.slice(0, MOST_LADDERS)) await client.query(ladderQuery(ladder.id));
  await takeKits([...planned]);
}

/** What runs are begun from without a network: of what is planned first, then of what is worked on. */
async function takeKits(rungs: number[]) {
  const query = { rung: rungs.slice(0, MOST_RUNGS) };
  const kits = await unwrap(api.GET("/api/kits/", { params: { query } }));
  await keepAnswer(KITS, JSON.stringify(kits));
}

export const onDevice = new Keeper();
