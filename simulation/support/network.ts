import { AsyncLocalStorage } from 'node:async_hooks';
import type { Api } from '../../apps/web/src/sync/api';

/** The line between a device and the server, and everything that happens on it. */

/**
 * What becomes of a request that changes something: it gets through; is lost; its answer is; it arrives twice; or it
 * arrives later, when the device has given it up, after others that were sent after it.
 */
export type Fate = 'through' | 'lost' | 'answer-lost' | 'twice' | 'late';

const real = globalThis.fetch;
const line = new AsyncLocalStorage<Network>();

export class Network {
  up = true;
  /** Of the next requests, the first first; all others get through. */
  readonly fates: Fate[] = [];
  /** Why a request is refused, for this is a thing that no server takes. */
  refuses: (body: string) => string | undefined = () => undefined;
  readonly #server: string;
  readonly #late: (() => Promise<unknown>)[] = [];

  /** @param server its address */
  constructor(server: string) {
    this.#server = server;
  }

  /** What was given up arrives after all, the last first. */
  async arrive(): Promise<void> {
    for (const send of this.#late.splice(0).reverse()) await send();
  }

  async request(path: string, init: RequestInit = {}): Promise<Response> {
    const send = (): Promise<Response> => real(`${this.#server}${path}`, init);
    const lost = (): never => {
      throw new TypeError('The line broke.');
    };
    if (!this.up) return lost();
    if (init.method !== 'POST') return send();
    const refusal = this.refuses(init.body as string);
    if (refusal !== undefined)
      return Response.json({ error: { code: 'invalid', message: refusal, issues: [] } }, { status: 422 });
    switch (this.fates.shift() ?? 'through') {
      case 'through':
        return send();
      case 'lost':
        return lost();
      case 'answer-lost':
        await send();
        return lost();
      case 'twice':
        return (await Promise.all([send(), send()]))[0];
      case 'late':
        this.#late.push(send);
        return lost();
    }
  }

  /** The api of an app, over this line. */
  over(api: Api): Api {
    const names = Object.keys(api) as (keyof Api)[];
    const call =
      (name: keyof Api) =>
      (...given: unknown[]): unknown =>
        line.run(this, () => (api[name] as (...all: unknown[]) => unknown)(...given));
    return Object.fromEntries(names.map((name) => [name, call(name)])) as unknown as Api;
  }
}

/** Has the app's requests go over the line of the device that they are of. @returns how to end it */
export function routeRequests(): () => void {
  globalThis.fetch = (path, init) => {
    const network = line.getStore();
    if (!network) throw new Error('a request from no device');
    return network.request(path as string, init);
  };
  return () => void (globalThis.fetch = real);
}
