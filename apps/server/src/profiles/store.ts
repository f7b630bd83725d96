import type { Json, NamedProfile, SharedRules, Uuid } from '@alveus/plan';
import { LIMITS, upgradeItem, VERSION } from '@alveus/plan';
import type { Client } from '../database';

/** The named profiles of a company. Each change is a version of its own; one that was removed keeps its number. */

interface Row {
  readonly id: Uuid;
  readonly version: number;
  readonly format: number;
  readonly body: Json;
  readonly changedAt: Date;
}

const COLUMNS = 'id, version, format, body, changed_at AS "changedAt"';

const profileOf = ({ id, version, format, body, changedAt }: Row): NamedProfile => ({
  id,
  version,
  profile: upgradeItem(body, format) as unknown as SharedRules,
  changedAt: changedAt.toISOString(),
});

export async function listProfiles(client: Client): Promise<NamedProfile[]> {
  const { rows } = await client.query<Row>(
    `SELECT ${COLUMNS} FROM profile WHERE removed_at IS NULL ORDER BY body->>'name', id LIMIT ${LIMITS.profiles}`,
  );
  return rows.map(profileOf);
}

export async function findProfile(client: Client, id: Uuid): Promise<NamedProfile | undefined> {
  const { rows } = await client.query<Row>(`SELECT ${COLUMNS} FROM profile WHERE id = $1 AND removed_at IS NULL`, [id]);
  return rows[0] && profileOf(rows[0]);
}

export async function countProfiles(client: Client): Promise<number> {
  const { rows } = await client.query<{ count: number }>(
    'SELECT count(*)::int AS count FROM profile WHERE removed_at IS NULL',
  );
  return rows[0]?.count ?? 0;
}

/**
 * Puts a profile in place of the version that it was made from; 0 for a new one.
 * @returns undefined where there is another version by now
 */
export async function putProfile(
  client: Client,
  id: Uuid,
  profile: SharedRules,
  base: number,
): Promise<NamedProfile | undefined> {
  const body = JSON.stringify(profile);
  const { rows } =
    base === 0
      ? await client.query<Row>(
          `INSERT INTO profile (company_id, id, format, body) VALUES (current_company(), $1, $2, $3)
           ON CONFLICT (company_id, id) DO NOTHING RETURNING ${COLUMNS}`,
          [id, VERSION, body],
        )
      : await client.query<Row>(
          `UPDATE profile SET version = version + 1, format = $2, body = $3, changed_at = now()
            WHERE id = $1 AND version = $4 AND removed_at IS NULL RETURNING ${COLUMNS}`,
          [id, VERSION, body, base],
        );
  return rows[0] && profileOf(rows[0]);
}

/** @returns whether there was such a one */
export async function removeProfile(client: Client, id: Uuid): Promise<boolean> {
  const { rowCount } = await client.query(
    'UPDATE profile SET removed_at = now(), version = version + 1 WHERE id = $1 AND removed_at IS NULL',
    [id],
  );
  return rowCount === 1;
}
