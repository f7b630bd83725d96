import { planEdited } from '../src/store/job';
import { Refused } from '../src/sync/api';
import { FakeServer, together, uuid } from './support/fakeServer';
import { JOB, NODE, OTHER_NODE, YARD, LANE, node, other, waiting, nameOn, freshFile, page } from './support/page';

/** What the server refuses, and jobs beside the open one: one holds up no other. */

describe('what the server refuses', () => {
  test('is set aside with the reason, and what does not rest on it goes on; the next page knows of it', async () => {
    const server = new FakeServer(JOB);
    const file = freshFile();
    const tab = await page(server, file);
    await tab.edit(node('Basin'));
    server.up = false;
    await tab.edit(node('Cursed'));
    await tab.edit(node('Cursed', 2));
    await tab.edit(other('Ditch'));
    server.up = true;
    server.refuse = (batch) =>
      JSON.stringify(batch.changes).includes('Cursed') ? 'There are too many things in it.' : undefined;
    await tab.outbox.run();
    expect(tab.words()).toBe('Saved · 1 change rejected');
    expect(tab.store.getState().job.rejected).toMatchObject([{ reason: 'There are too many things in it.' }]);
    expect(server.held.get(`node:${NODE}`)?.item).toEqual(node('Basin', 2));
    expect(server.held.get(`node:${OTHER_NODE}`)?.item).toEqual(other('Ditch'));
    expect(tab.plan().node[NODE]).toEqual(node('Basin', 2));
    expect(await tab.onDevice()).toBe(0);
    tab.kill();
    const two = await page(server, file);
    expect(two.words()).toBe('Saved · 1 change rejected');
    two.kill();
  });

  test('can be tried again once the reason is gone, or let go of', async () => {
    const server = new FakeServer(JOB);
    const file = freshFile();
    const tab = await page(server, file);
    server.refuse = () => 'Not today.';
    await tab.edit(node('Basin'));
    await tab.edit(other('Ditch'));
    server.refuse = () => undefined;
    const [first, second] = tab.store.getState().job.rejected;
    if (!first || !second) throw new Error('nothing aside');
    tab.actions.tryAgain(first);
    tab.actions.letGo(second);
    await tab.outbox.run();
    await tab.settled();
    expect(tab.words()).toBe('Saved');
    expect(nameOn(server)).toBe('Basin');
    expect(server.held.has(`node:${OTHER_NODE}`)).toBe(false);
    expect((await tab.device.read(JOB)).rejected).toEqual([]);
    tab.kill();
  });

  test('where the job itself is refused, all of it stays on the device', async () => {
    const server = new FakeServer(JOB);
    const tab = await page(server, freshFile());
    const { changes } = server.api;
    (server.api as { changes: unknown }).changes = () => Promise.reject(new Refused(403, 'Not from this machine.'));
    await tab.edit(node('Basin'));
    expect(tab.words()).toMatch(/Not saved: Not from this machine/);
    expect(tab.store.getState().job.pending).toHaveLength(1);
    (server.api as { changes: unknown }).changes = changes;
    await tab.outbox.run();
    expect(tab.words()).toBe('Saved');
    tab.kill();
  });
});

