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
  /** It would make the plan larger than a plan may be. */
  | { readonly outcome: 'too-large'; readonly by: 'things' | 'bytes' | 'removed' };

/** A batch as it was sent, before it was brought forward; so it is logged, and known again. */
export interface SentBatch {
  readonly format: number;
  readonly changes: readonly unknown[];
}

/** What is counted of a plan: rows, those that stand for removed things among them; things that are there; bytes of these. */
interface Size {
  readonly rows: number;
  readonly things: number;
  readonly bytes: number;
}

/** A plan that is there and within them can be saved in a file, and opened again. */
const MOST: Size = { rows: 4 * LIMITS.planItems, things: LIMITS.planItems, bytes: LIMITS.planBytes };

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
    async (client, last) => {
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
      const bodies = batch.changes.map((change) => (change.op === 'put' ? JSON.stringify(change.item) : null));
      const grows = growthBy(batch.changes, bodies, seen);
      const by = tooLarge(seen.size, grows);
      if (by) return { outcome: 'too-large', by };
      const sequence = seen.sequence + 1;
      last(write(client, job, { batch, bodies, sequence, sent, grows }));
      return { outcome: 'answered', answer: { taken: true, sequence } };
    },
    job,
  );
}

/**
 * Where a job stands.
 * @param point the last that whoever asks knows of
 */
export async function standing(
  client: Client,
  job: Uuid,
  point: Point,
): Promise<Omit<SentChanges, 'changes'> | 'parted' | 'renewed' | undefined> {
  const { rows } = await client.query<{ sequence: number; format: number; there: Uuid | null; at: Uuid | null }>({
    name: 'standing',
    text: `SELECT job.sequence::float8 AS sequence, ${FORMAT}, ${AT_POINT}, ${batchAt('job.sequence')} AS at
             FROM job WHERE company_id = current_company() AND job.id = $1 AND deleted_at IS NULL`,
    values: [job, point.sequence],
  });
  const [row] = rows;
  if (!row) return undefined;
  if (row.format !== VERSION) return 'renewed';
  if (partedAt(point, row)) return 'parted';
  return { sequence: row.sequence, at: row.at };
}

/** Characters that are read at a time, about, and things that are at first and at most. */
const PIECE = 128 * 1024;
const [FIRST, MOST_AT_ONCE] = [10, 1_000];

/**
 * Everything that moved after a number, removals among it; all of the plan from 0, without old removals. It comes in
 * pieces of JSON, each some of `SentHeld` with commas between, which nothing here has to read: however large the plan is,
 * no more than a piece of it is in memory.
 * @param client in a transaction, which the reading ends with
 */
export async function* movedSince(client: Client, job: Uuid, since: number): AsyncGenerator<string> {
  await client.query(
    `DECLARE moved NO SCROLL CURSOR FOR
      SELECT json_build_object('kind', kind, 'id', id, 'revision', revision, 'item', body)::text AS held
        FROM item
       WHERE company_id = current_company() AND job_id = $1 AND revision > $2 AND revision > 0
         AND (body IS NOT NULL OR $2 > 0)`,
    [job, since],
  );
  for (let many = FIRST; ;) {
    const { rows } = await client.query<{ held: string }>(`FETCH ${many} FROM moved`);
    if (rows.length === 0) return;
    const piece = rows.map(({ held }) => held).join(',');
    yield piece;
    // Fewer than were asked for are the last.
    if (rows.length < many) return;
    many = Math.min(MOST_AT_ONCE, Math.max(1, Math.round((many * PIECE) / piece.length)));
  }
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
  readonly size: Size;
  readonly format: number;
  /** The batch at the last point that the sender knows of. */
  readonly there: Uuid | null;
  /** Sequence numbers of batches that were taken. */
  readonly batches: ReadonlyMap<Uuid, number>;
  readonly items: ReadonlyMap<string, SeenItem>;
}

interface SeenItem {
  readonly revision: number;
  readonly removed: boolean;
  readonly bytes: number;
}

