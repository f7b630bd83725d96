import { randomBytes } from 'node:crypto';
import { closeSync, existsSync, fsyncSync, openSync, renameSync, rmSync, statSync } from 'node:fs';
import path from 'node:path';
import { migrate, withDatabase } from '@alveus/server';
import pg from 'pg';
import { COMPANY, givenAppUrl } from './database';
import { connected } from './postgres/client';
import { postgresPrograms } from './postgres/programs';
import { command } from './process';
import { Advice } from './say';

/**
 * A whole database in one file, and back: by PostgreSQL's own programs, in their own format. Tables, rows and
 * policies are in it; the application's role belongs to the server, and is made there anew with its rights.
 */

/** Where a program connects, with the password where nobody sees it in a list of processes. */
function reaching(url: string): { readonly target: string; readonly env: NodeJS.ProcessEnv } {
  const target = new URL(url);
  const password = decodeURIComponent(target.password);
  target.password = '';
  return { target: target.href, env: { ...process.env, PGPASSWORD: password } };
}

/** Writes what the database holds at one moment, while it is worked with. @throws Advice where the file is there already */
export async function dumpTo(ownerUrl: string, file: string): Promise<void> {
  if (existsSync(file)) throw new Advice(`${file} is there already. A backup never replaces another: give a new name.`);
  const folder = path.dirname(path.resolve(file));
  if (!existsSync(folder)) throw new Advice(`There is no folder ${folder}.`);
  // Nobody finds half a backup under its name.
  const part = `${file}.${randomBytes(4).toString('hex')}.part`;
  const { target, env } = reaching(ownerUrl);
  try {
    const program = path.join(await postgresPrograms(), 'pg_dump');
    await command(program, ['--format=custom', `--file=${part}`, `--dbname=${target}`], { env });
    const written = openSync(part, 'r');
    fsyncSync(written);
    closeSync(written);
    renameSync(part, file);
  } finally {
    rmSync(part, { force: true });
  }
}

export interface Restored {
  readonly jobs: number;
  readonly batches: number;
  /** The database that was there before, by the name that it has now. */
  readonly before: string | undefined;
}

interface Restoring {
  /** Connection of the owner to any database of the server. */
  readonly ownerUrl: string;
  /** Name of the database that the backup becomes. */
  readonly database: string;
  readonly file: string;
}

/**
 * Puts a backup in the place of a database. It is made whole beside that one first, and brought to the newest version; the
 * one before is kept under another name. @throws Advice, with everything as it was
 */
export async function restoreFrom({ ownerUrl, database, file }: Restoring): Promise<Restored> {
  if (!existsSync(file) || !statSync(file).isFile()) throw new Advice(`There is no file ${file}.`);
  const programs = await postgresPrograms();
  await command(path.join(programs, 'pg_restore'), ['--list', file]).catch(() => {
    throw new Advice(`${file} is no backup, or it breaks off.`);
  });
  const making = `${database}_restoring_${randomBytes(4).toString('hex')}`;
  const server = new pg.Client({ connectionString: withDatabase(ownerUrl, 'postgres') });
  await server.connect();
  const name = (of: string): string => server.escapeIdentifier(of);
  try {
    const { rows } = await server.query<{ count: number }>(
      'SELECT count(*)::int AS count FROM pg_stat_activity WHERE datname = $1',
      [database],
    );
    if ((rows[0]?.count ?? 0) > 0)
      throw new Advice('Somebody works with the database now. Stop `npm start` and run this again.');
    await server.query(`CREATE DATABASE ${name(making)}`);
    const url = withDatabase(ownerUrl, making);
    const { target, env } = reaching(url);
    const args = [
      '--exit-on-error',
      '--no-owner',
      '--no-privileges',
      '--single-transaction',
      `--dbname=${target}`,
      file,
    ];
    await command(path.join(programs, 'pg_restore'), args, { env });
    await migrate({ ownerUrl: url, appUrl: givenAppUrl(withDatabase(ownerUrl, database)), company: COMPANY });
    const counts = await countIn(url);
    const before = await replace(server, database, making);
    return { ...counts, before };
  } catch (error) {
    await server.query(`DROP DATABASE IF EXISTS ${name(making)} WITH (FORCE)`).catch(() => undefined);
    throw error;
  } finally {
    await server.end();
  }
}

const countIn = (url: string): Promise<{ jobs: number; batches: number }> =>
  connected(url, async (client) => {
    const { rows } = await client.query<{ jobs: number; batches: number }>(
      'SELECT (SELECT count(*)::int FROM job) AS jobs, (SELECT count(*)::int FROM batch) AS batches',
    );
    return rows[0] ?? { jobs: 0, batches: 0 };
  });

/** @returns the name under which the one before is kept */
async function replace(server: pg.Client, database: string, by: string): Promise<string | undefined> {
  const rename = (from: string, to: string): Promise<unknown> =>
    server.query(`ALTER DATABASE ${server.escapeIdentifier(from)} RENAME TO ${server.escapeIdentifier(to)}`);
  const { rowCount } = await server.query('SELECT 1 FROM pg_database WHERE datname = $1', [database]);
  if (!rowCount) {
    await rename(by, database);
    return undefined;
  }
  const stamp = new Date().toISOString().replace(/\D/g, '').slice(0, 14);
  const kept = `${database}_before_${stamp}`;
  await rename(database, kept);
  try {
    await rename(by, database);
  } catch (error) {
    await rename(kept, database);
    throw error;
  }
  return kept;
}
