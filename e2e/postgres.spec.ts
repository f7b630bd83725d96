import { chmodSync, chownSync, copyFileSync, mkdtempSync, rmSync, statSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { expect, test } from '@playwright/test';
import type pg from 'pg';
import { connected } from '../tools/lib/postgres/client';
import { lastingCluster, passingCluster } from '../tools/lib/postgres/cluster';
import type { OwnCluster } from '../tools/lib/postgres/cluster';
import { runningServer } from '../tools/lib/postgres/postmaster';

/** PostgreSQL that is somebody else's. */

const ask = <T extends pg.QueryResultRow>(url: string, sql: string): Promise<T[]> =>
  connected(url, async (client) => (await client.query<T>(sql)).rows);

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
