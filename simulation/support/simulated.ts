import type { Item, Plan, Uuid } from '@alveus/plan';
import type { App, Version } from './versions';
import { LATER } from './versions';
import { Network } from './network';
import type { RealServer } from './realServer';
import { uuid } from './uuid';

/** A device with pages of the app that come and go, over time that passes only when it is told to. */

let devices = 0;
/** Devices that have no room just now, by the name of their storage. */
const full = new Set<string>();

/** Has storage that is full take nothing more. */
export function storageCanBeFull(): void {
  const { add } = IDBObjectStore.prototype;
  jest.spyOn(IDBObjectStore.prototype, 'add').mockImplementation(function (this: IDBObjectStore, ...given) {
    if (full.has(this.transaction.db.name)) throw new DOMException('full', 'QuotaExceededError');
    return add.apply(this, given);
  });
}

/** Time passes: what waits for it goes on. @param ms of the device's own time */
export async function passes(ms: number): Promise<void> {
  jest.advanceTimersByTime(ms);
  await ticks(4);
}

/** A little of what goes on beside. */
export async function ticks(count: number): Promise<void> {
  for (let tick = 0; tick < count; tick += 1) await new Promise((resolve) => setImmediate(resolve));
}

/** What a person typed, and whether the page had said that it is kept, or saved. */
export interface Typed<What> {
  readonly job: Uuid;
  readonly what: What;
  readonly batch: Uuid;
  readonly page: object;
  kept: boolean;
}

/** @typeParam What is remembered of what was typed */
export class SimulatedDevice<What> {
  readonly network: Network;
  readonly typed: Typed<What>[] = [];
  version: Version = 'now';
  #page: Page | undefined;
  readonly #file = `simulated-${(devices += 1)}`;
  readonly #apps: Readonly<Record<Version, App>>;
  #at: Uuid;

  constructor(apps: Readonly<Record<Version, App>>, server: RealServer, at: Uuid) {
    this.#apps = apps;
    this.network = new Network(server.url);
    this.#at = at;
  }

  get app(): App {
    return this.#apps[this.version];
  }

  set full(on: boolean) {
    if (on) full.add(this.#file);
    else full.delete(this.#file);
  }

  async page(): Promise<Page> {
    return (this.#page ??= await this.load());
  }

  private async load() {
    const { store, frame, device: storage, outbox: sending, api } = this.app;
    const all = store.withJob(frame.makeStore());
    const device = await storage.openDevice(this.#file, `${this.#file}-first`);
    const outbox = new sending.Outbox(all, this.network.over(api.api), device);
    const opening = outbox.open(this.#at);
    return { store: all, device, outbox, opening };
  }

  /** The page goes, as when the browser is killed. */
  async kill(): Promise<void> {
    const page = this.#page;
    this.#page = undefined;
    if (!page) return;
    page.outbox.stop();
    this.noteKept(page);
    page.device.close();
    // A browser opens storage for a newer app once all that a closed page had begun is done; this one does not wait.
    await ticks(300);
  }

  /** What a page that goes now does not take with it: what is kept, and what waits no more. */
  noteKept(page: Page): void {
    const unkept = new Set(page.outbox.unkept().map(({ batch }) => batch.id));
    for (const entry of this.typed) if (entry.page === page && !unkept.has(entry.batch)) entry.kept = true;
  }

  async open(job: Uuid): Promise<void> {
    const page = await this.page();
    this.#at = job;
    void page.outbox.open(job);
  }

  /**
   * Types into the open job; nothing where it is not open yet.
   * @param edit the item that was made of the plan in sight, and what to remember of it
   */
  async type(edit: (plan: Plan, job: Uuid) => { item: Item; what: What } | undefined): Promise<void> {
    const page = await this.page();
    const open = page.store.getState().job;
    const made = open.opening === 'open' && open.id ? edit(open.plan, open.id) : undefined;
    if (!made || !open.id) return;
    const batch = uuid();
    const item = this.version === 'next' && made.item.kind === 'node' ? { ...made.item, ...LATER } : made.item;
    page.store.dispatch(this.app.job.planEdited({ edits: [{ op: 'put', item }], batch, way: 'do' }));
    this.typed.push({ job: open.id, what: made.what, batch, page, kept: false });
  }

  /** How much waits on the device and in the page. */
  async waiting(): Promise<number> {
    const { store, device } = await this.page();
    const kept = [...(await device.waiting()).values()].reduce((sum, { pending }) => sum + pending, 0);
    return Math.max(kept, store.getState().job.pending.length);
  }
}

type Page = { opening: Promise<void> } & {
  store: ReturnType<App['store']['withJob']>;
  device: Awaited<ReturnType<App['device']['openDevice']>>;
  outbox: InstanceType<App['outbox']['Outbox']>;
};

/** Timers stand still until time passes; what storage and the line do goes on by itself. */
export function stopTime(): void {
  jest.useFakeTimers({
    doNotFake: [
      'setImmediate',
      'clearImmediate',
      'setInterval',
      'clearInterval',
      'nextTick',
      'queueMicrotask',
      'Date',
      'performance',
      'hrtime',
    ],
  });
}
