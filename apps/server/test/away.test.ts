import { randomUUID } from 'node:crypto';
import { createServer } from 'node:net';
import type { AddressInfo } from 'node:net';
import type pg from 'pg';
import { pino } from 'pino';
import request from 'supertest';
import { buildApp } from '../src/app';
import { Crowded, Gate, isAway, openPool, Turns } from '../src/database';
import type { World } from './world';
import { asOwner, batch, makeWorld, newJob, node, put } from './world';

/** The database goes away, hangs, or is held by somebody else. */

let world: World;
beforeAll(async () => {
  world = await makeWorld();
});
afterAll(() => world.end());

const silent = pino({ level: 'silent' });
const soon = (ms: number): Promise<void> => new Promise((resolve) => setTimeout(resolve, ms));

test('the answer to COMMIT is lost: it is said that nobody knows, and the same batch again is taken once', async () => {
  const job = await newJob(world.app());
  let lose = true;
  const pool = openPool(world.appUrl);
  const connect = pool.connect.bind(pool) as () => Promise<pg.PoolClient>;
  Object.assign(pool, {
    connect: async (): Promise<pg.PoolClient> => {
      const client = await connect();
      const ask = client.query.bind(client) as (...what: unknown[]) => Promise<unknown>;
      return Object.assign(client, {
        query: async (...what: unknown[]): Promise<unknown> => {
          const answer = await ask(...what);
          if (what[0] !== 'COMMIT' || !lose) return answer;
          lose = false;
          throw new Error('Connection terminated unexpectedly');
        },
      });
    },
  });
  const app = buildApp({ pool, company: world.company, log: silent });
  const sent = batch([put(node(randomUUID(), 'Basin'))]);
  const lost = await request(app).post(`/api/jobs/${job.id}/changes`).send(sent).expect(503);
  expect(lost.body).toMatchObject({ error: { code: 'not-known' } });
  const again = await request(app).post(`/api/jobs/${job.id}/changes`).send(sent).expect(200);
  expect(again.body).toEqual({ taken: true, sequence: 1 });
  await pool.end();
});

test('without a database every question is answered at once: it is away, and nothing was changed', async () => {
  const nowhere = new URL(world.appUrl);
  nowhere.hostname = '127.0.0.1';
  nowhere.port = '1';
  nowhere.searchParams.delete('host');
  const pool = openPool(nowhere.href);
  const app = buildApp({ pool, company: world.company, log: silent });
  const begun = Date.now();
  for (const ask of [
    request(app).get('/api/jobs'),
    request(app).post('/api/jobs').send({ id: randomUUID(), name: 'Yard' }),
    request(app)
      .post(`/api/jobs/${randomUUID()}/changes`)
      .send(batch([put(node(randomUUID(), 'Basin'))])),
  ]) {
    const { body } = await ask.expect(503);
    expect(body).toMatchObject({ error: { code: 'database-away' } });
  }
  expect((await request(app).get('/api/health').expect(503)).body).toEqual({ ok: false, database: false });
  expect(Date.now() - begun).toBeLessThan(2_000);
  await pool.end();
});

test('a database that hangs does not hold up the question whether all is well', async () => {
  const hanging = createServer((socket) => void socket.on('error', () => undefined));
  await new Promise<void>((resolve) => hanging.listen(0, '127.0.0.1', resolve));
  const { port } = hanging.address() as AddressInfo;
  const pool = openPool(`postgres://alveus_app:x@127.0.0.1:${port}/none`);
  const begun = Date.now();
  await request(buildApp({ pool, company: world.company, log: silent }))
    .get('/api/health')
    .expect(503);
  expect(Date.now() - begun).toBeLessThan(4_000);
  hanging.close();
  void pool.end().catch(() => undefined);
}, 20_000);

test('a server that has much to do does not take a database that answers for one that hangs', async () => {
  const pool = openPool(world.appUrl);
  const asked = request(buildApp({ pool, company: world.company, log: silent })).get('/api/health');
  const health = asked.then(({ status }) => status);
  // As if one large batch after another were read, while the way to the database is only being made.
  let rounds = 0;
  const work = (): void => {
    for (const until = Date.now() + 500; Date.now() < until;);
    rounds += 1;
    if (rounds < 6) setImmediate(work);
  };
  setImmediate(work);
  expect(await health).toBe(200);
  expect(rounds).toBeGreaterThan(4);
  await pool.end();
}, 20_000);

