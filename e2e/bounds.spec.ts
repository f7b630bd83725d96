import { randomUUID } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { LIMITS, VERSION } from '@alveus/plan';
import { expect, test } from '@playwright/test';
import pg from 'pg';
import type { OwnCluster } from '../tools/lib/postgres/cluster';
import { passingCluster } from '../tools/lib/postgres/cluster';
import { say } from '../tools/lib/say';
import type { ScratchDatabase } from '../tools/lib/scratch';
import { scratchDatabase } from '../tools/lib/scratch';
import type { ServerProcess } from '../tools/lib/server';
import { startServer } from '../tools/lib/server';

/** The server as a process, under as much as it may be sent: its memory is bounded, and it answers in time. */

let cluster: OwnCluster;
let database: ScratchDatabase;
let server: ServerProcess;
test.beforeEach(async () => {
  cluster = await passingCluster();
  database = await scratchDatabase(cluster.ownerUrl);
  server = await startServer({ APP_DATABASE_URL: database.appUrl, PORT: '0', LOG_LEVEL: 'error' });
});
test.afterEach(async () => {
  await server.stop();
  await cluster.stop();
});

/** The most memory that the server has held since it was last asked, MB. */
const most = (): number =>
  Number(/VmHWM:\s+(\d+)/.exec(readFileSync(`/proc/${server.process.pid}/status`, 'utf8'))?.[1]) / 1024;

const post = (where: string, body: string | Buffer): Promise<Response> =>
  fetch(`${server.url}/api${where}`, {
    method: 'POST',
    body: body as BodyInit,
    headers: { 'Content-Type': 'application/json' },
  });

async function newJob(): Promise<string> {
  const id = randomUUID();
  expect((await post('/jobs', JSON.stringify({ id, name: 'Yard' }))).status).toBe(201);
  return id;
}

const GROUND = JSON.stringify(
  Array.from({ length: LIMITS.breaks }, (_none, index) => ({
    at: index + Math.random() / 2,
    elevation: 100 + Math.random(),
  })),
);

/** A legal batch of nearly as many bytes as a request may have. */
function fullBatch(): string {
  const changes = Array.from(
    { length: 34 },
    () => `{"op":"put","item":{"kind":"runGround","id":"${randomUUID()}","breaks":${GROUND}},"base":0}`,
  );
  const text = `{"id":"${randomUUID()}","format":${VERSION},"changes":[${changes.join(',')}]}`;
  expect(text.length).toBeGreaterThan(0.85 * LIMITS.requestBytes);
  expect(text.length).toBeLessThan(LIMITS.requestBytes);
  return text;
}

/** How long something takes that is done alone, on this machine: the second time, once it is warm, ms. */
async function alone(task: () => Promise<unknown>): Promise<number> {
  await task();
  const begun = performance.now();
  await task();
  return performance.now() - begun;
}

/** How long the server takes to say how it is, while something else goes on, ms. */
async function slowest(while_: Promise<unknown>): Promise<number> {
  let [worst, on] = [0, true];
  void while_.finally(() => (on = false)).catch(() => undefined);
  while (on) {
    const begun = performance.now();
    expect((await fetch(`${server.url}/api/health`)).status).toBe(200);
    worst = Math.max(worst, performance.now() - begun);
    await new Promise((resolve) => setTimeout(resolve, 20));
  }
  return worst;
}

test('64 deep bodies of 4 MB at once, then 64 that are as long as they may be and wrong', async () => {
  test.setTimeout(120_000);
  const job = await newJob();
  const room = LIMITS.requestBytes - 1_000;
  const deep = Buffer.from(`${'['.repeat(room / 2)}${']'.repeat(room / 2)}`);
  const single = await alone(() => post(`/jobs/${job}/changes`, deep));
  const deepest = Promise.all(Array.from({ length: 64 }, () => post(`/jobs/${job}/changes`, deep)));
  const delay = await slowest(deepest);
  for (const answer of await deepest) expect(answer.status).toBe(400);
  // Many small things that are none.
  const wide = Buffer.from(`[${'{},'.repeat(room / 3 - 10)}{}]`);
  const afterDeep = most();
  const oneWide = await alone(() => post(`/jobs/${job}/changes`, wide));
  const widest = Promise.all(Array.from({ length: 64 }, () => post(`/jobs/${job}/changes`, wide)));
  const delayOfWide = await slowest(widest);
  for (const answer of await widest) expect(answer.status).toBe(400);
  say(
    `one deep: ${single.toFixed(0)} ms, one wide: ${oneWide.toFixed(0)} ms; deep: ${delay.toFixed(0)} ms, wide: ${delayOfWide.toFixed(0)} ms at most; ${afterDeep.toFixed(0)} and ${most().toFixed(0)} MB`,
  );
  expect(most()).toBeLessThan(600);
  // It is answered between one body and another, and does not wait for half of them.
  expect(delay).toBeLessThan(32 * single);
  expect(delayOfWide).toBeLessThan(32 * oneWide);
  expect((await fetch(`${server.url}/api/jobs/${job}/changes`)).status).toBe(200);
});

