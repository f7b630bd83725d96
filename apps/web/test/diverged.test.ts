import type { Item } from '@alveus/plan';
import { keyOf } from '@alveus/plan';
import { FakeServer, uuid } from './support/fakeServer';
import { freshFile, JOB, NODE, node, other, OTHER_NODE, page } from './support/page';

/** A backup of the server was restored: a device has what the server lost, and nothing of it is lost for good. */

const named = (server: FakeServer, key: string): unknown => (server.item(key) as { name?: string } | null)?.name;
const BASIN = `node:${NODE}`;
const DITCH = `node:${OTHER_NODE}`;

test('what only the server lost is shown, comes back once it is said, and nothing is called saved before', async () => {
  const server = new FakeServer(JOB);
  const file = freshFile();
  const tab = await page(server, file);
  await tab.edit(node('Basin'));
  const restore = server.backup();
  await tab.edit(node('Basin at the yard'));
  await tab.edit(other('Ditch'));
  restore();
  await tab.edit(node('Basin at the yard', 4));
  expect(tab.words()).toBe('On this device · needs your decision');
  expect(tab.store.getState().job.diverged?.lost.map(({ mine, both }) => [mine.item?.id, both])).toEqual([
    [NODE, false],
    [OTHER_NODE, false],
  ]);
  expect(server.sequence).toBe(1);
  // It is asked again on the next page, as long as nobody decided.
  tab.kill();
  const two = await page(server, file);
  expect(two.words()).toBe('On this device · needs your decision');
  await two.outbox.rejoin(new Map());
  await two.settled();
  expect(two.words()).toBe('Saved');
  expect(server.item(BASIN)).toEqual(node('Basin at the yard', 4));
  expect(server.item(DITCH)).toEqual(other('Ditch'));
  expect(two.plan().node).toEqual({ [NODE]: node('Basin at the yard', 4), [OTHER_NODE]: other('Ditch') });
  two.kill();
  // And not a second time.
  const three = await page(server, file);
  expect(three.words()).toBe('Saved');
  expect(three.store.getState().job.diverged).toBeNull();
});

test('what a device heard of without hearing of all before it, and the server lost, is offered too, and nothing goes round for ever', async () => {
  const server = new FakeServer(JOB);
  const file = freshFile();
  const tab = await page(server, file);
  await tab.edit(node('Basin'));
  const restore = server.backup();
  server.other(node('Basin of theirs'));
  // As it came with an answer, and the line broke before what lay between was heard.
  const { job } = await tab.device.read(JOB);
  const theirs = { kind: 'node', id: NODE, revision: 2, item: node('Basin of theirs') } as const;
  if (job) await tab.device.keepHeard(job, [theirs], undefined);
  tab.kill();
  restore();
  const two = await page(server, file);
  server.came.length = 0;
  await two.edit(node('Basin of theirs', 4));
  expect(server.came.length).toBeLessThan(3);
  expect(two.store.getState().job.diverged?.lost.map(({ mine }) => mine.item)).toEqual([node('Basin of theirs')]);
  await two.outbox.rejoin(new Map());
  await two.settled();
  expect(two.words()).toBe('Saved');
  expect(server.item(BASIN)).toEqual(node('Basin of theirs', 4));
});

test('what somebody did on the server since is shown beside it; what is not chosen is set aside', async () => {
  const server = new FakeServer(JOB);
  const tab = await page(server, freshFile());
  await tab.edit(node('Basin'));
  await tab.edit(other('Ditch'));
  const restore = server.backup();
  await tab.edit(node('Basin of ours'));
  await tab.edit(other('Ditch of ours'));
  restore();
  server.other(node('Basin of theirs'));
  const third: Item = { ...node('Weir'), id: uuid() };
  server.other(third);
  await tab.outbox.run();
  const lost = tab.store.getState().job.diverged?.lost ?? [];
  expect(lost.map(({ mine, theirs, both }) => [mine.item, theirs?.item, both])).toEqual([
    [node('Basin of ours'), node('Basin of theirs'), true],
    [other('Ditch of ours'), other('Ditch'), false],
  ]);
  await tab.outbox.rejoin(new Map([[BASIN, 'theirs']]));
  await tab.settled();
  expect(tab.words()).toBe('Saved · 1 change rejected');
  expect(named(server, BASIN)).toBe('Basin of theirs');
  expect(named(server, DITCH)).toBe('Ditch of ours');
  expect(tab.plan().node[third.id]).toEqual(third);
  expect(tab.store.getState().job.rejected[0]?.step[0]?.after).toEqual(node('Basin of ours'));
});

