import 'fake-indexeddb/auto';
import type { Job } from '@alveus/plan';
import type { JobsState } from '../src/store/frame/jobs';
import { jobDeleted, jobPut } from '../src/store/frame/jobs';
import { fetchJobs } from '../src/store/frame/server';
import type { FrameStore } from '../src/store/frame/store';
import { makeStore } from '../src/store/frame/store';
import type { Device } from '../src/sync/frame/device';
import { openDevice } from '../src/sync/frame/device';
import { Refused } from '../src/sync/frame/http';
import { keepJobsList } from '../src/sync/frame/jobsList';

/** The list of jobs, between what the server says, what the device keeps and what is done here meanwhile. */

const job = (digit: number, name: string): Job => ({
  id: `30000000-0000-4000-8000-00000000000${digit}`,
  name,
  sequence: 1,
  changedAt: `2026-01-0${digit}T08:00:00Z`,
});
const [YARD, LANE, BARN] = [job(1, 'Yard'), job(2, 'Lane'), job(3, 'Barn')];

/** A server whose answers come when the test says so. */
function slowServer() {
  const asked: { readonly answer: (list: Job[]) => void; readonly fail: () => void }[] = [];
  const jobs = (): Promise<Job[]> =>
    new Promise((answer, reject) => asked.push({ answer, fail: () => reject(new Error('away')) }));
  return { jobs, asked };
}

/** Until the store shows it: asked again with every action, so that no time is guessed. */
const shows = (store: FrameStore, there: (jobs: JobsState) => boolean): Promise<void> =>
  new Promise((resolve) => {
    const look = (): void => {
      if (!there(store.getState().jobs)) return;
      stop();
      resolve();
    };
    const stop = store.subscribe(look);
    look();
  });
/** A question to the server that ends with its answer, once that stands in the list. */
const ask = (store: FrameStore, why?: 'changed'): Promise<unknown> => store.dispatch(fetchJobs(why));
let files = 0;
const opened: Device[] = [];
async function device(): Promise<Device> {
  const device = await openDevice(`list-${(files += 1)}`, `first-${files}`);
  opened.push(device);
  return device;
}
afterEach(() => {
  jest.restoreAllMocks();
  for (const device of opened.splice(0)) device.close();
});
const known = async (): Promise<never> => {
  throw new Refused(404, 'Job not found.', 'no-job');
};

test('it is asked for once at a time, and not again just after', async () => {
  const server = slowServer();
  const store = makeStore(server);
  const heard = ask(store);
  void ask(store);
  expect(server.asked).toHaveLength(1);
  server.asked[0]?.answer([YARD]);
  await heard;
  expect(store.getState().jobs).toMatchObject({ state: 'fresh', list: [YARD] });
  void ask(store);
  expect(server.asked).toHaveLength(1);
  jest.spyOn(Date, 'now').mockReturnValue(Date.now() + 10_000);
  void ask(store);
  expect(server.asked).toHaveLength(2);
});

test('what was asked before a job was deleted does not bring it back', async () => {
  const server = slowServer();
  const store = makeStore(server);
  store.dispatch(jobPut(YARD));
  const before = ask(store);
  store.dispatch(jobDeleted(YARD.id));
  const after = ask(store, 'changed');
  server.asked[0]?.answer([YARD, LANE]);
  await before;
  expect(store.getState().jobs.list).toEqual([]);
  server.asked[1]?.answer([LANE]);
  await after;
  expect(store.getState().jobs).toMatchObject({ state: 'fresh', list: [LANE] });
});

test('a question that fails says nothing of a newer one; that fails, the list is what is remembered', async () => {
  const server = slowServer();
  const store = makeStore(server);
  const older = ask(store);
  const newer = ask(store, 'changed');
  server.asked[0]?.fail();
  await older;
  expect(store.getState().jobs.state).toBe('loading');
  server.asked[1]?.fail();
  await newer;
  expect(store.getState().jobs.state).toBe('remembered');
});

test.each(['before', 'after'])(
  'answered %s the device is read, it has what was made here and leads with it',
  async (when) => {
    const kept = await device();
    await kept.keepMade({ ...BARN, sequence: 0 }, []);
    const server = slowServer();
    const store = makeStore(server);
    const heard = ask(store);
    const answer = async (): Promise<void> => {
      server.asked[0]?.answer([LANE, YARD]);
      await heard;
    };
    const saved = new Promise<void>((resolve) => {
      const keepJobs = kept.keepJobs.bind(kept);
      jest.spyOn(kept, 'keepJobs').mockImplementation(async (list) => {
        const unlisted = await keepJobs(list);
        resolve();
        return unlisted;
      });
    });
    if (when === 'before') await answer();
    keepJobsList(store, kept, known);
    await shows(store, ({ list }) => list.some(({ name }) => name === 'Barn'));
    if (when === 'after') await answer();
    expect(store.getState().jobs.list.map(({ name, made }) => [name, made ?? false])).toEqual([
      ['Barn', true],
      ['Lane', false],
      ['Yard', false],
    ]);
    await saved;
    expect((await kept.jobs()).map(({ name }) => name).sort()).toEqual(['Barn', 'Lane', 'Yard']);
  },
);

test('without a server it is what the device remembers, the one last worked on first', async () => {
  const kept = await device();
  await kept.keepJobs([YARD, BARN, LANE]);
  const server = slowServer();
  const store = makeStore(server);
  const asked = ask(store);
  keepJobsList(store, kept, known);
  await shows(store, ({ state }) => state === 'remembered');
  expect(store.getState().jobs.list.map(({ name }) => name)).toEqual(['Barn', 'Lane', 'Yard']);
  server.asked[0]?.fail();
  await asked;
  expect(store.getState().jobs.list).toHaveLength(3);
});

test('a job whose plan is here and that the server knows nothing of is told as lost, and stays', async () => {
  const kept = await device();
  await kept.keepHeard({ ...YARD, points: [] }, [], undefined);
  const server = slowServer();
  const store = makeStore(server);
  void ask(store);
  keepJobsList(store, kept, known);
  server.asked[0]?.answer([LANE]);
  await shows(store, ({ list }) => list.some(({ lost }) => lost === true));
  expect(store.getState().jobs.list).toMatchObject([{ name: 'Yard', lost: true }, { name: 'Lane' }]);
});
