import { createHash } from 'node:crypto';
import type { Batch, BatchAnswer, Change, Changes, Held, Item, Kind, Uuid } from '@alveus/plan';
import { addressOf, keyOf, kindOf, LIMITS } from '@alveus/plan';
import type pg from 'pg';
import type { Client } from '../database';
import { asCompany } from '../database';

/** The change protocol on PostgreSQL: a job's plan moves only here, a whole batch at a time. */

export type Taking =
  | { readonly outcome: 'answered'; readonly answer: BatchAnswer }
  | { readonly outcome: 'no-job' }
  /** The id was used before, for other changes. */
  | { readonly outcome: 'reused' }
  /** A change is based on a batch that never arrived. */
  | { readonly outcome: 'unknown-base'; readonly index: number }
  /** A record would be changed or taken away. */
  | { readonly outcome: 'record'; readonly index: number }
  | { readonly outcome: 'too-large' };

/** Rows a plan may grow to, removed items included. */
const MOST_ROWS = 4 * LIMITS.planItems;

/**
 * Takes a batch whole or not at all. Batches for one job queue for its lock, so each sees what the one before
 * it left; the same batch sent twice gets the same answer.
 */
export async function takeBatch(pool: pg.Pool, company: Uuid, job: Uuid, batch: Batch): Promise<Taking> {
  return asCompany(
    pool,
    company,
    async (client) => {
      const digest = createHash('sha256').update(JSON.stringify(batch.changes)).digest();
      const seen = await readSeen(client, job, batch);
      if (!seen) return { outcome: 'no-job' };

      const before = seen.batches.get(batch.id);
      if (before) {
        return before.digest === digest.toString('hex')
          ? { outcome: 'answered', answer: { taken: true, sequence: before.sequence } }
          : { outcome: 'reused' };
      }
      const conflicts: Change[] = [];
      for (const [index, change] of batch.changes.entries()) {
        const base = typeof change.base === 'number' ? change.base : seen.batches.get(change.base.after)?.sequence;
        if (base === undefined) return { outcome: 'unknown-base', index };
        // A tombstone counts as absent for somebody who never saw the item.
        const now = seen.items.get(keyOf(addressOf(change)));
        if (kindOf(addressOf(change).kind).record && (now || change.op === 'remove'))
          return { outcome: 'record', index };
        const fits = now === undefined ? base === 0 : base === now.revision || (base === 0 && now.removed);
        if (!fits) conflicts.push(change);
      }
      if (conflicts.length > 0) {
        const answer = {
          taken: false as const,
          sequence: seen.sequence,
          conflicts: await readHeld(client, job, conflicts),
        };
        return { outcome: 'answered', answer };
      }
      if (seen.itemCount + batch.changes.length > MOST_ROWS) return { outcome: 'too-large' };
      const sequence = seen.sequence + 1;
      await write(client, job, batch, sequence, digest);
      return { outcome: 'answered', answer: { taken: true, sequence } };
    },
    job,
  );
}

/** Everything that moved after `since`, removals among it; all of the plan from 0, without old removals. */
export async function changesSince(client: Client, job: Uuid, since: number): Promise<Changes | undefined> {
  const { rows } = await client.query<{ sequence: number; changes: Held[] | null }>({
    name: 'changes-since',
    text: `SELECT job.sequence::float8 AS sequence,
                  (SELECT json_agg(json_build_object('kind', kind, 'id', id, 'revision', revision, 'item', body))
                     FROM item
                    WHERE company_id = current_company() AND item.job_id = job.id AND revision > $2 AND revision > 0
                      AND (body IS NOT NULL OR $2 > 0)) AS changes
             FROM job WHERE company_id = current_company() AND job.id = $1 AND deleted_at IS NULL`,
    values: [job, since],
  });
  return rows[0] && { sequence: rows[0].sequence, changes: rows[0].changes ?? [] };
}

interface Seen {
  readonly sequence: number;
  readonly itemCount: number;
  readonly batches: ReadonlyMap<Uuid, { readonly sequence: number; readonly digest: string }>;
  readonly items: ReadonlyMap<string, { readonly revision: number; readonly removed: boolean }>;
}

