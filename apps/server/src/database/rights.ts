import type pg from 'pg';

/** What it may do here and no more: jobs are marked, items leave tombstones, the log only grows. */
const RIGHTS: Readonly<Record<string, readonly string[]>> = {
  company: ['SELECT'],
  job: ['SELECT', 'INSERT', 'UPDATE'],
  item: ['SELECT', 'INSERT', 'UPDATE'],
  batch: ['SELECT', 'INSERT'],
  kept: ['SELECT', 'INSERT', 'UPDATE'],
  plan_format: ['SELECT'],
};

/** The one role of all databases, which there was before. */
const BEFORE = 'alveus_app';

/** Gives the role its rights in this database, and takes from it, and from all, what is beyond them. */
export async function putRightsRight(client: pg.Client, appUrl: string): Promise<void> {
  const name = decodeURIComponent(new URL(appUrl).username);
  const { rows } = await client.query<{ table: string; name: string; rights: string[] }>(
    `SELECT pg_class.oid::regclass::text AS table, coalesce(pg_roles.rolname, 'PUBLIC') AS name,
            array_agg(acl.privilege_type ORDER BY acl.privilege_type) AS rights
       FROM pg_class
      CROSS JOIN LATERAL aclexplode(relacl) AS acl
       LEFT JOIN pg_roles ON pg_roles.oid = acl.grantee
      WHERE relnamespace = 'public'::regnamespace AND relkind IN ('r', 'p')
        AND (acl.grantee = 0 OR rolname IN ($1, $2))
      GROUP BY 1, 2`,
    [name, BEFORE],
  );
  const named = (role: string): string => (role === 'PUBLIC' ? role : client.escapeIdentifier(role));
  const right = new Set<string>();
  await client.query('BEGIN');
  for (const { table, name: of, rights } of rows) {
    if (of === name && rights.join() === [...(RIGHTS[table] ?? [])].sort().join()) right.add(table);
    else await client.query(`REVOKE ALL ON ${table} FROM ${named(of)}`);
  }
  for (const [table, rights] of Object.entries(RIGHTS))
    if (!right.has(table)) await client.query(`GRANT ${rights.join(', ')} ON ${table} TO ${named(name)}`);
  await client.query('COMMIT');
}
