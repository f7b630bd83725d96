import { randomUUID } from 'node:crypto';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import {
  appUrlOf,
  assertCompany,
  assertHeldByRowSecurity,
  migrate,
  openPool,
  roleOf,
  troubleWith,
} from '@alveus/server';
import { expect, test } from '@playwright/test';
import pg from 'pg';
import { connected } from '../tools/lib/postgres/client';
import type { OwnCluster } from '../tools/lib/postgres/cluster';
import { ensureDatabase, passingCluster } from '../tools/lib/postgres/cluster';

/** The role that the server connects as, on a PostgreSQL that others use as well. */

const COMPANY = { id: randomUUID(), name: 'Ours' };

let cluster: OwnCluster;
test.beforeAll(async () => {
  cluster = await passingCluster({ fsync: 'off' });
});
test.afterAll(() => cluster.stop());

const database = (name = `alveus_role_${randomUUID().slice(0, 8)}`): Promise<string> =>
  ensureDatabase(cluster.ownerUrl, name);

const ready = async (ownerUrl: string, appUrl = appUrlOf(ownerUrl)): Promise<string> => {
  await migrate({ ownerUrl, appUrl, company: COMPANY });
  return appUrl;
};

async function asApp<T>(url: string, work: (client: pg.Client) => Promise<T>): Promise<T> {
  return connected(url, async (client) => {
    await client.query(`SELECT set_config('alveus.company', $1, false)`, [COMPANY.id]);
    return work(client);
  });
}
const addJob = (client: pg.Client) =>
  client.query('INSERT INTO job (company_id, id, name) VALUES (current_company(), $1, $2)', [randomUUID(), 'Yard']);

test('two databases of one server have a role each: neither changes the other’s, nor sees what is not its own', async () => {
  const [a, b] = [await database(), await database()];
  const first = await ready(a);
  const connected = new pg.Client({ connectionString: first });
  await connected.connect();
  const second = await ready(b);
  expect(new URL(first).username).not.toBe(new URL(second).username);
  // The first is not put out, and lets itself in anew.
  expect((await connected.query('SELECT 1 AS one')).rows).toEqual([{ one: 1 }]);
  await connected.end();
  await asApp(first, addJob);
  await asApp(second, addJob);
  const across = new URL(first);
  across.pathname = new URL(b).pathname;
  await expect(asApp(across.href, (client) => client.query('SELECT * FROM job'))).rejects.toThrow(/permission denied/);
});

test('two programs on one database come to the same password, and start at once', async () => {
  const url = await database();
  await Promise.all([ready(url), ready(url), ready(url)]);
  expect(appUrlOf(url)).toBe(appUrlOf(url));
  await asApp(appUrlOf(url), addJob);
});

test('a name that is too long for PostgreSQL still has a role of its own', async () => {
  const long = (end: string): string => `alveus_${'of_the_orchard_slope_'.repeat(2)}${end}`;
  const [a, b] = [long('west_drain'), long('east_drain')];
  expect(roleOf(a)).not.toBe(roleOf(b));
  await asApp(await ready(await database(a)), addJob);
});

test('what was changed of the role since is put right at the next start', async () => {
  const url = await database();
  const appUrl = await ready(url);
  const role = new URL(appUrl).username;
  await connected(url, async (client) => {
    await client.query(`ALTER ROLE ${role} NOLOGIN CREATEDB CREATEROLE BYPASSRLS CONNECTION LIMIT 0 PASSWORD 'known'`);
    await client.query(`ALTER ROLE ${role} VALID UNTIL '2001-01-01'`);
    await client.query(`ALTER ROLE ${role} SET statement_timeout = 1`);
    await client.query(`ALTER ROLE ${role} IN DATABASE ${client.database ?? ''} SET search_path = nowhere`);
    await client.query(`GRANT pg_write_all_data TO ${role}`);
    await client.query(`GRANT DELETE, TRUNCATE ON job TO ${role}`);
    await client.query(`GRANT SELECT ON item TO PUBLIC`);
    await client.query(`REVOKE INSERT ON batch FROM ${role}`);
  });
  await ready(url);
  await asApp(appUrl, async (client) => {
    await addJob(client);
    await expect(client.query('DELETE FROM job')).rejects.toThrow(/permission denied/);
    const { rows } = await client.query<{ rights: string }>(
      `SELECT string_agg(privilege_type, ' ' ORDER BY privilege_type) AS rights
         FROM information_schema.role_table_grants WHERE table_name = 'batch' AND grantee = current_user`,
    );
    expect(rows).toEqual([{ rights: 'INSERT SELECT' }]);
    const all = await client.query(
      `SELECT 1 FROM information_schema.role_table_grants WHERE grantee = 'PUBLIC' AND table_schema = 'public'`,
    );
    expect(all.rowCount).toBe(0);
  });
  const pool = openPool(appUrl, 1);
  await expect(assertHeldByRowSecurity(pool)).resolves.toBeUndefined();
  await expect(assertCompany(pool, COMPANY.id)).resolves.toBeUndefined();
  await expect(assertCompany(pool, randomUUID())).rejects.toThrow(/^COMPANY_ID: this database has no company/);
  await pool.end();
});

