import { randomUUID } from 'node:crypto';
import { chmodSync, chownSync, copyFileSync, mkdtempSync, rmSync, statSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { VERSION } from '@alveus/plan';
import { expect, test } from '@playwright/test';
import pg from 'pg';
import { lastingCluster, passingCluster, runningServer } from '../tools/lib/cluster';
import type { OwnCluster } from '../tools/lib/cluster';
import { scratchDatabase } from '../tools/lib/scratch';
import { startServer } from '../tools/lib/server';

/** PostgreSQL that ends under the server, and PostgreSQL that is somebody else's. */

async function ask<T extends pg.QueryResultRow>(url: string, sql: string): Promise<T[]> {
  const client = new pg.Client({ connectionString: url });
  client.on('error', () => undefined);
  await client.connect();
  try {
    return (await client.query<T>(sql)).rows;
  } finally {
    await client.end();
  }
}

const dataOf = async (cluster: OwnCluster): Promise<string> =>
  (await ask<{ folder: string }>(cluster.ownerUrl, `SELECT current_setting('data_directory') AS folder`))[0]?.folder ??
  '';

test.describe('a number in the folder', () => {
  let other: OwnCluster;
  let data: string;
  test.beforeAll(async () => {
    other = await passingCluster();
    data = await dataOf(other);
  });
  test.afterAll(() => other.stop());

  test('is of the server that works in it, and of no other', () => {
    const left = mkdtempSync(path.join(tmpdir(), 'alveus-left-'));
    copyFileSync(path.join(data, 'postmaster.pid'), path.join(left, 'postmaster.pid'));
    expect(runningServer(data)).toMatchObject({ port: Number(new URL(other.ownerUrl).port) });
    expect(runningServer(left)).toBeUndefined();
    rmSync(left, { recursive: true });
  });

  test('that now belongs to another PostgreSQL is left alone: that one lives, and ours starts beside it', async () => {
    const { uid, gid } = statSync(data);
    const home = mkdtempSync(path.join(path.dirname(path.dirname(data)), 'alveus-stale-'));
    chmodSync(home, 0o700);
    chownSync(home, uid, gid);
    await (await lastingCluster(home)).stop();
    copyFileSync(path.join(data, 'postmaster.pid'), path.join(home, 'data', 'postmaster.pid'));
    const ours = await lastingCluster(home);
    expect(new URL(ours.ownerUrl).port).not.toBe(new URL(other.ownerUrl).port);
    expect(await ask(ours.ownerUrl, 'SELECT 1 AS one')).toEqual([{ one: 1 }]);
    await ours.stop();
    expect(await ask(other.ownerUrl, 'SELECT 1 AS one')).toEqual([{ one: 1 }]);
    rmSync(home, { recursive: true });
  });
});

/** Times that PostgreSQL is killed, ended in order, and has its connections cut. */
const TIMES = { SIGKILL: 10, SIGINT: 2, cut: 4 } as const;

test('PostgreSQL is ended again and again under load: the server lives, is back at once, and nothing acknowledged is lost', async () => {
  test.setTimeout(180_000);
  const cluster = await passingCluster();
  const database = await scratchDatabase(cluster);
  const server = await startServer({ APP_DATABASE_URL: database.appUrl, PORT: '0', LOG_LEVEL: 'silent' });
  try {
    const post = (where: string, body: object): Promise<Response> =>
      fetch(`${server.url}/api${where}`, {
        method: 'POST',
        body: JSON.stringify(body),
        headers: { 'Content-Type': 'application/json' },
      });
    const job = randomUUID();
    expect((await post('/jobs', { id: job, name: 'Yard' })).status).toBe(201);
    const acknowledged = new Set<string>();
    let working = true;
    let last = 0;
    const work = async (): Promise<void> => {
      while (working) {
        const id = randomUUID();
        const item = { kind: 'node', id, name: 'Manhole', form: 'manhole' };
        const answer = await post(`/jobs/${job}/changes`, {
          id: randomUUID(),
          format: VERSION,
          changes: [{ op: 'put', item, base: 0 }],
        });
        if (answer.status === 200) {
          acknowledged.add(id);
          last = performance.now();
        } else {
          expect(answer.status).toBeGreaterThanOrEqual(500);
          await new Promise((resolve) => setTimeout(resolve, 20));
        }
      }
    };
    const clients = Array.from({ length: 8 }, work);
    const worst = { ms: 0 };
    const backAfter = async (end: () => Promise<unknown>): Promise<void> => {
      await new Promise((resolve) => setTimeout(resolve, 200));
      await end();
      const up = performance.now();
      while (last < up && performance.now() - up < 10_000) await new Promise((resolve) => setTimeout(resolve, 10));
      worst.ms = Math.max(worst.ms, last - up);
      expect(last).toBeGreaterThan(up);
      expect(server.process.exitCode).toBeNull();
    };
    for (const signal of ['SIGKILL', 'SIGINT'] as const)
      for (let time = 0; time < TIMES[signal]; time += 1) await backAfter(() => cluster.restart(signal));
    for (let time = 0; time < TIMES.cut; time += 1)
      await backAfter(() =>
        ask(cluster.ownerUrl, `SELECT pg_terminate_backend(pid) FROM pg_stat_activity WHERE usename = 'alveus_app'`),
      );
    working = false;
    await Promise.all(clients);
    expect(worst.ms).toBeLessThan(1_000);
    const { changes } = (await (await fetch(`${server.url}/api/jobs/${job}/changes?since=0`)).json()) as {
      changes: { id: string }[];
    };
    const there = new Set(changes.map(({ id }) => id));
    expect([...acknowledged].filter((id) => !there.has(id))).toEqual([]);
    expect(acknowledged.size).toBeGreaterThan(50);
  } finally {
    await server.stop();
    await cluster.stop();
  }
});