test('what the server took and then lost, before anything was heard of it again, is known by its answer', async () => {
  const server = new FakeServer(JOB);
  const tab = await page(server, freshFile());
  const restore = server.backup();
  await tab.edit(node('Basin'));
  restore();
  server.other(other('Theirs'));
  await tab.outbox.run();
  expect(tab.words()).toBe('On this device · needs your decision');
  await tab.outbox.rejoin(new Map());
  await tab.settled();
  expect([named(server, BASIN), named(server, DITCH)]).toEqual(['Basin', 'Theirs']);
  expect(Object.keys(tab.plan().node).sort()).toEqual([NODE, OTHER_NODE]);
});

test('numbers of batches that are the same again by chance are taken for nothing', async () => {
  const server = new FakeServer(JOB);
  const tab = await page(server, freshFile());
  await tab.edit(node('Basin'));
  const restore = server.backup();
  await tab.edit(node('Basin of ours'));
  server.up = false;
  await tab.edit(node('Basin of ours', 7));
  server.up = true;
  restore();
  // The item has revision 2 on both sides, of different batches.
  server.other(node('Basin of theirs'));
  await tab.outbox.run();
  expect(named(server, BASIN)).toBe('Basin of theirs');
  expect(tab.store.getState().job.diverged?.lost).toHaveLength(1);
  await tab.outbox.rejoin(new Map([[BASIN, 'theirs']]));
  // What waited changed another field, and is done to what the server has.
  expect(server.item(BASIN)).toEqual(node('Basin of theirs', 7));
});

test('where nothing was lost nobody is asked', async () => {
  const server = new FakeServer(JOB);
  const file = freshFile();
  const tab = await page(server, file);
  await tab.edit(node('Basin'));
  const restore = server.backup();
  server.other(other('Theirs'));
  await tab.outbox.run();
  tab.kill();
  restore();
  server.other(other('Theirs'));
  const two = await page(server, file);
  expect(two.words()).toBe('Saved');
  expect(two.store.getState().job.diverged).toBeNull();
  expect([...two.store.getState().job.held.values()].map(({ revision }) => revision)).toEqual([1, 2]);
});

test('a job that the server lost whole is made anew, with what waited for it', async () => {
  const server = new FakeServer(JOB);
  server.there = false;
  const restore = server.backup();
  server.there = true;
  const file = freshFile();
  const tab = await page(server, file);
  await tab.edit(node('Basin'));
  server.up = false;
  await tab.edit(other('Ditch'));
  restore();
  server.up = true;
  await tab.outbox.run();
  expect(tab.store.getState().job.diverged).toMatchObject({ there: false });
  await tab.outbox.rejoin(new Map());
  await tab.settled();
  expect(tab.words()).toBe('Saved');
  expect(server.made).toBe(1);
  expect([named(server, BASIN), named(server, DITCH)]).toEqual(['Basin', 'Ditch']);
});

test('a job that was deleted is not taken for one that was lost', async () => {
  const server = new FakeServer(JOB);
  const tab = await page(server, freshFile());
  await tab.edit(node('Basin'));
  server.deleted = true;
  await tab.outbox.run();
  expect(tab.store.getState().job.opening).toBe('missing');
});

describe('the list of jobs', () => {
  test('keeps a job that the server lost, and lets go of one that was deleted', async () => {
    const server = new FakeServer(JOB);
    const tab = await page(server, freshFile());
    await tab.edit(node('Basin'));
    const [unlisted] = await tab.device.keepJobs([]);
    expect(unlisted).toMatchObject({ id: JOB });
    await tab.device.keepLost(JOB);
    expect(await tab.device.jobs()).toMatchObject([{ id: JOB, lost: true }]);
    await tab.device.forget(JOB);
    expect(await tab.device.jobs()).toEqual([]);
    expect((await tab.device.read(JOB)).held).toEqual([]);
  });

  test('lets go of nothing that waits', async () => {
    const server = new FakeServer(JOB);
    const tab = await page(server, freshFile());
    server.up = false;
    await tab.edit(node('Basin'));
    await tab.device.forget(JOB);
    expect((await tab.device.read(JOB)).pending).toHaveLength(1);
    expect(await tab.device.keepJobs([])).toHaveLength(1);
  });
});

test('what a newer app put there is kept word for word, and shown once it can be', async () => {
  const server = new FakeServer(JOB);
  const file = freshFile();
  const pump = { kind: 'pump', id: uuid(), lift: 3.25 } as unknown as Item;
  const odd = { ...node('Basin'), form: 'tower' } as unknown as Item;
  server.other(pump);
  server.other(odd);
  const tab = await page(server, file);
  await tab.edit(other('Ditch'));
  expect(tab.words()).toBe('Saved');
  expect(Object.keys(tab.plan().node)).toEqual([OTHER_NODE]);
  expect(tab.store.getState().job.held.get(keyOf(pump))).toMatchObject({ item: null, foreign: pump });
  tab.kill();
  server.up = false;
  const two = await page(server, file);
  expect(two.store.getState().job.held.get(keyOf(pump))).toMatchObject({ item: null, foreign: pump });
  expect(server.held.get(keyOf(pump))?.foreign).toEqual(pump);
});
