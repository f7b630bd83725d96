import { readdirSync } from 'node:fs';
import path from 'node:path';
import { fileURLToPath } from 'node:url';
import { runner } from 'node-pg-migrate';
import pg from 'pg';
import { putRightsRight } from './rights';
import { putRoleRight } from './role';
import { NewerDatabase, upgradeItems } from './upgrade';

/** Brings a database to the newest version, as its owner. Safe to run again and by two at once. */

const FOLDER = fileURLToPath(new URL('./migrations', import.meta.url));

export interface Migrating {
  /** Connection of the owner. */
  readonly ownerUrl: string;
  /** Connection of the role that the server runs as. */
  readonly appUrl: string;
  readonly company: { readonly id: string; readonly name: string };
  /** Folder of the migrations. */
  readonly folder?: string;
}

/** Held by who brings a database forward, while they do. */
const MIGRATION_LOCK = 7_264_002;
/** Where those that were run are written down. */
const TABLE = 'pgmigrations';
/** To reach a database, ms. */
const REACHING = 10_000;

/** A migration that does not go through, by its name. Nothing of it was kept. */
export class MigrationFailed extends Error {}

/** @returns the names of the migrations that were run now @throws MigrationFailed, or NewerDatabase with all as it was */
export async function migrate({ ownerUrl, appUrl, company, folder = FOLDER }: Migrating): Promise<string[]> {
  const client = new pg.Client({ connectionString: ownerUrl, connectionTimeoutMillis: REACHING });
  // The server that ends under it is told of by what is asked of it then.
  client.on('error', () => undefined);
  await client.connect();
  try {
    await client.query('SELECT pg_advisory_lock($1)', [MIGRATION_LOCK]);
    await expectKnown(client, folder);
    const done = await runAll(client, folder);
    await upgradeItems(client);
    await putRoleRight(client, appUrl);
    await putRightsRight(client, appUrl);
    // The owner is held by the policies as well: rows are made in the company's own name.
    await client.query('BEGIN');
    await client.query(`SELECT set_config('alveus.company', $1, true)`, [company.id]);
    await client.query('INSERT INTO company (id, name) VALUES ($1, $2) ON CONFLICT (id) DO NOTHING', [
      company.id,
      company.name,
    ]);
    await client.query('COMMIT');
    return done;
  } finally {
    await client.end();
  }
}

/** A program of before knows nothing of what came since, and would take the rights there from the one that does. */
async function expectKnown(client: pg.Client, folder: string): Promise<void> {
  const { rows } = await client.query<{ made: boolean }>(`SELECT to_regclass($1) IS NOT NULL AS made`, [TABLE]);
  if (!rows[0]?.made) return;
  const names = readdirSync(folder).map((file) => path.parse(file).name);
  const newer = await client.query<{ name: string }>(
    `SELECT name FROM ${TABLE} WHERE name <> ALL ($1) ORDER BY id DESC LIMIT 1`,
    [names],
  );
  const [newest] = newer.rows;
  if (newest)
    throw new NewerDatabase(
      `This database was brought forward by a newer program (${newest.name}). Start that one, or restore a backup from before it.`,
    );
}

async function runAll(client: pg.Client, folder: string): Promise<string[]> {
  let at = '';
  const tell = (words: string): void => {
    at = /^### MIGRATION (\S+)/.exec(words)?.[1] ?? at;
  };
  try {
    const done = await runner({
      dbClient: client,
      dir: folder,
      direction: 'up',
      migrationsTable: TABLE,
      // Ours is held already, and waits where this one would refuse.
      noLock: true,
      logger: { info: tell, warn: () => undefined, error: () => undefined },
    });
    return done.map(({ name }) => name);
  } catch (error) {
    if (at === '') throw error;
    throw new MigrationFailed(`The migration ${at} fails: ${(error as Error).message}`, { cause: error });
  }
}
