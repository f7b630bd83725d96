import { execFileSync } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { mkdtempSync, rmSync, truncateSync, writeFileSync, statSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { VERSION } from '@alveus/plan';
import { withDatabase } from '@alveus/server';
import { expect, test } from '@playwright/test';
import pg from 'pg';
import { dumpTo, restoreFrom } from '../tools/lib/dump';
import { ROOT } from '../tools/lib/paths';
import { passingCluster } from '../tools/lib/postgres/cluster';
import { scratchDatabase } from '../tools/lib/scratch';
import { startServer } from '../tools/lib/server';

/** A backup taken while people work, and put back on a server that has never seen it. */

const post = (url: string, where: string, body: object): Promise<Response> =>
  fetch(`${url}/api${where}`, {
    method: 'POST',
    body: JSON.stringify(body),
    headers: { 'Content-Type': 'application/json' },
  });

const basin = (name: string) => ({
  id: randomUUID(),
  format: VERSION,
  changes: [{ op: 'put', item: { kind: 'node', id: randomUUID(), name, form: 'manhole' }, base: 0 }],
});

test('under load: on a fresh server every acknowledged batch up to the backup is there, tenancy holds, and work goes on', async () => {
  test.setTimeout(180_000);
  const folder = mkdtempSync(path.join(tmpdir(), 'alveus-backup-'));
  const file = path.join(folder, 'monday.backup');
  const old = await passingCluster();
  const fresh = await passingCluster();
  const database = await scratchDatabase(old.ownerUrl);
  const server = await startServer({ APP_DATABASE_URL: database.appUrl, PORT: '0', LOG_LEVEL: 'silent' });
  try {
    const jobs = Array.from({ length: 3 }, () => randomUUID());
    for (const job of jobs) expect((await post(server.url, '/jobs', { id: job, name: 'Yard' })).status).toBe(201);
    const acknowledged: { job: string; batch: string }[] = [];
    let working = true;
    const clients = jobs.map(async (job) => {
      for (let count = 0; working; count += 1) {
        const batch = basin(`Basin ${count}`);
        const answer = await post(server.url, `/jobs/${job}/changes`, batch);
        if (answer.status === 200) acknowledged.push({ job, batch: batch.id });
      }
    });
    await expect.poll(() => acknowledged.length, { timeout: 30_000 }).toBeGreaterThan(60);
    const before = [...acknowledged];
    await dumpTo(database.ownerUrl, file);
    working = false;
    await Promise.all(clients);
    // It never replaces another.
    await expect(dumpTo(database.ownerUrl, file)).rejects.toThrow(/is there already/);

    const restored = await restoreFrom({
      ownerUrl: fresh.ownerUrl,
      database: 'alveus',
      file,
    });
    expect(restored.jobs).toBe(3);
    expect(restored.before).toBeUndefined();
    const owner = new pg.Client({ connectionString: withDatabase(fresh.ownerUrl, 'alveus') });
    await owner.connect();
    const { rows } = await owner.query<{ job_id: string; id: string }>('SELECT job_id, id FROM batch');
    const there = new Set(rows.map(({ job_id, id }) => `${job_id} ${id}`));
    expect(before.filter(({ job, batch }) => !there.has(`${job} ${batch}`))).toEqual([]);
    // No job is at another place than its batches say.
    const { rows: apart } = await owner.query(
      `SELECT job.id FROM job LEFT JOIN batch ON batch.job_id = job.id GROUP BY job.id, job.sequence HAVING job.sequence <> count(batch.id)`,
    );
    expect(apart).toEqual([]);
    await owner.end();

    // The application's own role, without a company, sees nothing; the server runs as it, and goes on where it was.
    const appUrl = fresh.appUrl();
    const app = new pg.Client({ connectionString: appUrl });
    await app.connect();
    expect((await app.query('SELECT 1 FROM job')).rowCount).toBe(0);
    await app.end();
    const again = await startServer({ APP_DATABASE_URL: appUrl, PORT: '0', LOG_LEVEL: 'silent' });
    const [job] = jobs;
    const mine = before.filter((batch) => batch.job === job).length;
    const more = await post(again.url, `/jobs/${job}/changes`, basin('After'));
    expect(more.status).toBe(200);
    expect(((await more.json()) as { sequence: number }).sequence).toBeGreaterThan(mine);

    // Nobody is put out while they work; afterwards what was there is kept beside it.
    const over = { ownerUrl: fresh.ownerUrl, database: 'alveus', file };
    await expect(restoreFrom(over)).rejects.toThrow(/Somebody works with the database/);
    await again.stop();
    const second = await restoreFrom(over);
    expect(second.before).toMatch(/^alveus_before_\d{14}$/);
    const kept = new pg.Client({ connectionString: withDatabase(fresh.ownerUrl, second.before ?? '') });
    await kept.connect();
    expect((await kept.query(`SELECT 1 FROM item WHERE body->>'name' = 'After'`)).rowCount).toBe(1);
    await kept.end();
  } finally {
    await server.stop();
    await Promise.all([old.stop(), fresh.stop()]);
    rmSync(folder, { recursive: true, force: true });
  }
});

test('what is no backup, or breaks off, is refused in a sentence, and everything stays as it was', async () => {
  test.setTimeout(120_000);
  const folder = mkdtempSync(path.join(tmpdir(), 'alveus-backup-'));
  const cluster = await passingCluster();
  try {
    const database = await scratchDatabase(cluster.ownerUrl);
    const file = path.join(folder, 'half.backup');
    await dumpTo(database.ownerUrl, file);
    truncateSync(file, Math.floor(statSync(file).size * 0.6));
    const other = path.join(folder, 'other.backup');
    writeFileSync(other, 'a shopping list');
    const restoring = { ownerUrl: cluster.ownerUrl, database: 'alveus' };
    await expect(restoreFrom({ ...restoring, file: other })).rejects.toThrow(/is no backup, or it breaks off/);
    await expect(restoreFrom({ ...restoring, file: path.join(folder, 'none') })).rejects.toThrow(/There is no file/);
    await expect(restoreFrom({ ...restoring, file })).rejects.toThrow();
    const client = new pg.Client({ connectionString: cluster.ownerUrl });
    await client.connect();
    const { rows } = await client.query<{ datname: string }>(
      `SELECT datname FROM pg_database WHERE datname LIKE 'alveus\\_%restoring%' OR datname = 'alveus'`,
    );
    expect(rows).toEqual([]);
    await client.end();
  } finally {
    await cluster.stop();
    rmSync(folder, { recursive: true, force: true });
  }
});

test('the commands say how they are used', () => {
  for (const tool of ['backup', 'restore']) {
    const message = (() => {
      try {
        execFileSync('npm', ['run', '-s', tool], { cwd: ROOT, stdio: 'pipe' });
        return '';
      } catch (error) {
        return String((error as { stderr: Buffer }).stderr);
      }
    })();
    expect(message).toContain(`Use: npm run ${tool} -- FILE`);
  }
});