async function readSeen(client: Client, job: Uuid, batch: Batch): Promise<Seen | undefined> {
  const after = batch.changes.flatMap((change) => (typeof change.base === 'number' ? [] : [change.base.after]));
  const { kinds, ids } = columns(batch.changes);
  const { rows } = await client.query<{
    sequence: number;
    itemCount: number;
    batches: { id: Uuid; sequence: number; digest: string }[] | null;
    items: { kind: Kind; id: Uuid; revision: number; removed: boolean }[] | null;
  }>({
    name: 'seen',
    text: `SELECT sequence::float8 AS sequence, item_count AS "itemCount",
                  (SELECT json_agg(json_build_object('id', id, 'sequence', sequence, 'digest', encode(digest, 'hex')))
                     FROM unnest($2::uuid[]) AS asked (batch)
                    CROSS JOIN LATERAL (
                      SELECT * FROM batch WHERE company_id = current_company() AND job_id = $1 AND id = asked.batch LIMIT 1
                    ) AS batch) AS batches,
                  (SELECT json_agg(json_build_object('kind', item.kind, 'id', item.id, 'revision', revision, 'removed', body IS NULL))
                     FROM unnest($3::text[], $4::uuid[]) AS asked (kind, id)
                    CROSS JOIN LATERAL (
                      SELECT * FROM item
                       WHERE company_id = current_company() AND job_id = $1 AND item.kind = asked.kind AND item.id = asked.id
                       LIMIT 1 -- one look-up by key for each, however large the plan has grown
                    ) AS item) AS items
             FROM job WHERE company_id = current_company() AND id = $1 AND deleted_at IS NULL`,
    values: [job, [...new Set([batch.id, ...after])], kinds, ids],
  });
  const [row] = rows;
  return (
    row && {
      sequence: row.sequence,
      itemCount: row.itemCount,
      batches: new Map(row.batches?.map((one) => [one.id, one])),
      items: new Map(row.items?.map((one) => [keyOf(one), one])),
    }
  );
}

async function readHeld(client: Client, job: Uuid, changes: readonly Change[]): Promise<Held[]> {
  const { kinds, ids } = columns(changes);
  const { rows } = await client.query<{ kind: Kind; id: Uuid; revision: number | null; item: Item | null }>(
    `SELECT asked.kind, asked.id, revision::float8 AS revision, body AS item
       FROM unnest($2::text[], $3::uuid[]) AS asked (kind, id)
       LEFT JOIN item ON item.job_id = $1 AND item.kind = asked.kind AND item.id = asked.id`,
    [job, kinds, ids],
  );
  return rows.map((row) => ({ ...row, revision: row.revision ?? 0 }));
}

async function write(client: Client, job: Uuid, batch: Batch, sequence: number, digest: Buffer): Promise<void> {
  const { kinds, ids } = columns(batch.changes);
  const bodies = batch.changes.map((change) => (change.op === 'put' ? JSON.stringify(change.item) : null));
  await client.query({
    name: 'write',
    text: `WITH put AS (
       INSERT INTO item (company_id, job_id, kind, id, revision, body)
       SELECT current_company(), $1, kind, id, $2, body
         FROM unnest($3::text[], $4::uuid[], $5::json[]) AS moved (kind, id, body)
       ON CONFLICT (company_id, job_id, kind, id) DO UPDATE SET revision = excluded.revision, body = excluded.body
       RETURNING xmax = 0 AS fresh
     ), logged AS (
       INSERT INTO batch (company_id, job_id, id, sequence, digest, changes)
       VALUES (current_company(), $1, $6, $2, $7, $8)
     )
     UPDATE job SET sequence = $2, changed_at = now(),
                    item_count = item_count + (SELECT count(*) FROM put WHERE fresh)
      WHERE company_id = current_company() AND id = $1`,
    values: [job, sequence, kinds, ids, bodies, batch.id, digest, JSON.stringify(batch.changes)],
  });
}

function columns(changes: readonly Change[]): { kinds: Kind[]; ids: Uuid[] } {
  const addresses = changes.map(addressOf);
  return { kinds: addresses.map(({ kind }) => kind), ids: addresses.map(({ id }) => id) };
}
