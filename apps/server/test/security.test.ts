import { randomUUID } from 'node:crypto';
import { asCompany, assertHeldByRowSecurity, openPool } from '../src/database';
import { createJob } from '../src/jobs';
import type { World } from './world';
import { asOwner, makeWorld, newJob, node, put, batch } from './world';

/** At the database itself, with the application's own role: without a company, and as another. */

let world: World;
let job: string;
beforeAll(async () => {
  world = await makeWorld();
  const made = await newJob(world.app());
  await made.send(batch([put(node(randomUUID(), 'Outlet'))])).expect(200);
  job = made.id;
});
afterAll(() => world.end());

const TABLES = ['company', 'job', 'item', 'batch'] as const;
const CHANGES = [
  `UPDATE job SET name = 'taken over'`,
  `UPDATE item SET body = NULL`,
  `UPDATE job SET company_id = '00000000-0000-4000-8000-000000000009'`,
];

const within = <T>(
  company: string | undefined,
  work: (
    query: (sql: string, values?: unknown[]) => Promise<{ rows: unknown[]; rowCount: number | null }>,
  ) => Promise<T>,
): Promise<T> =>
  (async () => {
    const client = await world.pool.connect();
    try {
      await client.query('BEGIN');
      if (company !== undefined) await client.query(`SELECT set_config('alveus.company', $1, true)`, [company]);
      return await work((sql, values) => client.query(sql, values));
    } finally {
      await client.query('ROLLBACK');
      client.release();
    }
  })();

describe.each([
  ['without a company', () => undefined],
  ['with an empty company', () => ''],
  ['with another company', () => world.other],
])('%s', (_what, company) => {
  test.each(TABLES)('%s shows none of ours', async (table) => {
    const key = table === 'company' ? 'id' : 'company_id';
    const { rows } = await within(company(), (query) =>
      query(`SELECT * FROM ${table} WHERE ${key} = $1`, [world.company]),
    );
    expect(rows).toEqual([]);
    // There is something to see, for the company itself.
    const own = await within(world.company, (query) =>
      query(`SELECT * FROM ${table} WHERE ${key} = $1`, [world.company]),
    );
    expect(own.rows.length).toBeGreaterThan(0);
  });

  test.each(CHANGES)('%s changes nothing', async (sql) => {
    expect(await within(company(), (query) => query(sql).then((result) => result.rowCount))).toBe(0);
  });

  test('a row in our name cannot be written', async () => {
    const write = (sql: string, values: unknown[]) => within(company(), (query) => query(sql, values));
    await expect(
      write('INSERT INTO job (company_id, id, name) VALUES ($1, $2, $3)', [world.company, randomUUID(), 'x']),
    ).rejects.toThrow(/row-level security/);
    await expect(
      write(`INSERT INTO item (company_id, job_id, kind, id, revision) VALUES ($1, $2, 'node', $3, 1)`, [
        world.company,
        job,
        randomUUID(),
      ]),
    ).rejects.toThrow(/row-level security/);
  });
});

test('a company cannot give its rows away, nor hang its own on another’s job', async () => {
  await expect(
    within(world.company, (query) => query('UPDATE job SET company_id = $1', [world.other])),
  ).rejects.toThrow(/row-level security/);
  await expect(
    within(world.other, (query) =>
      query(`INSERT INTO item (company_id, job_id, kind, id, revision) VALUES ($1, $2, 'node', $3, 1)`, [
        world.other,
        job,
        randomUUID(),
      ]),
    ),
  ).rejects.toThrow(/foreign key/);
});

test('nothing is ever deleted, not even by mistake: the role may not', async () => {
  for (const table of TABLES)
    await expect(within(world.company, (query) => query(`DELETE FROM ${table}`))).rejects.toThrow(/permission denied/);
  await expect(within(world.company, (query) => query('UPDATE batch SET format = format'))).rejects.toThrow(
    /permission denied/,
  );
  await expect(within(world.company, (query) => query('ALTER TABLE job DISABLE ROW LEVEL SECURITY'))).rejects.toThrow(
    /must be owner/,
  );
});

test('the company set for one transaction is gone in the next, on the same connection', async () => {
  const pool = openPool(world.appUrl, 1);
  try {
    await asCompany(pool, world.company, (client) => createJob(client, randomUUID(), 'Mine'));
    expect((await pool.query('SELECT * FROM job')).rows).toEqual([]);
  } finally {
    await pool.end();
  }
});

test('the server refuses to run as a role that row-level security does not hold', async () => {
  const owner = openPool(world.ownerUrl, 1);
  await expect(assertHeldByRowSecurity(owner)).rejects.toThrow(/will not run as the role/);
  await owner.end();
  await expect(assertHeldByRowSecurity(world.pool)).resolves.toBeUndefined();
  await asOwner(world.ownerUrl, async (client) => {
    await client.query('CREATE TABLE forgotten (id uuid)');
    await expect(assertHeldByRowSecurity(world.pool)).rejects.toThrow(/forgotten/);
    await client.query('DROP TABLE forgotten');
  });
});
