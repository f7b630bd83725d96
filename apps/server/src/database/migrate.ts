import { fileURLToPath } from 'node:url';
import { runner } from 'node-pg-migrate';
import pg from 'pg';
import { putRightsRight } from './rights';
import { putRoleRight } from './role';
import { upgradeItems } from './upgrade';

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
/** To reach a database, ms. */
const REACHING = 10_000;

/** A migration that does not go through, by its name. Nothing of it was kept. */
export class MigrationFailed extends Error {}

/** @returns the names of the migrations that were run now @throws MigrationFailed */
export async function migrate({ ownerUrl, appUrl, company, folder = FOLDER }: Migrating): Promise<string[]> {
  const client = new pg.Client({ connectionString: ownerUrl, connectionTimeoutMillis: REACHING });
  // The server that ends under it is told of by what is asked of it then.
  client.on('error', () => undefined);
  await client.connect();
  try {
    await client.query('SELECT pg_advisory_lock($1)', [MIGRATION_LOCK]);
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
      migrationsTable: 'pgmigrations',
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
