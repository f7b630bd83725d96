import { randomUUID } from 'node:crypto';
import type { Server } from 'node:http';
import { createServer } from 'node:http';
import type { AddressInfo, Socket } from 'node:net';
import { connect } from 'node:net';
import type { Change, Item } from '@alveus/plan';
import { LIMITS, openPlanFile, planOf, savePlanFile } from '@alveus/plan';
import * as fc from 'fast-check';
import request from 'supertest';
import { shapeOf } from '../src/http';
import type { World } from './world';
import { asOwner, batch, makeWorld, newJob, node, put } from './world';

/** How large things may be, and that limits agree with each other. */

let world: World;
beforeAll(async () => {
  world = await makeWorld();
});
afterAll(() => world.end());

/** A run with as much ground as one may have: a hundred kilobytes and more. */
const wideRun = (): Item => ({
  kind: 'runGround',
  id: randomUUID(),
  breaks: Array.from({ length: LIMITS.breaks }, (_none, index) => ({
    at: index + 0.123456789012345,
    elevation: 100 + Math.sin(index) * 1e-3,
  })),
});

const basins = (count: number): Change[] =>
  Array.from({ length: count }, (_none, index) => put(node(randomUUID(), `Basin ${index}`)));

test('as many things as a plan may have are taken, and no more; what was taken is saved in a file that opens', async () => {
  const job = await newJob(world.app());
  const all = basins(LIMITS.planItems);
  for (let from = 0; from < all.length; from += LIMITS.batchChanges)
    await job.send(batch(all.slice(from, from + LIMITS.batchChanges))).expect(200);
  const refused = await job.send(batch(basins(1))).expect(422);
  expect(refused.body.error).toMatchObject({ code: 'plan-too-large' });
  expect(refused.body.error.message).toMatch(/at most 20000 things/);
  // It can still be worked on: one for another, and one less.
  const [first, second] = all as [Change & { op: 'put' }, Change & { op: 'put' }];
  await job.send(batch([{ op: 'remove', kind: 'node', id: first.item.id, base: 1 }, ...basins(1)])).expect(200);
  await job.send(batch([put({ ...(second.item as Item), name: 'Renamed' } as Item, 1)])).expect(200);

  const { changes } = await job.since(0);
  expect(changes).toHaveLength(LIMITS.planItems);
  const items = changes.flatMap(({ item }) => item ?? []);
  expect(openPlanFile(savePlanFile('Yard', planOf(items)))).toMatchObject({ ok: true });
}, 60_000);

test('as many bytes as a plan may have are taken, and no more; what was taken is saved in a file that opens', async () => {
  const job = await newJob(world.app());
  let taken = 0;
  for (;;) {
    const answer = await job.send(batch([put(wideRun()), put(wideRun()), put(wideRun())]));
    if (answer.status !== 200) {
      expect(answer.status).toBe(422);
      expect(answer.body.error.message).toMatch(/at most 7\.5 MB/);
      break;
    }
    taken += 3;
    expect(taken).toBeLessThan(1_000);
  }
  const { changes } = await job.since(0);
  expect(changes).toHaveLength(taken);
  const text = savePlanFile('Yard', planOf(changes.flatMap(({ item }) => item ?? [])));
  expect(text.length).toBeGreaterThan(0.9 * LIMITS.planBytes);
  expect(openPlanFile(text)).toMatchObject({ ok: true });
  // The largest plan in the fullest file.
  expect(LIMITS.planBytes + LIMITS.planItems * '    ,\n'.length + 1_000).toBeLessThan(LIMITS.fileBytes);
  // Less of it is always taken.
  const [change] = changes;
  await job
    .send(batch([{ op: 'remove', kind: 'runGround', id: change?.id ?? '', base: change?.revision ?? 0 }]))
    .expect(200);
}, 60_000);

test('what is counted of a plan is what is in it, whatever was put, changed, removed and refused', async () => {
  const job = await newJob(world.app());
  const ids = Array.from({ length: 6 }, () => randomUUID());
  const step = fc.array(
    fc.record({
      at: fc.nat({ max: ids.length - 1 }),
      op: fc.constantFrom('put', 'remove'),
      name: fc.constantFrom('A', 'Cider press', 'Müll', '𝒱'),
      base: fc.constantFrom('right', 'right', 'right', 'stale'),
    }),
    { minLength: 1, maxLength: 6 },
  );
  await fc.assert(
    fc.asyncProperty(fc.array(step, { minLength: 1, maxLength: 8 }), async (steps) => {
      for (const moves of steps) {
        const now = new Map((await job.since(0)).changes.map((held) => [held.id, held.revision]));
        const changes = [...new Map(moves.map((move) => [move.at, move])).values()].map(
          ({ at, op, name, base }): Change => {
            const id = ids[at] ?? '';
            const known = base === 'right' ? (now.get(id) ?? 0) : 9_999;
            return op === 'put' ? put(node(id, name), known) : { op: 'remove', kind: 'node', id, base: known };
          },
        );
        await job.send(batch(changes));
      }
      const [counted] = await asOwner(world.ownerUrl, async (client) => {
        await client.query(`SELECT set_config('alveus.company', $1, false)`, [world.company]);
        const { rows } = await client.query<Record<string, string>>(
          `SELECT item_count = (SELECT count(*) FROM item WHERE job_id = job.id) AS rows,
                  live_count = (SELECT count(body) FROM item WHERE job_id = job.id) AS things,
                  live_bytes = (SELECT coalesce(sum(octet_length(body::text)), 0) FROM item WHERE job_id = job.id) AS bytes
             FROM job WHERE id = $1`,
          [job.id],
        );
        return rows;
      });
      expect(counted).toEqual({ rows: true, things: true, bytes: true });
    }),
    { numRuns: 25 },
  );
}, 60_000);

