import { randomUUID } from 'node:crypto';
import { VERSION } from '@alveus/plan';
import { expect, test } from '@playwright/test';
import pg from 'pg';
import { connected } from '../tools/lib/postgres/client';
import { passingCluster } from '../tools/lib/postgres/cluster';
import { say } from '../tools/lib/say';
import { scratchDatabase } from '../tools/lib/scratch';
import { startServer } from '../tools/lib/server';

/** Server and PostgreSQL are killed at random moments while eight devices work as the app does: they resend until they are answered. */

const SOAK = process.env.SOAK !== undefined;
/** How often each is done. */
const TIMES = SOAK ? { server: 100, SIGKILL: 16, SIGINT: 4, cut: 10 } : { server: 5, SIGKILL: 4, SIGINT: 1, cut: 2 };
const DEVICES = 8;
/** Several devices work on each. */
const JOBS = 3;

interface Sent {
  readonly id: string;
  readonly job: string;
  /** Things that only this batch puts. */
  readonly fresh: readonly string[];
  /** The thing that every batch of its device changes. */
  readonly counter: string;
  readonly sequence: number;
}

const soon = (ms: number): Promise<void> => new Promise((resolve) => setTimeout(resolve, ms));

test('nothing acknowledged is lost, nothing doubled, nothing half applied, and work goes on at once', async () => {
  const kills = Object.values(TIMES).reduce((sum, times) => sum + times, 0);
  test.setTimeout(120_000 + kills * 10_000);
  const cluster = await passingCluster();
  const database = await scratchDatabase(cluster.ownerUrl);
  const serve = (port: string) => startServer({ APP_DATABASE_URL: database.appUrl, PORT: port, LOG_LEVEL: 'silent' });
  let server = await serve('0');
  const { origin, port } = new URL(server.url);
  try {
    /** undefined where there is no answer. */
    const post = (where: string, body: object): Promise<{ status: number; body: unknown } | undefined> =>
      fetch(`${origin}/api${where}`, {
        method: 'POST',
        body: JSON.stringify(body),
        headers: { 'Content-Type': 'application/json' },
      }).then(
        async (answer) => ({ status: answer.status, body: await answer.json() }),
        () => undefined,
      );
    const jobs = Array.from({ length: JOBS }, () => randomUUID());
    for (const id of jobs) expect(await post('/jobs', { id, name: 'Yard' })).toMatchObject({ status: 201 });

    const acknowledged: Sent[] = [];
    let [working, last, unanswered, resent] = [true, 0, 0, 0];
    const device = async (number: number): Promise<void> => {
      const job = jobs[number % JOBS] ?? '';
      const counter = randomUUID();
      let before: string | undefined;
      for (let turn = 0; working; turn += 1) {
        const id = randomUUID();
        const fresh = [randomUUID(), randomUUID(), randomUUID()];
        const put = (item: string, name: string, base: unknown) => ({
          op: 'put',
          item: { kind: 'node', id: item, name, form: 'manhole' },
          base,
        });
        const batch = {
          id,
          format: VERSION,
          changes: [
            ...fresh.map((item) => put(item, `Basin ${turn}`, 0)),
            put(counter, `Device ${number}, turn ${turn}`, before === undefined ? 0 : { after: before }),
          ],
        };
        // Until it is answered, as the app does, though nobody is to work any more.
        for (let tries = 0; ; tries += 1) {
          const answer = await post(`/jobs/${job}/changes`, batch);
          if (answer?.status === 200) {
            const { sequence } = answer.body as { sequence: number };
            acknowledged.push({ id, job, fresh, counter, sequence });
            last = performance.now();
            if (tries > 0) resent += 1;
            break;
          }
          // Nothing else than that it is away for the moment.
          if (answer) expect(answer.status, JSON.stringify(answer.body)).toBe(503);
          else unanswered += 1;
          await soon(20);
        }
        before = id;
      }
    };
    const devices = Promise.all(Array.from({ length: DEVICES }, (_none, number) => device(number)));
    devices.catch(() => undefined);

    const ways: Record<keyof typeof TIMES, () => Promise<unknown>> = {
      server: async () => {
        server.process.kill('SIGKILL');
        await server.ended;
        server = await serve(port);
      },
      SIGKILL: () => cluster.restart('SIGKILL'),
      SIGINT: () => cluster.restart('SIGINT'),
      cut: () =>
        connected(cluster.ownerUrl, (client) =>
          client.query(`SELECT pg_terminate_backend(pid) FROM pg_stat_activity WHERE usename LIKE 'alveus_app_%'`),
        ),
    };
    const order = (Object.keys(TIMES) as (keyof typeof TIMES)[])
      .flatMap((way) => Array.from({ length: TIMES[way] }, () => way))
      .map((way) => ({ way, at: Math.random() }))
      .sort((a, b) => a.at - b.at);
    const worst = { server: 0, database: 0 };
    for (const { way } of order) {
      await soon(Math.random() * 700);
      await ways[way]();
      const up = performance.now();
      while (last < up && performance.now() - up < 10_000) await soon(5);
      const key = way === 'server' ? 'server' : 'database';
      worst[key] = Math.max(worst[key], last - up);
      expect(last).toBeGreaterThan(up);
    }
    working = false;
    await devices;

    const owner = new pg.Client({ connectionString: database.ownerUrl });
    await owner.connect();
    await owner.query('ALTER TABLE batch NO FORCE ROW LEVEL SECURITY; ALTER TABLE item NO FORCE ROW LEVEL SECURITY');
    await owner.query('ALTER TABLE job NO FORCE ROW LEVEL SECURITY');
    const { rows: logged } = await owner.query<{ id: string; job: string; sequence: number }>(
      'SELECT id, job_id AS job, sequence::float8 AS sequence FROM batch ORDER BY job_id, sequence',
    );
    const { rows: items } = await owner.query<{ id: string; job: string; revision: number }>(
      'SELECT id, job_id AS job, revision::float8 AS revision FROM item',
    );
    const { rows: stands } = await owner.query<{ id: string; sequence: number }>(
      'SELECT id, sequence::float8 AS sequence FROM job',
    );
    await owner.end();

    // Every batch was answered in the end, by the number that it has, and is there once.
    const expected = acknowledged.map(({ id, job, sequence }) => `${job} ${id} ${sequence}`).sort();
    expect(logged.map(({ id, job, sequence }) => `${job} ${id} ${sequence}`).sort()).toEqual(expected);
    for (const { id, sequence } of stands) {
      const numbers = logged.filter(({ job }) => job === id).map((entry) => entry.sequence);
      expect(numbers).toEqual(numbers.map((_none, index) => index + 1));
      expect(sequence).toBe(numbers.length);
    }
    // All of each is there, and nothing besides.
    const revision = new Map(items.map((item) => [item.id, item.revision]));
    const lastOf = new Map<string, number>();
    for (const { counter, sequence } of acknowledged) lastOf.set(counter, Math.max(lastOf.get(counter) ?? 0, sequence));
    const half = acknowledged.filter(({ fresh, sequence }) => fresh.some((item) => revision.get(item) !== sequence));
    expect(half).toEqual([]);
    expect([...lastOf].filter(([counter, sequence]) => revision.get(counter) !== sequence)).toEqual([]);
    expect(items).toHaveLength(3 * acknowledged.length + lastOf.size);

    const words = `${acknowledged.length} batches, ${resent} of them sent again, ${unanswered} times without an answer; back ${worst.server.toFixed(0)} ms after the server and ${worst.database.toFixed(0)} ms after the database at most`;
    say(`${JSON.stringify(TIMES)}: ${words}`);
    expect(acknowledged.length).toBeGreaterThan(10 * kills);
    expect(resent).toBeGreaterThan(0);
    expect(worst.server).toBeLessThan(1_000);
    expect(worst.database).toBeLessThan(1_000);
  } finally {
    await server.stop();
    await cluster.stop();
  }
});
