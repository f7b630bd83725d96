import type { Json } from '@alveus/plan';
import { upgradeItem, VERSION } from '@alveus/plan';
import type pg from 'pg';
import { FORMAT_LOCK } from './transaction';

/** Brings stored items forward to the newest version of the plan format. */

/** The database is of a program after this one. */
export class NewerDatabase extends Error {}

/** Rows worked at a time, so that no database is too large for the memory here. */
const AT_A_TIME = 2_000;

interface Row {
  readonly company_id: string;
  readonly job_id: string;
  readonly kind: string;
  readonly id: string;
  readonly body: Json;
}

/**
 * All items of all companies, in one transaction: all of them or none. Revisions stay: what a device knows of an item is
 * what the device itself brings forward.
 * @param client connection of the owner @returns how many items were rewritten
 */
export async function upgradeItems(client: pg.ClientBase): Promise<number> {
  await client.query('BEGIN');
  try {
    // Two servers that start at once do it one after the other; the second finds nothing to do. What a server of before
    // still writes is done first; what comes to it later it refuses.
    await client.query('SELECT pg_advisory_xact_lock($1)', [FORMAT_LOCK]);
    const { rows } = await client.query<{ version: number }>('SELECT version FROM plan_format');
    const from = rows[0]?.version ?? VERSION;
    if (from > VERSION)
      throw new NewerDatabase(
        `This database holds plans of version ${from}; this program knows up to ${VERSION}. Start a newer one.`,
      );
    const rewritten = from < VERSION ? await rewrite(client, from) : 0;
    await client.query('COMMIT');
    return rewritten;
  } catch (error) {
    await client.query('ROLLBACK').catch(() => undefined);
    throw error;
  }
}

async function rewrite(client: pg.ClientBase, from: number): Promise<number> {
  // Owners are held by the policies too, and have no company here, so they are lifted for the length of this change.
  await client.query('ALTER TABLE item NO FORCE ROW LEVEL SECURITY');
  let rewritten = 0;
  let last: readonly string[] = [
    '00000000-0000-0000-0000-000000000000',
    '00000000-0000-0000-0000-000000000000',
    '',
    '00000000-0000-0000-0000-000000000000',
  ];
  for (;;) {
    const { rows } = await client.query<Row>(
      `SELECT company_id, job_id, kind, id, body FROM item
        WHERE (company_id, job_id, kind, id) > ($1::uuid, $2::uuid, $3::text, $4::uuid) AND body IS NOT NULL
        ORDER BY company_id, job_id, kind, id LIMIT ${AT_A_TIME}`,
      [...last],
    );
    const changed = rows.flatMap((row) => {
      const body = upgradeItem(row.body, from);
      return body === row.body ? [] : [{ ...row, body }];
    });
    await client.query(
      `UPDATE item SET body = moved.body
         FROM unnest($1::uuid[], $2::uuid[], $3::text[], $4::uuid[], $5::json[]) AS moved (company_id, job_id, kind, id, body)
        WHERE item.company_id = moved.company_id AND item.job_id = moved.job_id AND item.kind = moved.kind AND item.id = moved.id`,
      [
        changed.map(({ company_id }) => company_id),
        changed.map(({ job_id }) => job_id),
        changed.map(({ kind }) => kind),
        changed.map(({ id }) => id),
        changed.map(({ body }) => JSON.stringify(body)),
      ],
    );
    rewritten += changed.length;
    const end = rows[rows.length - 1];
    if (!end) break;
    last = [end.company_id, end.job_id, end.kind, end.id];
  }
  await client.query('ALTER TABLE item FORCE ROW LEVEL SECURITY');
  await client.query('UPDATE plan_format SET version = $1', [VERSION]);
  return rewritten;
}
