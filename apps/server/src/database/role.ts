import { createHash, createHmac } from 'node:crypto';
import type pg from 'pg';

/**
 * The role that the server connects as. Roles belong to a whole PostgreSQL, so its name carries the database: two that
 * lie on one server have each their own, and neither can touch the other's.
 */

const PREFIX = 'alveus_app_';
/** PostgreSQL cuts names off after so many bytes. */
const LONGEST = 63;

export function roleOf(database: string): string {
  const name = PREFIX + database;
  return Buffer.byteLength(name) <= LONGEST
    ? name
    : PREFIX + createHash('sha256').update(database).digest('hex').slice(0, 24);
}

export const databaseOf = (url: string): string => decodeURIComponent(new URL(url).pathname.slice(1));

/** The same server's connection to another database. */
export function withDatabase(url: string, database: string): string {
  const other = new URL(url);
  other.pathname = `/${encodeURIComponent(database)}`;
  return other.href;
}

/**
 * Connection of that role to the owner's database. Its password follows from the owner's: whoever knows that one comes to
 * the same, so that two programs on one database do not change it under each other.
 * @param secret in place of the owner's password, where that one connects without
 */
export function appUrlOf(ownerUrl: string, secret = ''): string {
  const url = new URL(ownerUrl);
  const key = decodeURIComponent(url.password) || process.env.PGPASSWORD || secret;
  const role = roleOf(databaseOf(ownerUrl));
  url.username = encodeURIComponent(role);
  url.password = createHmac('sha256', key).update(role).digest('hex').slice(0, 36);
  return url.href;
}

/** What lets a role pass by the rules of rows, and how each is taken from it. */
const TOO_MUCH = [
  ['rolsuper', 'NOSUPERUSER'],
  ['rolbypassrls', 'NOBYPASSRLS'],
  ['rolcreaterole', 'NOCREATEROLE'],
  ['rolcreatedb', 'NOCREATEDB'],
  ['rolreplication', 'NOREPLICATION'],
] as const;
type Attribute = (typeof TOO_MUCH)[number][0];

interface Found extends Record<Attribute, boolean> {
  readonly groups: string[];
}

/**
 * Makes the role unless it is there, and puts right what was changed of it since: what it is, what was set for it, what it
 * belongs to. One that goes by another name is somebody's own, and stays as it is.
 */
export async function putRoleRight(client: pg.Client, appUrl: string): Promise<void> {
  const url = new URL(appUrl);
  const name = decodeURIComponent(url.username);
  if (name !== roleOf(databaseOf(appUrl))) return;
  const role = client.escapeIdentifier(name);
  const find = async (): Promise<Found | undefined> =>
    (
      await client.query<Found>(
        `SELECT ${TOO_MUCH.map(([attribute]) => attribute).join(', ')},
                ARRAY(SELECT roleid::regrole::text FROM pg_auth_members WHERE member = pg_roles.oid) AS groups
           FROM pg_roles WHERE rolname = $1`,
        [name],
      )
    ).rows[0];
  let found = await find();
  if (!found) {
    await client.query(`CREATE ROLE ${role}`);
    found = await find();
  }
  // Only what is wrong is named: some of it only a superuser may say anything about.
  const taken = TOO_MUCH.flatMap(([attribute, without]) => (found?.[attribute] ? [without] : []));
  const password = client.escapeLiteral(decodeURIComponent(url.password));
  await client.query(
    `ALTER ROLE ${role} WITH LOGIN CONNECTION LIMIT -1 VALID UNTIL 'infinity' PASSWORD ${password} ${taken.join(' ')}`,
  );
  await client.query(`ALTER ROLE ${role} RESET ALL`);
  await client.query(`ALTER ROLE ${role} IN DATABASE ${client.escapeIdentifier(client.database ?? '')} RESET ALL`);
  for (const group of found?.groups ?? []) await client.query(`REVOKE ${group} FROM ${role}`);
}
