/** Sending while no page is open: where the browser can, it wakes the service worker once there is a network again. */
import { hasChanges, lookAnew } from "../lib/changes";
import { listWaiting } from "../lib/presses";
import { ownerName, setOwner } from "../lib/storage";
import { sweep } from "./sweep";

/** With the name behind it: a service worker is not told who is signed in. */
const TAG = "send for ";

declare global {
  interface ServiceWorkerRegistration {
    /** Not in every browser. */
    sync?: { register: (tag: string) => Promise<void> };
  }
}

/** Asks the browser to send what waits as soon as it can, whether or not the application is open by then. */
export async function askToSend(): Promise<void> {
  const workers = navigator.serviceWorker as ServiceWorkerContainer | undefined;
  const registration = await workers?.getRegistration();
  await registration?.sync?.register(`${TAG}${ownerName()}`).catch(() => undefined);
}

async function isSignedIn(name: string): Promise<boolean> {
  const answer = await fetch("/api/athlete/");
  return answer.ok && ((await answer.json()) as { username: string }).username === name;
}

/** In the service worker: sends what waits. Throws where some of it still does, so that the browser tries again. */
export async function sendInBackground(tag: string): Promise<void> {
  if (!tag.startsWith(TAG)) return;
  const name = tag.slice(TAG.length);
  // It belongs to whoever made it, and waits until that one is here again.
  if (!(await isSignedIn(name))) return;
  setOwner(name);
  lookAnew();
  await sweep((_, error) => {
    throw error; // What is refused is kept for a page, which can say so.
  });
  if ((await hasChanges()) || (await listWaiting()).length > 0) throw new Error("Some of it still waits.");
}
