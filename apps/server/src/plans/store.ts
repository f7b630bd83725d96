import type { Batch, Change, Point, SentBatchAnswer, SentChanges, SentHeld, Uuid } from '@alveus/plan';
import { addressOf, keyOf, kindNamed, LIMITS, same, START, VERSION } from '@alveus/plan';
import type pg from 'pg';
import type { Client } from '../database';
import { asCompany } from '../database';

/** The change protocol on PostgreSQL: a job's plan moves only here, a whole batch at a time. */

export type Taking =
  | { readonly outcome: 'answered'; readonly answer: SentBatchAnswer }
  | { readonly outcome: 'no-job' }
  /** The items are in another format than this server's: a newer one has taken over the database. */
  | { readonly outcome: 'renewed' }
  /** The sender knows of a batch that is not here: the database was put back to an earlier day. */
  | { readonly outcome: 'parted' }
  /** The id was used before, for other changes. */
  | { readonly outcome: 'reused' }
  /** A change is based on a batch that never arrived. */
  | { readonly outcome: 'unknown-base'; readonly index: number }
  /** A record would be changed or taken away. */
  | { readonly outcome: 'record'; readonly index: number }
  | { readonly outcome: 'too-large' };

/** A batch as it was sent, before it was brought forward; so it is logged, and known again. */
export interface SentBatch {
  readonly format: number;
  readonly changes: readonly unknown[];
}

/** Rows a plan may grow to, removed items included. */
const MOST_ROWS = 4 * LIMITS.planItems;

/**
 * Takes a batch whole or not at all. Batches for one job queue for its lock, so each sees what the one before
 * it left; the same batch sent twice gets the same answer.
 * @param sent the same as it was sent, before it was brought forward
 * @param point the last that the sender knows of
 */