async function readSeen(client: Client, job: Uuid, batch: Batch, point: Point): Promise<Seen | undefined> {
  const after = batch.changes.flatMap((change) => (typeof change.base === 'number' ? [] : [change.base.after]));
  const { kinds, ids } = columns(batch.changes);
  const { rows } = await client.query<{
    sequence: number;
    size: Size;
    format: number;
    there: Uuid | null;
    batches: { id: Uuid; sequence: number }[] | null;
    items: (SeenItem & { kind: string; id: Uuid })[] | null;
  }>({
    name: 'seen',
    text: `SELECT sequence::float8 AS sequence, ${FORMAT}, ${AT_POINT},
                  json_build_object('rows', item_count, 'things', live_count, 'bytes', live_bytes) AS size,
                  (SELECT json_agg(json_build_object('id', id, 'sequence', sequence))
                     FROM unnest($3::uuid[]) AS asked (batch)
                    CROSS JOIN LATERAL (
                      SELECT * FROM batch WHERE company_id = current_company() AND job_id = $1 AND id = asked.batch LIMIT 1
                    ) AS batch) AS batches,
                  (SELECT json_agg(json_build_object('kind', item.kind, 'id', item.id, 'revision', revision, 'removed', body IS NULL,
                                                     'bytes', coalesce(octet_length(body::text), 0)))
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
      size: row.size,
      format: row.format,
      there: row.there,
      batches: new Map(row.batches?.map(({ id, sequence }) => [id, sequence])),
      items: new Map(row.items?.map((item) => [keyOf(item), item])),
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

/** By how much a batch makes its plan larger; smaller where that is below nothing. */
function growthBy(changes: readonly Change[], bodies: readonly (string | null)[], { items }: Seen): Size {
  const grows = { rows: 0, things: 0, bytes: 0 };
  changes.forEach((change, index) => {
    const before = items.get(keyOf(addressOf(change)));
    const body = bodies[index] ?? null;
    if (!before) grows.rows += 1;
    grows.things += Number(body !== null) - Number(before !== undefined && !before.removed);
    grows.bytes += (body === null ? 0 : Buffer.byteLength(body)) - (before?.bytes ?? 0);
  });
  return grows;
}

/** What there would be too much of. A plan that is too large already may be made smaller. */
function tooLarge(size: Size, grows: Size): 'things' | 'bytes' | 'removed' | undefined {
  const over = (of: keyof Size): boolean => grows[of] > 0 && size[of] + grows[of] > MOST[of];
  return over('things') ? 'things' : over('bytes') ? 'bytes' : over('rows') ? 'removed' : undefined;
}

interface Writing {
  readonly batch: Batch;
  /** Of each change; none where it removes. */
  readonly bodies: readonly (string | null)[];
  readonly sequence: number;
  readonly sent: SentBatch;
  readonly grows: Size;
}

async function write(client: Client, job: Uuid, { batch, bodies, sequence, sent, grows }: Writing): Promise<void> {
  const { kinds, ids } = columns(batch.changes);
  await client.query({
    name: 'write',
    text: `WITH put AS (
       INSERT INTO item (company_id, job_id, kind, id, revision, body)
       SELECT current_company(), $1, kind, id, $2, body
         FROM unnest($3::text[], $4::uuid[], $5::json[]) AS moved (kind, id, body)
       ON CONFLICT (company_id, job_id, kind, id) DO UPDATE SET revision = excluded.revision, body = excluded.body
     ), logged AS (
       INSERT INTO batch (company_id, job_id, id, sequence, format, changes)
       VALUES (current_company(), $1, $6, $2, $7, $8)
     )
     UPDATE job SET sequence = $2, changed_at = now(),
                    item_count = item_count + $9, live_count = live_count + $10, live_bytes = live_bytes + $11
      WHERE company_id = current_company() AND id = $1`,
    values: [
      job,
      sequence,
      kinds,
      ids,
      bodies,
      batch.id,
      sent.format,
      JSON.stringify(sent.changes),
      grows.rows,
      grows.things,
      grows.bytes,
    ],
  });
}

function columns(changes: readonly Change[]): { kinds: string[]; ids: Uuid[] } {
  const addresses = changes.map(addressOf);
  return { kinds: addresses.map(({ kind }) => kind), ids: addresses.map(({ id }) => id) };
}
