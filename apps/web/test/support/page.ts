import 'fake-indexeddb/auto';
import type { Item, Pending } from '@alveus/plan';
import { addressOf, VERSION } from '@alveus/plan';
import { makeStore } from '../../src/store/frame/store';
import { planEdited } from '../../src/store/job';
import { savingWords } from '../../src/store/saving';
import { withJob } from '../../src/store/store';
import { actionsOn } from '../../src/sync/actions';
import type { Api } from '../../src/sync/api';
import { openDevice } from '../../src/sync/frame/device';
import { Outbox } from '../../src/sync/outbox';
import type { FakeServer } from './fakeServer';
import { uuid } from './fakeServer';

/** A page of the app, without its screen: store, device and outbox. */

export const JOB = '30000000-0000-4000-8000-000000000001';
export const NODE = '30000000-0000-4000-8000-000000000002';
export const OTHER_NODE = '30000000-0000-4000-8000-000000000003';
export const YARD = '30000000-0000-4000-8000-000000000004';
export const LANE = '30000000-0000-4000-8000-000000000005';
export const node = (name: string, water?: number): Item => ({
  kind: 'node',
  id: NODE,
  name,
  form: 'manhole',
  ...(water === undefined ? {} : { water: { high: water } }),
});

export const other = (name: string): Item => ({ ...node(name), id: OTHER_NODE });
export const waiting = (item: Item): Pending => ({
  id: uuid(),
  format: VERSION,
  changes: [{ op: 'put', item, base: 0 }],
  step: [{ address: addressOf({ op: 'put', item }), before: undefined, after: item }],
});

export const nameOn = (server: FakeServer): unknown =>
  (server.item(`node:${NODE}`) as { name?: string } | null | undefined)?.name;

const open: { kill: () => void }[] = [];
// A page left open by a test that failed would keep asking its server for ever.
afterEach(() => {
  open.splice(0).forEach((page) => page.kill());
  jest.restoreAllMocks();
});

let files = 0;
export async function page(server: FakeServer, file: string, api: Api = server.api) {
  const store = withJob(makeStore());
  const device = await openDevice(file, firstOf(file));
  const outbox = new Outbox(store, api, device);
  await outbox.open(JOB);
  const onDevice = async (): Promise<number> => (await device.read(JOB)).pending.length;
  const words = (): string => savingWords(store.getState()).text;
  /** Until the device holds what waits, no more and no less; or it is said that it cannot. */
  const settled = async (): Promise<void> => {
    while (!words().startsWith('Not saved') && (await onDevice()) !== store.getState().job.pending.length)
      await new Promise((resolve) => setTimeout(resolve, 5));
  };
  const page = {
    store,
    outbox,
    device,
    words,
    plan: () => store.getState().job.plan,
    actions: actionsOn(store, outbox),
    onDevice,
    edit: async (item: Item) => {
      store.dispatch(planEdited({ edits: [{ op: 'put', item }], batch: uuid(), way: 'do' }));
      await outbox.run();
      await settled();
    },
    settled,
    /** The page is gone, as when the browser is killed. */
    kill: () => {
      outbox.stop();
      device.close();
    },
  };
  open.push(page);
  return page;
}

export const freshFile = (): string => `device-${(files += 1)}`;
/** Where the first app kept things. */
export const firstOf = (file: string): string => `${file}-first`;
