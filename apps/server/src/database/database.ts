import type { Uuid } from '@alveus/plan';
import pg from 'pg';
import { roleOf } from './role';
import { gatheringSocket } from './socket';
import { asCompany } from './transaction';

/** Connections of the server to its database. */
export function openPool(url: string, most = 10): pg.Pool {
  const pool = new pg.Pool({
    connectionString: url,
    max: most,
    application_name: 'alveus',
    connectionTimeoutMillis: 10_000,
    idleTimeoutMillis: 30_000,
    // What belongs together goes out together, without waiting for the answer to each.
    pipeline: true,
    stream: gatheringSocket,
    // A database that hangs says nothing: this end hangs up, after the limit that the database itself should have kept.
    query_timeout: 16_000,
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

/**
 * Refuses a role that row-level security would not hold: a superuser, one that bypasses it, or an owner of
 * tables; and a table that is not forced under it.
 */
export async function assertHeldByRowSecurity(pool: pg.Pool): Promise<void> {
  const { rows } = await pool.query<{
    name: string;
    database: string;
    bypasses: boolean;
    owns: number;
    open: string[];
  }>(`
    SELECT current_user::text AS name, current_database()::text AS database,
           (SELECT rolsuper OR rolbypassrls FROM pg_roles WHERE rolname = current_user) AS bypasses,
           (SELECT count(*)::int FROM pg_class WHERE relkind IN ('r', 'p') AND pg_has_role(current_user, relowner, 'member')) AS owns,
           ARRAY(SELECT relname::text FROM pg_class
                  WHERE relkind IN ('r', 'p') AND relnamespace = 'public'::regnamespace
                    AND relname <> 'pgmigrations' AND NOT (relrowsecurity AND relforcerowsecurity)) AS open`);
  const role = rows[0];
  if (!role) throw new Error('The database did not say which role is connected.');
  if (role.bypasses || role.owns > 0) {
    throw new Error(
      `The server will not run as the role ${role.name}: row-level security does not hold it. Connect as ${roleOf(role.database)}.`,
    );
  }
  if (role.open.length > 0)
    throw new Error(`These tables are not under forced row-level security: ${role.open.join(', ')}.`);
}

/** @throws Error where the database knows no such company: nothing could be kept in its name */
export async function assertCompany(pool: pg.Pool, company: Uuid): Promise<void> {
  const found = await asCompany(pool, company, (client) => client.query('SELECT 1 FROM company'));
  if (found.rowCount === 0)
    throw new Error(`COMPANY_ID: this database has no company ${company}. Leave it out, or give one that it has.`);
}