test('jobs whose locks somebody holds do not hold up another, however many wait for them', async () => {
  const app = world.app();
  const free = await newJob(app);
  // More of them than are let to work at once on a small machine.
  const stuck = await Promise.all(Array.from({ length: 6 }, () => newJob(app)));
  await asOwner(world.ownerUrl, async (holder) => {
    await holder.query('BEGIN');
    for (const { id } of stuck)
      await holder.query('SELECT pg_advisory_xact_lock(hashtextextended($1, 0))', [world.company + id]);
    // More than there are connections.
    const waiting = stuck.flatMap((job) =>
      Array.from({ length: 14 }, (_, index) =>
        job.send(batch([put(node(randomUUID(), `Basin ${index}`))])).then(({ status }) => status),
      ),
    );
    await soon(100);
    const begun = Date.now();
    await free.send(batch([put(node(randomUUID(), 'Basin'))])).expect(200);
    expect(Date.now() - begun).toBeLessThan(1_000);
    await request(app).get('/api/health').expect(200);
    await holder.query('ROLLBACK');
    // Let go, all of them go through, each by itself.
    expect(await Promise.all(waiting)).toEqual(waiting.map(() => 200));
  });
}, 30_000);

test('a gate lets in so many, the next as one leaves, and sends away whom it would keep waiting too long', async () => {
  const gate = new Gate(2, 2, 80);
  let [inside, most] = [0, 0];
  const visit = (ms: number): Promise<string> =>
    gate.run(async () => {
      most = Math.max(most, (inside += 1));
      await soon(ms);
      inside -= 1;
      return 'done';
    });
  const [first, two, three, four, five] = [visit(30), visit(150), visit(150), visit(5), visit(5)];
  await expect(five).rejects.toBeInstanceOf(Crowded);
  await expect(four).rejects.toBeInstanceOf(Crowded);
  expect(await Promise.all([first, two, three])).toEqual(['done', 'done', 'done']);
  expect(most).toBe(2);
  expect(gate.empty).toBe(true);
  expect(await visit(1)).toBe('done');
});

test('who is held up inside a gate takes no place from those who are at work', async () => {
  const gate = new Gate(2, 10, 1_000, 50);
  const held = [gate.run(() => soon(400)), gate.run(() => soon(400))];
  const begun = Date.now();
  await gate.run(() => soon(1));
  expect(Date.now() - begun).toBeLessThan(200);
  await Promise.all(held);
  expect(gate.empty).toBe(true);
});

describe('turns', () => {
  test('go by their key in the order they came, and others beside them', async () => {
    const turns = new Turns(10, 1_000);
    const said: string[] = [];
    const work = (key: string, name: string, ms: number) =>
      turns.run(key, async () => {
        await soon(ms);
        said.push(name);
      });
    await Promise.all([work('a', 'a1', 60), work('a', 'a2', 5), work('b', 'b1', 20), work('a', 'a3', 1)]);
    expect(said).toEqual(['b1', 'a1', 'a2', 'a3']);
  });

  test('are refused where too many wait, or one waits too long; those behind go on all the same', async () => {
    const turns = new Turns(2, 80);
    const first = turns.run('a', () => soon(150));
    const late = turns.run('a', () => Promise.resolve('late'));
    const behind = turns.run('a', () => Promise.resolve('behind'));
    await expect(turns.run('a', () => Promise.resolve())).rejects.toBeInstanceOf(Crowded);
    await expect(late).rejects.toBeInstanceOf(Crowded);
    await expect(behind).rejects.toBeInstanceOf(Crowded);
    await first;
    await soon(5);
    expect(await turns.run('a', () => Promise.resolve('after'))).toBe('after');
  });

  test('work that fails lets the next go on', async () => {
    const turns = new Turns(10, 1_000);
    const failing = turns.run('a', () => Promise.reject(new Error('no')));
    const next = turns.run('a', () => Promise.resolve('next'));
    await expect(failing).rejects.toThrow('no');
    expect(await next).toBe('next');
  });
});

test.each([
  [Object.assign(new Error('x'), { code: 'ECONNREFUSED' }), true],
  [Object.assign(new Error('x'), { code: '57P01' }), true],
  [Object.assign(new Error('x'), { code: '08006' }), true],
  [new Error('Query read timeout'), true],
  [Object.assign(new Error('x'), { code: '23505' }), false],
  [new Error('a mistake of ours'), false],
  ['a word', false],
])('%s: away is %s', (error, away) => {
  expect(isAway(error)).toBe(away);
});
