import type { Json, Uuid } from '@alveus/plan';
import { VERSION } from '@alveus/plan';
import type { CompanyItem, CompanyBody, KeptKind } from '@alveus/plan/company';
import { COMPANY_KINDS, nameOfKept } from '@alveus/plan/company';
import type { Client } from '../database';

/** What a company keeps under a name. Each change is a version of its own; one that was removed keeps its number. */

interface Row {
  readonly id: Uuid;
  readonly version: number;
  readonly format: number;
  readonly body: Json;
  readonly changedAt: Date;
}

const COLUMNS = 'id, version, format, body, changed_at AS "changedAt"';

const keptOf = <Kind extends KeptKind>(
  kind: Kind,
  { id, version, format, body, changedAt }: Row,
): CompanyItem<Kind> => ({
  id,
  version,
  body: COMPANY_KINDS[kind].upgrade(body, format) as unknown as CompanyBody<Kind>,
  changedAt: changedAt.toISOString(),
});

/** By name. */
export async function listKept<Kind extends KeptKind>(client: Client, kind: Kind): Promise<CompanyItem<Kind>[]> {
  const { rows } = await client.query<Row>(
    `SELECT ${COLUMNS} FROM kept WHERE kind = $1 AND removed_at IS NULL ORDER BY id`,
    [kind],
  );
  return rows
    .map((row) => keptOf(kind, row))
    .sort((a, b) => nameOfKept(kind, a.body).localeCompare(nameOfKept(kind, b.body), 'en'));
}

export async function findKept<Kind extends KeptKind>(
  client: Client,
  kind: Kind,
  id: Uuid,
): Promise<CompanyItem<Kind> | undefined> {
  const { rows } = await client.query<Row>(
    `SELECT ${COLUMNS} FROM kept WHERE kind = $1 AND id = $2 AND removed_at IS NULL`,
    [kind, id],
  );
  return rows[0] && keptOf(kind, rows[0]);
}

export async function countKept(client: Client, kind: KeptKind): Promise<number> {
  const { rows } = await client.query<{ count: number }>(
    'SELECT count(*)::int AS count FROM kept WHERE kind = $1 AND removed_at IS NULL',
    [kind],
  );
  return rows[0]?.count ?? 0;
}

/**
 * Puts one in place of the version that it was made from; 0 for a new one.
 * @returns undefined where there is another version by now
 */
export async function putKept<Kind extends KeptKind>(
  client: Client,
  kind: Kind,
  id: Uuid,
  body: CompanyBody<Kind>,
  base: number,
): Promise<CompanyItem<Kind> | undefined> {
  const values = [kind, id, VERSION, JSON.stringify(body)];
  const { rows } =
    base === 0
      ? await client.query<Row>(
          `INSERT INTO kept (company_id, kind, id, format, body) VALUES (current_company(), $1, $2, $3, $4)
           ON CONFLICT (company_id, kind, id) DO NOTHING RETURNING ${COLUMNS}`,
          values,
        )
      : await client.query<Row>(
          `UPDATE kept SET version = version + 1, format = $3, body = $4, changed_at = now()
            WHERE kind = $1 AND id = $2 AND version = $5 AND removed_at IS NULL RETURNING ${COLUMNS}`,
          [...values, base],
        );
  return rows[0] && keptOf(kind, rows[0]);
}

/** @returns whether there was such a one */
export async function removeKept(client: Client, kind: KeptKind, id: Uuid): Promise<boolean> {
  const { rowCount } = await client.query(
    'UPDATE kept SET removed_at = now(), version = version + 1 WHERE kind = $1 AND id = $2 AND removed_at IS NULL',
    [kind, id],
  );
  return rowCount === 1;
}
