import { randomUUID } from 'node:crypto';
import { readFileSync } from 'node:fs';
import path from 'node:path';
import request from 'supertest';
import type { World } from './world';
import { upgradeItems } from '../src/database/upgrade';
import { asOwner, batch, makeWorld, newJob, node, put } from './world';

/** Plans that were stored before a migration, after it. */

let world: World;
beforeAll(async () => {
  world = await makeWorld();
});
afterAll(() => world.end());

const up = (name: string): string =>
  readFileSync(path.join(__dirname, '../src/database/migrations', name), 'utf8').split('-- Down Migration')[0] ?? '';

test('an outlet of the first version keeps its water level, as the highest, whichever company it is of', async () => {
  const ids = [randomUUID(), randomUUID()];
  const jobs = [await newJob(world.app()), await newJob(world.app(world.other))];
  await asOwner(world.ownerUrl, async (client) => {
    for (const [index, company] of [world.company, world.other].entries()) {
      await client.query(`SELECT set_config('alveus.company', $1, false)`, [company]);
      await client.query(
        `INSERT INTO item (company_id, job_id, kind, id, revision, body) VALUES ($1, $2, 'node', $3, 1, $4)`,
        [
          company,
          jobs[index]?.id,
          ids[index],
          JSON.stringify({ kind: 'node', id: ids[index], name: 'Ditch', form: 'daylight', water: 28.04 }),
        ],
      );
    }
    await client.query(`SELECT set_config('alveus.company', '', false)`);
    await client.query(up('0002_water-levels.sql'));
    const { rows } = await client.query<{ forced: boolean }>(
      `SELECT relforcerowsecurity AS forced FROM pg_class WHERE relname = 'item'`,
    );
    expect(rows[0]?.forced).toBe(true);
  });
  for (const job of jobs)
    expect((await job.since(0)).changes[0]?.item).toMatchObject({ name: 'Ditch', water: { high: 28.04 } });
});

test('runs and grades of version 2 are brought forward, of every company, once, and row-level security holds after', async () => {
  const [run, line, low, high] = [randomUUID(), randomUUID(), randomUUID(), randomUUID()];
  const bodies = [
    {
      kind: 'run',
      id: run,
      line,
      name: 'Orchard edge',
      lower: low,
      upper: high,
      length: { from: 'typed', value: 20 },
      vehicles: false,
    },
    { kind: 'runGrade', id: run, low: 28, slope: 0.01, drop: 0.03 },
  ];
  const jobs = [await newJob(world.app()), await newJob(world.app(world.other))];
  await asOwner(world.ownerUrl, async (client) => {
    for (const [index, company] of [world.company, world.other].entries()) {
      await client.query(`SELECT set_config('alveus.company', $1, false)`, [company]);
      for (const body of bodies)
        await client.query(
          `INSERT INTO item (company_id, job_id, kind, id, revision, body) VALUES ($1, $2, $3, $4, 1, $5)`,
          [company, jobs[index]?.id, body.kind, body.id, JSON.stringify(body)],
        );
      await client.query(
        `INSERT INTO item (company_id, job_id, kind, id, revision, body) VALUES ($1, $2, 'run', $3, 1, NULL)`,
        [company, jobs[index]?.id, randomUUID()],
      );
    }
    await client.query(`SELECT set_config('alveus.company', '', false)`);
    await client.query('UPDATE plan_format SET version = 2');
    expect(await upgradeItems(client)).toBe(4);
    expect(await upgradeItems(client)).toBe(0);
    const { rows } = await client.query<{ forced: boolean }>(
      `SELECT relforcerowsecurity AS forced FROM pg_class WHERE relname IN ('item', 'plan_format')`,
    );
    expect(rows).toEqual([{ forced: true }, { forced: true }]);
  });
  for (const job of jobs) {
    const items = (await job.since(0)).changes.map(({ item }) => item);
    expect(items).toHaveLength(2);
    expect(items).toContainEqual(expect.objectContaining({ kind: 'run', a: low, b: high, flow: 'to-a' }));
    expect(items).toContainEqual({ kind: 'runGrade', id: run, a: 28, slope: 0.01, stepA: 0.03 });
  }
});

test('plans of a version that this program does not know are left alone, and it says so', async () => {
  const job = await newJob(world.app());
  await asOwner(world.ownerUrl, async (client) => {
    await client.query('UPDATE plan_format SET version = 99');
    await expect(upgradeItems(client)).rejects.toThrow(/version 99.*Start a newer one/);
    // A server of before that still runs neither writes nor shows what is in a format that it does not know.
    await job.send(batch([put(node(randomUUID(), 'Basin'))])).expect(503);
    await request(world.app()).get(`/api/jobs/${job.id}/changes`).expect(503);
    await client.query('UPDATE plan_format SET version = 3');
  });
});
