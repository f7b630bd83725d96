import { fileURLToPath } from 'node:url';
import { runner } from 'node-pg-migrate';
import pg from 'pg';
import { APP_ROLE } from './database';
import { upgradeItems } from './upgrade';

/** Brings a database to the newest version, as its owner. Safe to run again and by two at once. */

const FOLDER = fileURLToPath(new URL('./migrations', import.meta.url));

export interface Migrating {
  /** Connection of the owner. */
  readonly ownerUrl: string;
  /** Password of the role that the server connects as. */
  readonly appPassword: string;
  readonly company: { readonly id: string; readonly name: string };
}

/** @returns the names of the migrations that were run now */
export async function migrate({ ownerUrl, appPassword, company }: Migrating): Promise<string[]> {
  const client = new pg.Client({ connectionString: ownerUrl });
  await client.connect();
  try {
    await ensureAppRole(client, appPassword);
    const done = await runner({
      dbClient: client,
      dir: FOLDER,
      direction: 'up',
      migrationsTable: 'pgmigrations',
      log: () => undefined,
    });
    await upgradeItems(client);
    // The owner is held by the policies as well: rows are made in the company's own name.
    await client.query('BEGIN');
    await client.query(`SELECT set_config('alveus.company', $1, true)`, [company.id]);
    await client.query('INSERT INTO company (id, name) VALUES ($1, $2) ON CONFLICT (id) DO NOTHING', [
      company.id,
      company.name,
    ]);
    await client.query('COMMIT');
    return done.map((migration) => migration.name);
  } finally {
    await client.end();
  }
}

async function ensureAppRole(client: pg.Client, password: string): Promise<void> {
  const secret = client.escapeLiteral(password);
  for (let tries = 1; ; tries += 1) {
    const { rowCount } = await client.query('SELECT 1 FROM pg_roles WHERE rolname = $1', [APP_ROLE]);
    try {
      // What a role may do is set once; a server that started with the wrong kind of role refuses to run anyway.
      await client.query(
        rowCount
          ? `ALTER ROLE ${APP_ROLE} WITH LOGIN PASSWORD ${secret}`
          : `CREATE ROLE ${APP_ROLE} WITH LOGIN NOSUPERUSER NOCREATEDB NOCREATEROLE NOBYPASSRLS PASSWORD ${secret}`,
      );
      return;
    } catch (error) {
      // Roles belong to the whole server, and no lock reaches across its databases: another database is being
      // brought up at this very moment, and does the same to the role.
      if (tries === 10 || !/concurrently updated|already exists|duplicate key/.test((error as Error).message))
        throw error;
      await new Promise((resolve) => setTimeout(resolve, 50 * tries));
    }
  }
}
