import type { Uuid } from '@alveus/plan';
import pg from 'pg';

/** The database as one company sees it. */

export const APP_ROLE = 'alveus_app';

export type Client = pg.PoolClient;

export function openPool(url: string, most = 10): pg.Pool {
  const pool = new pg.Pool({
    connectionString: url,
    max: most,
    application_name: 'alveus',
    connectionTimeoutMillis: 10_000,
    idleTimeoutMillis: 30_000,
    // The named statements look things up by key, so one plan serves all their arguments.
    options:
      '-c statement_timeout=15000 -c lock_timeout=10000 -c idle_in_transaction_session_timeout=20000 -c plan_cache_mode=force_generic_plan -c jit=off',
  });
  // A connection that breaks, because the database ended or restarted, is replaced at the next query; it must not end
  // the server. The pool hears of those that idle; of one at work only the connection itself tells.
  pool.on('error', () => undefined);
  pool.on('connect', (client) => void client.on('error', () => undefined));
  return pool;
}

/** Held by all who write items, and alone by who brings them to another format. */
export const FORMAT_LOCK = 7_264_001;

/**
 * Runs work in one transaction that sees only the company's rows. It commits when the work returns and
 * leaves nothing behind when it throws.
 * @param locked a job that only one transaction at a time may work on. The lock comes before the first thing
 * read, so that what is read is what the one before left.
 */
export async function asCompany<T>(
  pool: pg.Pool,
  company: Uuid,
  work: (client: Client) => Promise<T>,
  locked?: Uuid,
): Promise<T> {
  const client = await pool.connect();
  let broken: Error | undefined;
  try {
    const lock =
      locked === undefined
        ? ''
        : `; SELECT pg_advisory_xact_lock_shared(${FORMAT_LOCK}), pg_advisory_xact_lock(hashtextextended(${client.escapeLiteral(company + locked)}, 0))`;
    await client.query(`BEGIN; SET LOCAL alveus.company = ${client.escapeLiteral(company)}${lock}`);
    const value = await work(client);
    await client.query('COMMIT');
    return value;
  } catch (error) {
    await client.query('ROLLBACK').catch((failure: Error) => {
      broken = failure;
    });
    throw error;
  } finally {
    client.release(broken);
  }
}

/**
 * Refuses a role that row-level security would not hold: a superuser, one that bypasses it, or an owner of
 * tables; and a table that is not forced under it.
 */
export async function assertHeldByRowSecurity(pool: pg.Pool): Promise<void> {
  const { rows } = await pool.query<{ name: string; bypasses: boolean; owns: number; open: string[] }>(`
    SELECT current_user::text AS name,
           (SELECT rolsuper OR rolbypassrls FROM pg_roles WHERE rolname = current_user) AS bypasses,
           (SELECT count(*)::int FROM pg_class WHERE relkind IN ('r', 'p') AND pg_has_role(current_user, relowner, 'member')) AS owns,
           ARRAY(SELECT relname::text FROM pg_class
                  WHERE relkind IN ('r', 'p') AND relnamespace = 'public'::regnamespace
                    AND relname <> 'pgmigrations' AND NOT (relrowsecurity AND relforcerowsecurity)) AS open`);
  const role = rows[0];
  if (!role) throw new Error('The database did not say which role is connected.');
  if (role.bypasses || role.owns > 0) {
    throw new Error(
      `The server will not run as the role ${role.name}: row-level security does not hold it. Connect as ${APP_ROLE}.`,
    );
  }
  if (role.open.length > 0)
    throw new Error(`These tables are not under forced row-level security: ${role.open.join(', ')}.`);
}
