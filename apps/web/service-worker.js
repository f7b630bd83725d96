/* Keeps the app itself on the device, so that it opens without the server. Plans are kept elsewhere, by the app. */
const VERSION = '%VERSION%';
const FILES = ['%FILES%'];
const CACHE = `alveus-${VERSION}`;

self.addEventListener('install', (event) => {
  event.waitUntil(
    caches
      .open(CACHE)
      .then((cache) => cache.addAll(FILES))
      .then(() => self.skipWaiting()),
  );
});

self.addEventListener('activate', (event) => {
  event.waitUntil(
    caches
      .keys()
      .then((names) => Promise.all(names.filter((name) => name.startsWith('alveus-') && name !== CACHE).map((name) => caches.delete(name))))
      .then(() => self.clients.claim()),
  );
});

self.addEventListener('fetch', (event) => {
  const url = new URL(event.request.url);
  if (event.request.method !== 'GET' || url.origin !== self.location.origin || url.pathname.startsWith('/api/')) return;
  // Every page address is the app; a new build is fetched first where the server answers.
  if (event.request.mode === 'navigate') {
    event.respondWith(fetch(event.request).catch(() => caches.match('/index.html', { cacheName: CACHE })));
    return;
  }
  event.respondWith(caches.match(event.request, { cacheName: CACHE }).then((kept) => kept ?? fetch(event.request)));
});
