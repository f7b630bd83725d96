import { randomUUID } from 'node:crypto';
import { readFileSync } from 'node:fs';
import path from 'node:path';
import type { World } from './world';
import { asOwner, makeWorld, newJob } from './world';

/** Plans that were stored before a migration, after it. */

let world: World;
beforeAll(async () => {
  world = await makeWorld();
});
afterAll(() => world.end());

const up = (name: string): string => readFileSync(path.join(__dirname, '../migrations', name), 'utf8').split('-- Down Migration')[0] ?? '';

test('an outlet of the first version keeps its water level, as the highest, whichever company it is of', async () => {
  const ids = [randomUUID(), randomUUID()];
  const jobs = [await newJob(world.app()), await newJob(world.app(world.other))];
  await asOwner(world.ownerUrl, async (client) => {
    for (const [index, company] of [world.company, world.other].entries()) {
      await client.query(`SELECT set_config('alveus.company', $1, false)`, [company]);
      await client.query(`INSERT INTO item (company_id, job_id, kind, id, revision, body) VALUES ($1, $2, 'node', $3, 1, $4)`, [company, jobs[index]?.id, ids[index], JSON.stringify({ kind: 'node', id: ids[index], name: 'Ditch', form: 'daylight', water: 28.04 })]);
    }
    await client.query(`SELECT set_config('alveus.company', '', false)`);
    await client.query(up('0002_water-levels.sql'));
    const { rows } = await client.query<{ forced: boolean }>(`SELECT relforcerowsecurity AS forced FROM pg_class WHERE relname = 'item'`);
    expect(rows[0]?.forced).toBe(true);
  });
  for (const job of jobs) expect((await job.since(0)).changes[0]?.item).toMatchObject({ name: 'Ditch', water: { high: 28.04 } });
});
