import { fork } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { cpSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { expect, test } from '@playwright/test';
import { appUrlOf, migrate } from '@alveus/server';
import pg from 'pg';
import { COMPANY } from '../../tools/lib/database';
import { inEarlier } from '../../tools/lib/earlier';
import { startServer } from '../../tools/lib/server';
import { fill, renameLine, saved, tap, typeLine } from '../app';

test.use({ serviceWorkers: 'allow' });

/** The app of before, with its own server and storage, until the new ones take over under a page of it. */

const OUTLET = { invert: '98', ground: '101', service: 'Storm' };
const RUN = { length: '100', slope: '1 %', ground: '103' };

const given = (name: string): string => {
  const value = process.env[name];
  if (!value) throw new Error('Run this with `npm run soak`.');
  return value;
};

/** The server of before, as a process of its own. */
function startEarlier(
  folder: string,
  webDir: string,
  appUrl: string,
): Promise<{ url: string; kill: () => Promise<void> }> {
  const child = fork(path.join(folder, 'apps', 'server', 'src', 'main.ts'), [], {
    execArgv: ['--import', 'tsx'],
    cwd: folder,
    env: {
      ...process.env,
      APP_DATABASE_URL: appUrl,
      WEB_DIR: webDir,
      PORT: '0',
      LOG_LEVEL: 'error',
    },
  });
  const exited = new Promise<void>((resolve) => child.on('exit', () => resolve()));
  return new Promise((resolve, reject) => {
    child.on('message', ({ url }: { url: string }) =>
      resolve({
        url,
        kill: async () => {
          child.kill('SIGKILL');
          await exited;
        },
      }),
    );
    void exited.then(() => reject(new Error('The server of before did not start.')));
  });
}

test('what was typed in the app of before reaches the new server, while a page of it is still open', async ({
  page,
  context,
}) => {
  const folder = given('EARLIER_DIR');
  const password = randomUUID();
  const made = await inEarlier(
    folder,
    `const { scratchDatabase } = await import('./tools/lib/scratch.ts');
     const { ownerUrl } = await scratchDatabase({ ownerUrl: process.env.OWNER, appPassword: process.env.PASSWORD });
     console.log('at ' + ownerUrl);`,
    { OWNER: given('TEST_OWNER_URL'), PASSWORD: password },
  );
  const ownerUrl = /at (\S+)/.exec(made)?.[1] ?? '';
  // Its role had the same name in all databases.
  const earlierUrl = new URL(ownerUrl);
  earlierUrl.username = 'alveus_app';
  earlierUrl.password = password;
  // A server gives out nothing that lies in a hidden folder.
  const webDir = mkdtempSync(path.join(tmpdir(), 'alveus-earlier-'));
  cpSync(path.join(folder, 'apps', 'web', 'dist'), webDir, { recursive: true });
  const earlier = await startEarlier(folder, webDir, earlierUrl.href);
  const { port, origin } = new URL(earlier.url);

  await page.goto(origin);
  await tap(page, 'New job');
  await fill(page, 'Name of the job', 'Yard');
  await tap(page, 'Create job');
  await typeLine(page, OUTLET, [RUN]);
  await saved(page);
  await page.evaluate(() => navigator.serviceWorker.ready.then(() => undefined));
  await earlier.kill();
  await renameLine(page, 'North main');
  await expect(page.getByTestId('save-state')).toContainText('On this device');

  const appUrl = appUrlOf(ownerUrl);
  await migrate({ ownerUrl, appUrl, company: COMPANY });
  const server = await startServer({
    APP_DATABASE_URL: appUrl,
    WEB_DIR: given('WEB_DIR'),
    PORT: port,
    LOG_LEVEL: 'error',
  });
  const client = new pg.Client({ connectionString: ownerUrl });
  await client.connect();
  await client.query(`SELECT set_config('alveus.company', $1, false)`, [COMPANY.id]);
  const line = async (): Promise<string[]> =>
    (await client.query<{ name: string }>(`SELECT body->>'name' AS name FROM item WHERE kind = 'line'`)).rows.map(
      ({ name }) => name,
    );
  try {
    const fresh = await context.newPage();
    await fresh.goto(origin);
    await expect.poll(line, { timeout: 30_000 }).toEqual(['North main']);
    // The page of before goes on, and is understood no more; what it keeps comes over at the next start.
    await renameLine(page, 'Yard main');
    await expect(page.getByTestId('save-state')).toContainText(/On this device|Not saved/);
    await page.close();
    await fresh.reload();
    await expect.poll(line, { timeout: 30_000 }).toEqual(['Yard main']);
    await fresh.getByRole('link', { name: /^Yard/ }).click();
    await saved(fresh);
    await expect(fresh.locator('meta[name="build"]')).toHaveCount(1);
    const { rows } = await client.query('SELECT count(*)::int AS count FROM batch');
    expect(rows).toEqual([{ count: 3 }]);
  } finally {
    await client.end();
    await server.stop();
    rmSync(webDir, { recursive: true });
  }
});
