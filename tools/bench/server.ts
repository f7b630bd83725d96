import { randomUUID } from 'node:crypto';
import type { AddressInfo } from 'node:net';
import type { Batch, Item } from '@alveus/plan';
import { VERSION } from '@alveus/plan';
import { buildApp, openPool } from '@alveus/server';
import autocannon from 'autocannon';
import express from 'express';
import pg from 'pg';
import { pino } from 'pino';
import { COMPANY } from '../lib/database';
import { scratchDatabase, scratchServer } from '../lib/scratch';
import type { Row } from './measure';
import { median } from './measure';

/**
 * The change protocol over HTTP against the least that could be done instead: a bare Express route with one
 * INSERT in a transaction. Both on one database that flushes every commit to disk, both with eight clients.
 */
export async function benchServer(cleanup: (work: () => Promise<void> | void) => void): Promise<Row[]> {
  // Every commit reaches the disk, and row-level security is on: as it runs in earnest.
  const scratch = await scratchServer({ fsync: 'on', synchronous_commit: 'on' });
  cleanup(scratch.stop);
  const database = await scratchDatabase(scratch);
  cleanup(database.drop);
  const owner = new pg.Client({ connectionString: database.ownerUrl });
  await owner.connect();
  await owner.query('CREATE TABLE bare (id uuid PRIMARY KEY, body jsonb NOT NULL)');
  await owner.end();

  const barePool = new pg.Pool({ connectionString: database.ownerUrl, max: 10 });
  // PostgreSQL goes when all is measured, and ends what stands idle.
  barePool.on('error', () => undefined);
  cleanup(() => barePool.end());
  const bare = express();
  bare.use(express.json());
  bare.post('/', async (request, response) => {
    const client = await barePool.connect();
    try {
      await client.query('BEGIN');
      await client.query('INSERT INTO bare (id, body) VALUES ($1, $2)', [randomUUID(), JSON.stringify(request.body)]);
      await client.query('COMMIT');
      response.json({ ok: true });
    } finally {
      client.release();
    }
  });
  const bareUrl = await listen(bare, cleanup);

  const pool = openPool(database.appUrl);
  cleanup(() => pool.end());
  const url = await listen(buildApp({ pool, company: COMPANY.id, log: pino({ level: 'silent' }) }), cleanup);
  // A job a client: eight crews on eight jobs.
  const jobs = await Promise.all(
    Array.from({ length: CLIENTS }, async () => {
      const id = randomUUID();
      await fetch(`${url}/api/jobs`, {
        method: 'POST',
        headers: { 'Content-Type': 'application/json' },
        body: JSON.stringify({ id, name: 'Bench' }),
      });
      return id;
    }),
  );

  const one: number[] = [];
  const fifty: number[] = [];
  const plain: number[] = [];
  const changesOf = (client: number): string => `/api/jobs/${jobs[client % CLIENTS]}/changes`;
  for (let round = 0; round < ROUNDS; round += 1) {
    plain.push(await rate(bareUrl, () => '/', 1));
    one.push(await rate(url, changesOf, 1));
    fifty.push(await rate(url, changesOf, 50));
  }
  const ratios = (a: readonly number[], b: readonly number[]): number =>
    median(a.map((value, index) => value / (b[index] as number)));
  const perSecond = (values: readonly number[]): string => `${median(values).toFixed(0)}/s`;
  return [
    {
      name: 'batches of one ÷ bare INSERTs, 8 clients',
      value: ratios(one, plain),
      limit: 0.5,
      keep: 'at least',
      detail: `${perSecond(one)} ÷ ${perSecond(plain)}`,
    },
    {
      name: 'time of a batch of 50 ÷ batch of 1',
      value: ratios(one, fifty),
      limit: 3,
      keep: 'at most',
      detail: `${perSecond(fifty)} against ${perSecond(one)}`,
    },
  ];
}

const CLIENTS = 8;
const ROUNDS = 9;
const SECONDS = 1;

function batchOf(count: number): Batch {
  const changes = Array.from({ length: count }, () => {
    const item: Item = { kind: 'nodeGround', id: randomUUID(), elevation: 12.3456 };
    return { op: 'put' as const, item, base: 0 };
  });
  return { id: randomUUID(), format: VERSION, changes };
}

/** Batches taken in a second. @throws where any is not */
async function rate(url: string, pathOf: (client: number) => string, changes: number): Promise<number> {
  let clients = 0;
  const result = await autocannon({
    url,
    connections: CLIENTS,
    duration: SECONDS,
    requests: [
      {
        method: 'POST',
        setupRequest: (request, context: { client?: number }) => {
          context.client ??= clients++;
          return {
            ...request,
            path: pathOf(context.client),
            body: JSON.stringify(batchOf(changes)),
            headers: { 'Content-Type': 'application/json' },
          };
        },
      },
    ],
  });
  if (result.non2xx > 0 || result.errors > 0)
    throw new Error(`${url}: ${result.non2xx} refused, ${result.errors} failed`);
  return result['2xx'] / result.duration;
}

async function listen(app: express.Express, cleanup: (work: () => Promise<void> | void) => void): Promise<string> {
  return new Promise((resolve) => {
    const server = app.listen(0, '127.0.0.1', () => {
      cleanup(() => {
        server.close();
        server.closeAllConnections();
      });
      resolve(`http://127.0.0.1:${(server.address() as AddressInfo).port}`);
    });
  });
}
