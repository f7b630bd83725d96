import { randomUUID } from 'node:crypto';
import type { AddressInfo } from 'node:net';
import express from 'express';
import pg from 'pg';

/** The least that could be done instead of the server, as a process: a bare Express route with one INSERT in a transaction. */

const pool = new pg.Pool({ connectionString: process.env.BARE_DATABASE_URL, max: 10 });
// PostgreSQL goes when all is measured, and ends what stands idle.
pool.on('error', () => undefined);

const app = express();
app.use(express.json());
app.post('/', async (request, response) => {
  const client = await pool.connect();
  try {
    await client.query('BEGIN');
    await client.query('INSERT INTO bench.bare (id, body) VALUES ($1, $2)', [
      randomUUID(),
      JSON.stringify(request.body),
    ]);
    await client.query('COMMIT');
    response.json({ ok: true });
  } finally {
    client.release();
  }
});
const listening = app.listen(0, '127.0.0.1', () =>
  process.send?.({ url: `http://127.0.0.1:${(listening.address() as AddressInfo).port}` }),
);
process.on('disconnect', () => process.exit(0));