test('520 MB of legal batches to one plan, and a plan of more than there may be now, read by many at once', async () => {
  const megabytes = process.env.SOAK === undefined ? 130 : 520;
  test.setTimeout(60_000 + megabytes * 1_000);
  const job = await newJob();
  const other = await newJob();
  const single = await alone(() => post(`/jobs/${other}/changes`, fullBatch()));
  const sent = { taken: 0, refused: 0 };
  const sending = (async () => {
    for (let bytes = 0; bytes < megabytes * 1e6;) {
      const bodies = Array.from({ length: 4 }, fullBatch);
      bytes += bodies.reduce((sum, { length }) => sum + length, 0);
      for (const { status } of await Promise.all(bodies.map((body) => post(`/jobs/${job}/changes`, body)))) {
        expect([200, 422]).toContain(status);
        sent[status === 200 ? 'taken' : 'refused'] += 1;
      }
    }
  })();
  const delay = await slowest(sending);
  await sending;
  expect(sent.taken).toBeGreaterThanOrEqual(1);
  expect(sent.refused).toBeGreaterThan(20);
  const afterSending = most();

  // As if it had been taken before there was a limit.
  const owner = new pg.Client({ connectionString: database.ownerUrl });
  await owner.connect();
  await owner.query('ALTER TABLE item NO FORCE ROW LEVEL SECURITY');
  const times = Math.ceil(megabytes / 4);
  await owner.query(
    `INSERT INTO item SELECT company_id, job_id, kind, gen_random_uuid(), revision, body FROM item, generate_series(1, ${times})
      WHERE kind = 'runGround' AND job_id = $1 LIMIT ${times * 30}`,
    [job],
  );
  await owner.query('ALTER TABLE item FORCE ROW LEVEL SECURITY');
  await owner.end();
  const readOnce = async (): Promise<number | 'busy'> => {
    const answer = await fetch(`${server.url}/api/jobs/${job}/changes`, { headers: { 'Accept-Encoding': 'identity' } });
    // Whoever would wait too long is told so.
    if (answer.status === 503) return 'busy';
    let bytes = 0;
    for await (const chunk of answer.body as unknown as AsyncIterable<Uint8Array>) bytes += chunk.length;
    return bytes;
  };
  const oneReading = await alone(readOnce);
  const reading = Promise.all(Array.from({ length: 8 }, readOnce));
  const delayOfReading = await slowest(reading);
  const read = (await reading).filter((bytes) => bytes !== 'busy');
  expect(read.length).toBeGreaterThanOrEqual(6);
  for (const bytes of read) expect(bytes).toBeGreaterThan(megabytes * 0.8e6);
  say(
    `one: ${single.toFixed(0)} ms, read: ${oneReading.toFixed(0)} ms; sending: ${delay.toFixed(0)} ms, ${afterSending.toFixed(0)} MB; reading: ${delayOfReading.toFixed(0)} ms, ${most().toFixed(0)} MB`,
  );
  expect(most()).toBeLessThan(600);
  // Four are sent at once, eight read at once: it waits for no four of them, and for no reading to its end.
  expect(delay).toBeLessThan(4 * single);
  expect(delayOfReading).toBeLessThan(oneReading);
});

test('PostgreSQL that is frozen is answered for in time, and goes on once it thaws', async () => {
  test.setTimeout(120_000);
  const job = await newJob();
  const freeze = (signal: NodeJS.Signals): void => {
    for (const pid of [cluster.pid, ...backends(cluster.pid)]) process.kill(pid, signal);
  };
  freeze('SIGSTOP');
  const begun = performance.now();
  const change = { op: 'put', item: { kind: 'node', id: randomUUID(), name: 'Basin', form: 'manhole' }, base: 0 };
  const batch = JSON.stringify({ id: randomUUID(), format: VERSION, changes: [change] });
  const timed = async (answer: Promise<Response>): Promise<{ status: number; ms: number }> => ({
    status: (await answer).status,
    ms: performance.now() - begun,
  });
  const [health, list, sent] = await Promise.all([
    timed(fetch(`${server.url}/api/health`)),
    timed(fetch(`${server.url}/api/jobs`)),
    timed(post(`/jobs/${job}/changes`, batch)),
  ]);
  for (const { status } of [health, list, sent]) expect(status).toBe(503);
  say(`health: ${health.ms.toFixed(0)} ms, list: ${list.ms.toFixed(0)} ms, batch: ${sent.ms.toFixed(0)} ms`);
  // How it is, is told first: whoever watches over it does not wait for what is given up.
  expect(health.ms).toBeLessThan(Math.min(list.ms, sent.ms));
  expect(performance.now() - begun).toBeLessThan(20_000);
  freeze('SIGCONT');
  await expect.poll(async () => (await post(`/jobs/${job}/changes`, batch)).status, { timeout: 5_000 }).toBe(200);
  const { changes } = (await (await fetch(`${server.url}/api/jobs/${job}/changes`)).json()) as { changes: unknown[] };
  expect(changes).toHaveLength(1);
});

/** Children of a process. */
const backends = (pid: number): number[] =>
  readFileSync(`/proc/${pid}/task/${pid}/children`, 'utf8').trim().split(' ').filter(Boolean).map(Number);
