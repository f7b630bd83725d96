/**
 * The build of the app that this page runs, and the next one. The service worker (service-worker.js) keeps each build
 * whole as long as a page says that it runs it; a new one waits for somebody to ask for it.
 */

/** How often a page that stays open asks for a new build, ms. */
const OFTEN = 30 * 60_000;

/** Written into the page when it is built. */
const ownBuild = (): string | undefined =>
  document.querySelector('meta[name="build"]')?.getAttribute('content') ?? undefined;

/**
 * Says for as long as the page is open which build it runs, and looks out for the next.
 * @param found called once a new one is on the device
 * @returns how to end it
 */
export function watchBuilds(found: () => void): () => void {
  const build = ownBuild();
  if (build === undefined || !('serviceWorker' in navigator)) return () => undefined;
  let ended = (): void => undefined;
  const end = new Promise<void>((resolve) => (ended = resolve));
  // The name of its cache. Held until the page goes, however it goes.
  void navigator.locks?.request(`alveus-build-${build}`, { mode: 'shared' }, () => end);
  let timer: ReturnType<typeof setInterval> | undefined;
  // Without it the app needs the server to open; everything else works the same.
  void navigator.serviceWorker.register('/sw.js').then(
    (registration: ServiceWorkerRegistration | undefined) => {
      // A browser that is told to let none run gives none, and no error.
      if (!registration) return;
      const look = (): void => {
        // The first build of all is no new one.
        if (registration.waiting && registration.active) found();
      };
      const ask = (): void => void registration.update().catch(() => undefined);
      look();
      registration.addEventListener('updatefound', () => {
        registration.installing?.addEventListener('statechange', look);
      });
      timer = setInterval(ask, OFTEN);
    },
    () => undefined,
  );
  return () => {
    clearInterval(timer);
    ended();
  };
}

/** Loads this page anew, in the newest build that can be had. Other pages go on in theirs. */
export async function loadAnew(): Promise<void> {
  const registration = await navigator.serviceWorker?.getRegistration().catch(() => undefined);
  await registration?.update().catch(() => undefined);
  const next = registration?.waiting ?? registration?.installing;
  if (next) {
    await reached(next, 'installed');
    next.postMessage('take-over');
    await reached(next, 'activated');
  }
  window.location.reload();
}

/** Until a worker is as far, or has failed. */
function reached(worker: ServiceWorker, state: 'installed' | 'activated'): Promise<void> {
  const order: readonly ServiceWorkerState[] = ['parsed', 'installing', 'installed', 'activating', 'activated'];
  const there = (): boolean => worker.state === 'redundant' || order.indexOf(worker.state) >= order.indexOf(state);
  return new Promise((resolve) => {
    const look = (): void => {
      if (there()) resolve();
    };
    worker.addEventListener('statechange', look);
    look();
  });
}