test('what is nested too deep is refused before it is read', async () => {
  const job = await newJob(world.app());
  const deep = `{"id":${'['.repeat(2_000_000)}${']'.repeat(2_000_000)}}`;
  const answer = await request(world.app())
    .post(`/api/jobs/${job.id}/changes`)
    .set('Content-Type', 'application/json')
    .send(deep)
    .expect(400);
  expect(answer.body.error.code).toBe('too-deep');
});

test('the shape of text is that of what it says', () => {
  const inside = (value: unknown): unknown[] =>
    typeof value === 'object' && value !== null ? Object.values(value) : [];
  const is = (value: unknown): boolean => typeof value === 'object' && value !== null;
  const deepest = (value: unknown): number => (is(value) ? 1 + Math.max(0, ...inside(value).map(deepest)) : 0);
  const count = (value: unknown): number =>
    inside(value).reduce<number>((sum, part) => sum + count(part), Number(is(value)));
  fc.assert(
    fc.property(fc.json(), (text) => {
      const value: unknown = JSON.parse(text);
      expect(shapeOf(Buffer.from(text))).toEqual({ depth: deepest(value), parts: count(value) });
    }),
  );
  expect(shapeOf(Buffer.from('"[[[[\\"[["'))).toEqual({ depth: 0, parts: 0 });
});

test('a plan is read as it is at one moment: every batch is in it whole or not at all', async () => {
  const job = await newJob(world.app());
  // Enough that it is read in several pieces.
  await job.send(batch(basins(600))).expect(200);
  const pair = [randomUUID(), randomUUID()];
  let [working, count] = [true, 0];
  const writing = (async () => {
    for (; working; count += 1) {
      const changes = pair.map((id) => put(node(id, `Turn ${count}`), count === 0 ? 0 : count + 1));
      await job.send(batch(changes)).expect(200);
    }
  })();
  for (let time = 0; time < 30; time += 1) {
    const { sequence, changes } = await job.since(0);
    const [a, b] = pair.map((id) => changes.find((held) => held.id === id));
    expect(a?.revision).toBe(b?.revision);
    expect(a?.item).toEqual(b && { ...b.item, id: pair[0] });
    expect(Math.max(...changes.map(({ revision }) => revision))).toBe(sequence);
  }
  working = false;
  await writing;
  expect(count).toBeGreaterThan(5);
}, 60_000);

describe('over a socket', () => {
  let server: Server;
  const at = (): number => (server.address() as AddressInfo).port;
  beforeAll(async () => {
    server = createServer(world.app());
    await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
  });
  afterAll(() => {
    server.closeAllConnections();
    server.close();
  });

  test('a large plan comes packed to who can unpack it, and plain to who cannot', async () => {
    const job = await newJob(world.app());
    await job.send(batch(basins(3_000))).expect(200);
    const path = `/api/jobs/${job.id}/changes`;
    const sizes: number[] = [];
    for (const encoding of ['gzip', 'identity']) {
      const answer = await request(world.app()).get(path).set('Accept-Encoding', encoding).buffer(true).expect(200);
      expect(answer.headers['content-encoding']).toBe(encoding === 'gzip' ? 'gzip' : undefined);
      expect(answer.body.changes).toHaveLength(3_000);
      sizes.push(await bytesOf(path, encoding));
    }
    const [packed = 0, plain = 0] = sizes;
    expect(packed).toBeLessThan(plain / 3);
  });

  /** Bytes of an answer as they go over the wire. */
  function bytesOf(path: string, encoding: string): Promise<number> {
    return new Promise((resolve) => {
      const socket = connect(at(), '127.0.0.1');
      let bytes = 0;
      socket.on('data', (chunk) => (bytes += chunk.length));
      socket.on('close', () => resolve(bytes));
      socket.write(
        `GET ${path} HTTP/1.1\r\nHost: 127.0.0.1\r\nAccept-Encoding: ${encoding}\r\nConnection: close\r\n\r\n`,
      );
    });
  }

  test('who asks for a large plan and does not take it in holds up nobody else', async () => {
    const [large, small] = [await newJob(world.app()), await newJob(world.app())];
    // What no packing makes small, and no buffer of the system holds.
    for (let time = 0; time < 6; time += 1)
      await large.send(batch(Array.from({ length: 6 }, () => put(wideRun())))).expect(200);
    const sockets: Socket[] = Array.from({ length: 14 }, () => {
      const socket = connect(at(), '127.0.0.1');
      socket.on('error', () => undefined);
      socket.pause();
      socket.write(`GET /api/jobs/${large.id}/changes HTTP/1.1\r\nHost: 127.0.0.1\r\n\r\n`);
      return socket;
    });
    await new Promise((resolve) => setTimeout(resolve, 500));
    const begun = Date.now();
    const url = `http://127.0.0.1:${at()}/api`;
    expect((await fetch(`${url}/health`)).status).toBe(200);
    expect((await fetch(`${url}/jobs`)).status).toBe(200);
    await small.send(batch(basins(1))).expect(200);
    expect(Date.now() - begun).toBeLessThan(1_500);
    // Whoever wants to read a plan waits no longer than until those have been given up.
    expect((await fetch(`${url}/jobs/${small.id}/changes`)).status).toBe(200);
    expect(Date.now() - begun).toBeLessThan(9_000);
    for (const socket of sockets) socket.destroy();
  }, 30_000);
});
