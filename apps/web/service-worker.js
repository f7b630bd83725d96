/* global BUILD */
import { cacheNames, setCacheNameDetails } from 'workbox-core';
import { createHandlerBoundToURL, precacheAndRoute } from 'workbox-precaching';
import { NavigationRoute, registerRoute } from 'workbox-routing';

/*
 * Keeps the app itself on the device, so that it opens without the server. Plans are kept elsewhere, by the app. Each
 * build has a cache of its own, and stays whole for the pages that run it: a new one waits until somebody asks for it,
 * or until no page is open.
 */

setCacheNameDetails({ prefix: 'alveus', precache: `build-${BUILD}`, suffix: '' });

/* The app asks for it when somebody taps on the notice (sync/frame/build.ts). */
self.addEventListener('message', ({ data }) => {
  if (data === 'take-over') void self.skipWaiting();
});

/* The first page is there before this is; it too must open its parts without the server. */
self.addEventListener('activate', (event) => event.waitUntil(Promise.all([self.clients.claim(), letGo()])));

precacheAndRoute(self.__WB_MANIFEST);

/** Every page address is the app, in the build that is in force. */
const page = createHandlerBoundToURL('/index.html');
registerRoute(
  new NavigationRoute(
    (options) => {
      options.event.waitUntil(letGo());
      return page(options);
    },
    { denylist: [/^\/api\//] },
  ),
);
/* Parts of the builds before, for the pages that still run them. */
registerRoute(
  ({ url, sameOrigin }) => sameOrigin && !url.pathname.startsWith('/api/'),
  async ({ request }) => (await caches.match(request)) ?? fetch(request),
);

/**
 * Lets go of the builds that no open page runs. The one before this stays in any case: a page that is just being opened
 * may not have said yet that it runs it. Caches are told in the order in which they were made.
 */
async function letGo() {
  const names = await caches.keys();
  const running = await self.navigator.locks?.query();
  if (!running) return;
  const run = new Set(running.held.map(({ name }) => name));
  const own = names.indexOf(cacheNames.precache);
  const old = names.filter((name, index) => index < own - 1 && !run.has(name));
  await Promise.all(old.map((name) => caches.delete(name)));
}
