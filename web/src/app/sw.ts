/// <reference lib="webworker" />
/** Keeps the application itself on the device, so that it opens without a network: its files, and the rules. */
import { clientsClaim } from "workbox-core";
import { cleanupOutdatedCaches, createHandlerBoundToURL, precacheAndRoute } from "workbox-precaching";
import { NavigationRoute, registerRoute } from "workbox-routing";

import { sendInBackground } from "../shared/device/background";

declare const self: ServiceWorkerGlobalScope;

interface SyncEvent extends ExtendableEvent {
  tag: string;
}

precacheAndRoute(self.__WB_MANIFEST);
cleanupOutdatedCaches();
// Every address of the application is the one page; what the server alone can answer goes to it.
registerRoute(new NavigationRoute(createHandlerBoundToURL("/"), { denylist: [/^\/(api|_allauth|calendar|rules)\//] }));

// A new version waits until the page says that nothing is in play.
self.addEventListener("message", ({ data }) => {
  if (data === "take over") void self.skipWaiting();
});
clientsClaim();

// Not in every browser: elsewhere what waits is sent once a page is open.
self.addEventListener("sync" as "activate", (event) => event.waitUntil(sendInBackground((event as SyncEvent).tag)));