describe('one outbox for all jobs', () => {
  test('what was typed in a job goes out while another is open', async () => {
    const server = new FakeServer(JOB);
    const yard = new FakeServer(YARD);
    const api = together(server, yard);
    const file = freshFile();
    const tab = await page(server, file, api);
    yard.up = server.up = false;
    await tab.edit(node('Basin'));
    await tab.outbox.open(YARD);
    tab.store.dispatch(planEdited({ edits: [{ op: 'put', item: other('Yard') }], batch: uuid(), way: 'do' }));
    yard.up = server.up = true;
    await tab.outbox.run();
    expect(nameOn(server)).toBe('Basin');
    expect((await tab.device.waiting()).size).toBe(0);
    tab.kill();
  });

  test('one job that the server will not have holds up no other, and no conflict of one does', async () => {
    const server = new FakeServer(JOB);
    const yard = new FakeServer(YARD);
    const file = freshFile();
    const tab = await page(server, file, together(server, yard));
    await tab.edit(node('Basin'));
    server.up = yard.up = false;
    await tab.edit(node('Mine'));
    await tab.outbox.open(YARD);
    await tab.outbox.open(LANE);
    server.up = yard.up = true;
    server.other(node('Theirs'));
    await tab.device.keepMade({ id: YARD, name: 'Yard', sequence: 0, changedAt: '' }, [waiting(other('Yard'))]);
    await tab.outbox.run();
    expect(yard.held.get(`node:${OTHER_NODE}`)?.item).toEqual(other('Yard'));
    // The conflict is asked once its job is open.
    expect([...(await tab.device.waiting()).keys()]).toEqual([JOB]);
    await tab.outbox.open(JOB);
    expect(tab.store.getState().job.conflicts).toHaveLength(1);
    tab.kill();
  });

  test('a job made without signal is there at once, and arrives whole, once, though the answer was lost', async () => {
    const server = new FakeServer(JOB);
    const yard = new FakeServer(YARD);
    yard.there = false;
    const file = freshFile();
    const tab = await page(server, file, together(server, yard));
    server.up = yard.up = false;
    await tab.device.keepMade({ id: YARD, name: 'Yard', sequence: 0, changedAt: '' }, [waiting(other('Yard'))]);
    await tab.outbox.open(YARD);
    expect(tab.store.getState().job).toMatchObject({ opening: 'open', name: 'Yard' });
    expect(tab.plan().node[OTHER_NODE]).toEqual(other('Yard'));
    tab.kill();
    server.up = yard.up = true;
    yard.loseMade = true;
    const two = await page(server, file, together(server, yard));
    await two.outbox.run();
    await two.outbox.run();
    expect(yard.made).toBe(1);
    expect(yard.held.get(`node:${OTHER_NODE}`)?.item).toEqual(other('Yard'));
    expect((await two.device.waiting()).size).toBe(0);
    two.kill();
  });
});

test('a job in which nothing is yet is called saved once the server has heard of it, and not before', async () => {
  const [server, yard] = [new FakeServer(JOB), new FakeServer(YARD)];
  yard.there = false;
  const tab = await page(server, freshFile(), together(server, yard));
  server.up = yard.up = false;
  await tab.device.keepMade({ id: YARD, name: 'Yard', sequence: 0, changedAt: '' }, []);
  await tab.outbox.open(YARD);
  expect(tab.words()).toBe('On this device · 1 to send');
  server.up = yard.up = true;
  await tab.outbox.run();
  expect(tab.words()).toBe('Saved');
  expect(yard.made).toBe(1);
});

describe('what the device cannot keep', () => {
  const fullUntil = (): (() => void) => {
    const adding = jest.spyOn(IDBObjectStore.prototype, 'add').mockImplementation(() => {
      throw new DOMException('full', 'QuotaExceededError');
    });
    return () => adding.mockRestore();
  };

  test('is there again when its job is opened anew on the same page', async () => {
    const [yard, lane] = [new FakeServer(JOB), new FakeServer(LANE)];
    const tab = await page(yard, freshFile(), together(yard, lane));
    const room = fullUntil();
    yard.up = lane.up = false;
    await tab.edit(node('Basin'));
    expect(tab.words()).toMatch(/^Not saved/);
    await tab.outbox.open(LANE);
    await tab.outbox.open(JOB);
    expect(tab.plan().node[NODE]).toEqual(node('Basin'));
    expect(tab.words()).toMatch(/^Not saved/);
    yard.up = lane.up = true;
    await tab.outbox.run();
    expect(tab.words()).toBe('Saved');
    expect(nameOn(yard)).toBe('Basin');
    room();
  });

  test('goes out though another job is open, once there is room again', async () => {
    const [yard, lane] = [new FakeServer(JOB), new FakeServer(LANE)];
    const file = freshFile();
    const tab = await page(yard, file, together(yard, lane));
    const room = fullUntil();
    yard.up = lane.up = false;
    await tab.edit(node('Basin'));
    await tab.edit(node('Basin', 2));
    await tab.outbox.open(LANE);
    expect(tab.outbox.unkept().map(({ job }) => job)).toEqual([JOB, JOB]);
    yard.up = lane.up = true;
    await tab.outbox.run();
    expect(nameOn(yard)).toBeUndefined();
    room();
    await tab.outbox.run();
    expect(yard.item(`node:${NODE}`)).toEqual(node('Basin', 2));
    expect(tab.outbox.unkept()).toEqual([]);
  });
});
