import { routeRequests } from './network';
import { RealServer } from './realServer';
import { stopTime, storageCanBeFull } from './simulated';
import type { App } from './versions';

/** The world of a test file: a server of a build, lines to it, storage that can be full, and time that stands still. */
export function simulate(app: App): { readonly server: RealServer } {
  let server: RealServer | undefined;
  let unroute = (): void => undefined;
  beforeAll(async () => {
    server = await RealServer.start(app);
    unroute = routeRequests();
    storageCanBeFull();
    stopTime();
  });
  afterAll(async () => {
    jest.useRealTimers();
    jest.restoreAllMocks();
    unroute();
    await server?.end();
  });
  return {
    get server() {
      if (!server) throw new Error('not begun');
      return server;
    },
  };
}
