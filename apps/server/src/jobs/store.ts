import type { Job, Uuid } from '@alveus/plan';
import type { Client } from '../database';

/** Jobs by name. Deleting marks one, so that it can be brought back. */

const COLUMNS = `id, name, sequence::float8 AS sequence, changed_at AS "changedAt"`;
type Row = Omit<Job, 'changedAt'> & { changedAt: Date };

const jobOf = (row: Row): Job => ({ ...row, changedAt: row.changedAt.toISOString() });

/** The most a list holds; the ones last worked on come first. */
const LISTED = 1_000;

export async function listJobs(client: Client): Promise<Job[]> {
  const { rows } = await client.query<Row>(
    `SELECT ${COLUMNS} FROM job WHERE deleted_at IS NULL ORDER BY changed_at DESC, id LIMIT ${LISTED}`,
  );
  return rows.map(jobOf);
}

/** Those that were deleted, the last ones first. */
export async function listDeleted(client: Client): Promise<Job[]> {
  const { rows } = await client.query<Row>(
    `SELECT ${COLUMNS} FROM job WHERE deleted_at IS NOT NULL ORDER BY deleted_at DESC, id LIMIT ${LISTED}`,
  );
  return rows.map(jobOf);
}

/** Whether a job that cannot be found was deleted, or never was. */
export async function wasDeleted(client: Client, id: Uuid): Promise<boolean> {
  const { rowCount } = await client.query('SELECT 1 FROM job WHERE id = $1 AND deleted_at IS NOT NULL', [id]);
  return rowCount === 1;
}

export async function findJob(client: Client, id: Uuid): Promise<Job | undefined> {
  const { rows } = await client.query<Row>(`SELECT ${COLUMNS} FROM job WHERE id = $1 AND deleted_at IS NULL`, [id]);
  return rows[0] && jobOf(rows[0]);
}

/** Makes a job. Making it again with the same name is the same as once; undefined if the id has another name. */
export async function createJob(client: Client, id: Uuid, name: string): Promise<Job | undefined> {
  await client.query(
    `INSERT INTO job (company_id, id, name) VALUES (current_company(), $1, $2) ON CONFLICT (company_id, id) DO NOTHING`,
    [id, name],
  );
  const job = await findJob(client, id);
  return job?.name === name ? job : undefined;
}

export async function renameJob(client: Client, id: Uuid, name: string): Promise<Job | undefined> {
  const { rows } = await client.query<Row>(
    `UPDATE job SET name = $2, changed_at = now() WHERE id = $1 AND deleted_at IS NULL RETURNING ${COLUMNS}`,
    [id, name],
  );
  return rows[0] && jobOf(rows[0]);
}

/** @returns whether there is such a job, deleted before or not */
export async function deleteJob(client: Client, id: Uuid): Promise<boolean> {
  const { rowCount } = await client.query(`UPDATE job SET deleted_at = coalesce(deleted_at, now()) WHERE id = $1`, [
    id,
  ]);
  return rowCount === 1;
}

export async function restoreJob(client: Client, id: Uuid): Promise<Job | undefined> {
  const { rows } = await client.query<Row>(`UPDATE job SET deleted_at = NULL WHERE id = $1 RETURNING ${COLUMNS}`, [id]);
  return rows[0] && jobOf(rows[0]);
}
