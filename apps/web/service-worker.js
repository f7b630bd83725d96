import { clientsClaim } from 'workbox-core';
import { cleanupOutdatedCaches, matchPrecache, precacheAndRoute } from 'workbox-precaching';
import { NavigationRoute, registerRoute } from 'workbox-routing';

/* Keeps the app itself on the device, so that it opens without the server. Plans are kept elsewhere, by the app. */

self.skipWaiting();
clientsClaim();

// Every page address is the app; a new build is fetched first where the server answers.
const page = async ({ request }) => {
  try {
    return await fetch(request);
  } catch {
    return (await matchPrecache('/index.html')) ?? Response.error();
  }
};
registerRoute(new NavigationRoute(page, { denylist: [/^\/api\//] }));

cleanupOutdatedCaches();
precacheAndRoute(self.__WB_MANIFEST);