export async function takeBatch(
  pool: pg.Pool,
  company: Uuid,
  job: Uuid,
  batch: Batch,
  sent: SentBatch = batch,
  point: Point = START,
): Promise<Taking> {
  return asCompany(
    pool,
    company,
    async (client) => {
      const seen = await readSeen(client, job, batch, point);
      if (!seen) return { outcome: 'no-job' };
      if (seen.format !== VERSION) return { outcome: 'renewed' };
      if (partedAt(point, seen)) return { outcome: 'parted' };

      const before = seen.batches.get(batch.id);
      if (before) {
        return (await sameAsBefore(client, job, batch.id, sent))
          ? { outcome: 'answered', answer: { taken: true, sequence: before } }
          : { outcome: 'reused' };
      }
      const conflicts: Change[] = [];
      for (const [index, change] of batch.changes.entries()) {
        const base = typeof change.base === 'number' ? change.base : seen.batches.get(change.base.after);
        if (base === undefined) return { outcome: 'unknown-base', index };
        // A tombstone counts as absent for somebody who never saw the item.
        const now = seen.items.get(keyOf(addressOf(change)));
        if (kindNamed(addressOf(change).kind)?.record && (now || change.op === 'remove'))
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
      await write(client, job, batch, sequence, sent);
      return { outcome: 'answered', answer: { taken: true, sequence } };
    },
    job,
  );
}

/**
 * Everything that moved after a number, removals among it; all of the plan from 0, without old removals.
 * @param point the last that whoever asks knows of
 */
export async function changesSince(
  client: Client,
  job: Uuid,
  since: number,
  point: Point,
): Promise<SentChanges | 'parted' | 'renewed' | undefined> {
  const { rows } = await client.query<{
    sequence: number;
    format: number;
    there: Uuid | null;
    at: Uuid | null;
    changes: SentHeld[] | null;
  }>({
    name: 'changes-since',
    text: `SELECT job.sequence::float8 AS sequence, ${FORMAT}, ${AT_POINT}, ${batchAt('job.sequence')} AS at,
                  (SELECT json_agg(json_build_object('kind', kind, 'id', id, 'revision', revision, 'item', body))
                     FROM item
                    WHERE company_id = current_company() AND item.job_id = job.id AND revision > $3 AND revision > 0
                      AND (body IS NOT NULL OR $3 > 0)) AS changes
             FROM job WHERE company_id = current_company() AND job.id = $1 AND deleted_at IS NULL`,
    values: [job, point.sequence, since],
  });
  const [row] = rows;
  if (!row) return undefined;
  if (row.format !== VERSION) return 'renewed';
  if (partedAt(point, row)) return 'parted';
  return { sequence: row.sequence, at: row.at, changes: row.changes ?? [] };
}

/** The id of the batch that has a sequence number in the job that is asked about. */
const batchAt = (sequence: string): string =>
  `(SELECT batch.id FROM batch
     WHERE company_id = current_company() AND job_id = job.id AND batch.sequence = ${sequence} AND batch.sequence > 0)`;
/** The format that all items are in. */
const FORMAT = '(SELECT version FROM plan_format) AS format';
const AT_POINT = `${batchAt('$2')} AS there`;

/** Whether somebody has heard of more than there is here, or of something else. */
function partedAt(point: Point, here: { readonly sequence: number; readonly there: Uuid | null }): boolean {
  return point.sequence > here.sequence || (point.at !== null && point.at !== here.there);
}

/** Whether a batch is the one that was taken under its id. */
async function sameAsBefore(client: Client, job: Uuid, id: Uuid, sent: SentBatch): Promise<boolean> {
  const { rows } = await client.query<{ changes: unknown }>(
    'SELECT changes FROM batch WHERE company_id = current_company() AND job_id = $1 AND id = $2',
    [job, id],
  );
  return same(rows[0]?.changes, sent.changes);
}

interface Seen {
  readonly sequence: number;
  readonly itemCount: number;
  readonly format: number;
  /** The batch at the last point that the sender knows of. */
  readonly there: Uuid | null;
  /** Sequence numbers of batches that were taken. */
  readonly batches: ReadonlyMap<Uuid, number>;
  readonly items: ReadonlyMap<string, { readonly revision: number; readonly removed: boolean }>;
}

async function readSeen(client: Client, job: Uuid, batch: Batch, point: Point): Promise<Seen | undefined> {
  const after = batch.changes.flatMap((change) => (typeof change.base === 'number' ? [] : [change.base.after]));
  const { kinds, ids } = columns(batch.changes);
  const { rows } = await client.query<{
    sequence: number;
    itemCount: number;
    format: number;
    there: Uuid | null;
    batches: { id: Uuid; sequence: number }[] | null;
    items: { kind: string; id: Uuid; revision: number; removed: boolean }[] | null;
  }>({
    name: 'seen',
    text: `SELECT sequence::float8 AS sequence, item_count AS "itemCount", ${FORMAT}, ${AT_POINT},
                  (SELECT json_agg(json_build_object('id', id, 'sequence', sequence))
                     FROM unnest($3::uuid[]) AS asked (batch)
                    CROSS JOIN LATERAL (
                      SELECT * FROM batch WHERE company_id = current_company() AND job_id = $1 AND id = asked.batch LIMIT 1
                    ) AS batch) AS batches,
                  (SELECT json_agg(json_build_object('kind', item.kind, 'id', item.id, 'revision', revision, 'removed', body IS NULL))
                     FROM unnest($4::text[], $5::uuid[]) AS asked (kind, id)
                    CROSS JOIN LATERAL (
                      SELECT * FROM item
                       WHERE company_id = current_company() AND job_id = $1 AND item.kind = asked.kind AND item.id = asked.id
                       LIMIT 1 -- one look-up by key for each, however large the plan has grown
                    ) AS item) AS items
             FROM job WHERE company_id = current_company() AND id = $1 AND deleted_at IS NULL`,
    values: [job, point.sequence, [...new Set([batch.id, ...after])], kinds, ids],
  });
  const [row] = rows;
  return (
    row && {
      sequence: row.sequence,
      itemCount: row.itemCount,
      format: row.format,
      there: row.there,
      batches: new Map(row.batches?.map(({ id, sequence }) => [id, sequence])),
      items: new Map(row.items?.map((one) => [keyOf(one), one])),
    }
  );
}

async function readHeld(client: Client, job: Uuid, changes: readonly Change[]): Promise<SentHeld[]> {
  const { kinds, ids } = columns(changes);
  const { rows } = await client.query<{ kind: string; id: Uuid; revision: number | null; item: SentHeld['item'] }>(
    `SELECT asked.kind, asked.id, revision::float8 AS revision, body AS item
       FROM unnest($2::text[], $3::uuid[]) AS asked (kind, id)
       LEFT JOIN item ON item.job_id = $1 AND item.kind = asked.kind AND item.id = asked.id`,
    [job, kinds, ids],
  );
  return rows.map((row) => ({ ...row, revision: row.revision ?? 0 }));
}

async function write(client: Client, job: Uuid, batch: Batch, sequence: number, sent: SentBatch): Promise<void> {
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
       INSERT INTO batch (company_id, job_id, id, sequence, format, changes)
       VALUES (current_company(), $1, $6, $2, $7, $8)
     )
     UPDATE job SET sequence = $2, changed_at = now(),
                    item_count = item_count + (SELECT count(*) FROM put WHERE fresh)
      WHERE company_id = current_company() AND id = $1`,
    values: [job, sequence, kinds, ids, bodies, batch.id, sent.format, JSON.stringify(sent.changes)],
  });
}

function columns(changes: readonly Change[]): { kinds: string[]; ids: Uuid[] } {
  const addresses = changes.map(addressOf);
  return { kinds: addresses.map(({ kind }) => kind), ids: addresses.map(({ id }) => id) };
}
