import pg from 'pg';

/** Work on a connection of its own, which is ended whatever comes of it. */
export async function connected<T>(url: string, work: (client: pg.Client) => Promise<T>): Promise<T> {
  const client = new pg.Client({ connectionString: url });
  // A server that ends under it is told of by what is asked of it then.
  client.on('error', () => undefined);
  await client.connect();
  try {
    return await work(client);
  } finally {
    await client.end();
  }
}
