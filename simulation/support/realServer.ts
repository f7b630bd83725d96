import type { Server } from 'node:http';
import { createServer } from 'node:http';
import type { AddressInfo } from 'node:net';
import type { Express } from 'express';
import type { Item, Uuid } from '@alveus/plan';
import pg from 'pg';
import { pino } from 'pino';
import { FORMAT_LOCK } from '../../apps/server/src/database';
import type { World } from '../../apps/server/test/world';
import { makeWorld } from '../../apps/server/test/world';
import type { App, Version } from './versions';

/** The server itself, on a PostgreSQL of its own: it can be renewed, and put back to an earlier day. */
export class RealServer {
  readonly #world: World;
  readonly #owner: pg.Client;
  readonly #http: Server;
  #app: Express;
  /** The build it is of. */
  version: Version = 'now';

  private constructor(world: World, owner: pg.Client, app: App) {
    this.#world = world;
    this.#owner = owner;
    this.#app = this.built(app);
    this.#http = createServer((request, response) => this.#app(request, response));
  }

  static async start(app: App): Promise<RealServer> {
    const world = await makeWorld();
    const owner = new pg.Client({ connectionString: world.ownerUrl });
    await owner.connect();
    await owner.query(`SELECT set_config('alveus.company', $1, false)`, [world.company]);
    const server = new RealServer(world, owner, app);
    await new Promise<void>((resolve) => server.#http.listen(0, '127.0.0.1', resolve));
    return server;
  }

  get url(): string {
    return `http://127.0.0.1:${(this.#http.address() as AddressInfo).port}`;
  }

  private built(app: App): Express {
    const { pool, company } = this.#world;
    return app.server.buildApp({ pool, company, log: pino({ level: 'silent' }) });
  }

  /** Empty, as of a build. */
  async reset(app: App): Promise<void> {
    await this.#owner.query('TRUNCATE job CASCADE');
    await this.#owner.query('UPDATE plan_format SET version = $1', [app.plan.VERSION]);
    this.#app = this.built(app);
    this.version = 'now';
  }

  /** The server of a later build takes over. */
  async renew(version: Version, app: App): Promise<void> {
    await app.upgrade.upgradeItems(this.#owner);
    this.#app = this.built(app);
    this.version = version;
  }

  async makeJob(id: Uuid, name: string): Promise<void> {
    await this.#owner.query('INSERT INTO job (company_id, id, name) VALUES (current_company(), $1, $2)', [id, name]);
  }

  /** A copy of a job as it is. @returns how to put it back to that */
  async backup(job: Uuid): Promise<() => Promise<void>> {
    const of = { job: 'id', item: 'job_id', batch: 'job_id' } as const;
    const copies = new Map<string, unknown[]>();
    await this.alone();
    for (const [table, column] of Object.entries(of))
      copies.set(table, (await this.#owner.query(`SELECT * FROM ${table} WHERE ${column} = $1`, [job])).rows);
    await this.#owner.query('COMMIT');
    return async () => {
      await this.alone();
      for (const table of ['batch', 'item', 'job'] as const)
        await this.#owner.query(`DELETE FROM ${table} WHERE ${of[table]} = $1`, [job]);
      for (const [table, rows] of copies)
        await this.#owner.query(`INSERT INTO ${table} SELECT * FROM json_populate_recordset(NULL::${table}, $1)`, [
          JSON.stringify(rows),
        ]);
      await this.#owner.query('COMMIT');
    };
  }

  /** Between batches: a copy is of one moment, and a server that is put back was stopped for it. */
  private async alone(): Promise<void> {
    await this.#owner.query('BEGIN');
    await this.#owner.query('SELECT pg_advisory_xact_lock($1)', [FORMAT_LOCK]);
  }

  async items(job: Uuid): Promise<Item[]> {
    const { rows } = await this.#owner.query<{ body: Item }>(
      'SELECT body FROM item WHERE job_id = $1 AND body IS NOT NULL ORDER BY kind, id',
      [job],
    );
    return rows.map(({ body }) => body);
  }

  /** What was put, in the order in which it was taken. */
  async puts(job: Uuid): Promise<Item[]> {
    const { rows } = await this.#owner.query<{ changes: { op: string; item: Item }[] }>(
      'SELECT changes FROM batch WHERE job_id = $1 ORDER BY sequence',
      [job],
    );
    return rows.flatMap(({ changes }) => changes.flatMap((change) => (change.op === 'put' ? [change.item] : [])));
  }

  async end(): Promise<void> {
    this.#http.closeAllConnections();
    await new Promise((resolve) => this.#http.close(resolve));
    await this.#owner.end();
    await this.#world.end();
  }
}