test('a role that somebody made themselves gets its rights, and stays as it is', async () => {
  const url = await database();
  const own = new URL(url);
  [own.username, own.password] = [`theirs_${randomUUID().slice(0, 8)}`, 'theirs'];
  await connected(url, (client) =>
    client.query(
      `CREATE ROLE ${own.username} LOGIN PASSWORD 'theirs'; ALTER ROLE ${own.username} SET statement_timeout = '7s'`,
    ),
  );
  await ready(url, own.href);
  await asApp(own.href, async (client) => {
    await addJob(client);
    expect((await client.query('SHOW statement_timeout')).rows).toEqual([{ statement_timeout: '7s' }]);
  });
  await connected(url, (client) => client.query(`DROP OWNED BY ${own.username}; DROP ROLE ${own.username}`));
});

test('a migration that fails is named, keeps nothing of itself, and is told in a sentence', async () => {
  const folder = mkdtempSync(path.join(tmpdir(), 'alveus-migrations-'));
  writeFileSync(
    path.join(folder, '0001_sound.sql'),
    '-- Up Migration\nCREATE TABLE sound (id int);\n-- Down Migration\n',
  );
  writeFileSync(
    path.join(folder, '0002_broken.sql'),
    '-- Up Migration\nCREATE TABLE half (id int);\nSELECT 1/0;\n-- Down Migration\n',
  );
  const ownerUrl = await database();
  const failed: unknown = await migrate({ ownerUrl, appUrl: appUrlOf(ownerUrl), company: COMPANY, folder }).catch(
    (error: unknown) => error,
  );
  expect(troubleWith(ownerUrl, 'DATABASE_URL', failed)).toBe(
    'The migration 0002_broken fails: division by zero. Nothing of it was kept; what was planned stays. Ask whoever gave you this version.',
  );
  const { rows } = await connected(ownerUrl, (client) =>
    client.query(`SELECT relname FROM pg_class WHERE relname IN ('sound', 'half')`),
  );
  expect(rows).toEqual([{ relname: 'sound' }]);
  rmSync(folder, { recursive: true });
});

test('a database that a newer program brought forward is refused by the one of before, and stays as it is', async () => {
  const ownerUrl = await database();
  const appUrl = appUrlOf(ownerUrl);
  await ready(ownerUrl, appUrl);
  const role = decodeURIComponent(new URL(appUrl).username);
  await connected(ownerUrl, (client) =>
    client.query(
      `CREATE TABLE newer (id int); GRANT SELECT ON newer TO "${role}";
       INSERT INTO pgmigrations (name, run_on) VALUES ('9999_newer', now())`,
    ),
  );
  const refused: unknown = await ready(ownerUrl, appUrl).catch((error: unknown) => error);
  expect(troubleWith(ownerUrl, 'DATABASE_URL', refused)).toBe(
    'This database was brought forward by a newer program (9999_newer). Start that one, or restore a backup from before it.',
  );
  const { rows } = await connected(appUrl, (client) => client.query('SELECT count(*)::int AS many FROM newer'));
  expect(rows).toEqual([{ many: 0 }]);
});
