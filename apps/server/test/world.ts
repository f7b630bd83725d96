import type { Batch, Change, Item, Uuid } from '@alveus/plan';
import { VERSION } from '@alveus/plan';
import { randomUUID } from 'node:crypto';
import type { Express } from 'express';
import pg from 'pg';
import { pino } from 'pino';
import request from 'supertest';
import { buildApp } from '../src/app';
import { databaseOf, openPool, withDatabase } from '../src/database';

/** A real PostgreSQL with an empty database of its own for each test file. */
export interface World {
  readonly ownerUrl: string;
  readonly appUrl: string;
  readonly pool: pg.Pool;
  readonly company: Uuid;
  readonly other: Uuid;
  /** The application as a company's. */
  app(company?: Uuid): Express;
  end(): Promise<void>;
}

export async function makeWorld(): Promise<World> {
  const owner = process.env.TEST_OWNER_URL;
  const template = process.env.TEST_TEMPLATE_APP_URL;
  if (!owner || !template)
    throw new Error('Run these with `npm test` or `npm test -- unit`: it starts the database they need.');
  const name = `alveus_unit_${randomUUID().replaceAll('-', '')}`;
  await asOwner(owner, (client) => client.query(`CREATE DATABASE ${name} TEMPLATE ${databaseOf(template)}`));
  // Rights are copied with the rest, so the role of the one that is copied is the role here.
  const [ownerUrl, appUrl] = [withDatabase(owner, name), withDatabase(template, name)];
  const company = randomUUID();
  const other = randomUUID();
  await asOwner(ownerUrl, async (client) => {
    for (const [id, called] of [
      [company, 'Ours'],
      [other, 'Theirs'],
    ]) {
      // The owner is held by the policies as well.
      await client.query(`SELECT set_config('alveus.company', $1, false)`, [id]);
      await client.query('INSERT INTO company (id, name) VALUES ($1, $2)', [id, called]);
    }
  });
  const pool = openPool(appUrl);
  return {
    ownerUrl,
    appUrl,
    pool,
    company,
    other,
    app: (of = company) => buildApp({ pool, company: of, log: pino({ level: 'silent' }) }),
    end: async () => {
      await pool.end();
      await asOwner(owner, (client) => client.query(`DROP DATABASE ${name} WITH (FORCE)`));
    },
  };
}

export async function asOwner<T>(url: string, work: (client: pg.Client) => Promise<T>): Promise<T> {
  const client = new pg.Client({ connectionString: url });
  await client.connect();
  try {
    return await work(client);
  } finally {
    await client.end();
  }
}

export const node = (id: Uuid, name: string, more: object = {}): Item => ({
  kind: 'node',
  id,
  name,
  form: 'manhole',
  ...more,
});
export const put = (item: Item, base: Change['base'] = 0): Change => ({ op: 'put', item, base });
export const batch = (changes: Change[], id: Uuid = randomUUID()): Batch => ({
  id,
  format: VERSION,
  changes,
});

/** A new job, with the requests that tests make of it. */
export async function newJob(app: Express, name = 'Yard') {
  const id = randomUUID();
  await request(app).post('/api/jobs').send({ id, name }).expect(201);
  return {
    id,
    send: (body: object) => request(app).post(`/api/jobs/${id}/changes`).send(body),
    since: async (sequence: number) =>
      (await request(app).get(`/api/jobs/${id}/changes?since=${sequence}`).expect(200)).body as {
        sequence: number;
        changes: { kind: string; id: string; revision: number; item: Item | null }[];
      },
  };
}
