import { VERSION } from '@alveus/plan';
import pg from 'pg';
import type { App } from './app';
import { closedByKeys, expect, fill, newJob, renameLine, saved, tap, test, typeLine } from './app';
import { accessible } from './axe';

test.use({ serviceWorkers: 'allow' });

/** A backup of the server is restored under a device that knows more. */

const OUTLET = { invert: '98', ground: '101', service: 'Storm' };
const RUN = { length: '100', slope: '1 %', ground: '103' };
const TABLES = ['job', 'item', 'batch'];

/** A copy of all that the server has. @returns how to put it back to that */
async function backup(app: App): Promise<() => Promise<void>> {
  const copies: pg.QueryResultRow[][] = [];
  for (const table of TABLES) copies.push(await app.query(`SELECT * FROM ${table}`));
  return async () => {
    const rows = TABLES.map((table, index) => [table, pg.escapeLiteral(JSON.stringify(copies[index]))] as const);
    // In one go, as a backup is restored: nobody sees a server that has half of it.
    await app.query(
      [
        'TRUNCATE job CASCADE',
        ...rows.map(
          ([table, all]) => `INSERT INTO ${table} SELECT * FROM json_populate_recordset(NULL::${table}, ${all})`,
        ),
      ].join('; '),
    );
  };
}

const names = async (app: App): Promise<string[]> =>
  (
    await app.query<{ name: string }>(
      `SELECT body->>'name' AS name FROM item WHERE kind IN ('line', 'run') AND body IS NOT NULL ORDER BY kind`,
    )
  ).map(({ name }) => name);

async function rename(app: App, from: string, to: string): Promise<void> {
  await app.query(
    `WITH moved AS (UPDATE job SET sequence = sequence + 1 RETURNING company_id, id, sequence),
          logged AS (INSERT INTO batch (company_id, job_id, id, sequence, changes)
                     SELECT company_id, id, gen_random_uuid(), sequence, '[]' FROM moved)
     UPDATE item SET body = jsonb_set(body::jsonb, '{name}', to_jsonb('${to}'::text))::json, revision = moved.sequence
       FROM moved WHERE body->>'name' = '${from}' AND kind = 'line'`,
  );
}

test('what the server lost is shown, and comes back as it is chosen', async ({ page, app }) => {
  await newJob(page, app, 'Yard');
  await typeLine(page, OUTLET, [RUN]);
  await saved(page);
  const restore = await backup(app);
  await tap(page, 'Edit Run 1');
  await fill(page, 'Name', 'Run to the basin');
  await closedByKeys(page);
  await renameLine(page, 'North main');
  await saved(page);
  expect(await names(app)).toEqual(['North main', 'Run to the basin']);

  await restore();
  await rename(app, 'Storm line', 'Yard main');
  await expect(page.getByTestId('save-state')).toHaveText('On this device · needs your decision', { timeout: 30_000 });
  await expect(page.getByText(/The server was restored to an earlier day/)).toBeVisible();
  await tap(page, 'Review them');
  const sheet = page.getByRole('dialog');
  await expect(sheet).toContainText('name: North main');
  await expect(sheet).toContainText('name: Yard main');
  await expect(sheet).toContainText('name: Run to the basin');
  await accessible(page, 'put back');
  await sheet.getByRole('radio', { name: 'The server’s' }).click();
  await tap(page, 'Restore as chosen');
  await expect(page.getByTestId('save-state')).toHaveText('Saved · 1 change rejected');
  expect(await names(app)).toEqual(['Yard main', 'Run to the basin']);
  await page.reload();
  await expect(page.getByTestId('save-state')).toHaveText('Saved · 1 change rejected');
  await expect(page.getByText(/The server was restored/)).toHaveCount(0);
});

test('a job that the server lost whole is still in the list, and is made anew', async ({ page, app }) => {
  await newJob(page, app, 'Yard');
  await typeLine(page, OUTLET, [RUN]);
  await saved(page);
  await tap(page, 'All jobs');
  await app.query('TRUNCATE job CASCADE');
  await page.reload();
  await expect(page.getByTestId('job')).toContainText('no longer on the server');
  await page.getByRole('link', { name: /Yard/ }).click();
  await tap(page, 'Review them');
  await tap(page, 'Restore them');
  await saved(page);
  expect(await names(app)).toEqual(['Storm line', 'Run 1']);
  expect(await app.query('SELECT name FROM job')).toEqual([{ name: 'Yard' }]);
  await tap(page, 'All jobs');
  await expect(page.getByTestId('job')).not.toContainText('not on the server');
});

test('what a newer app put into a plan is said to be there, kept, and in the plan file', async ({ page, app }) => {
  await newJob(page, app, 'Yard');
  await saved(page);
  const job = page.url().split('/job/')[1]?.split('/')[0] ?? '';
  const pump = { kind: 'pump', id: '30000000-0000-4000-8000-000000000001', lift: 3.25 };
  const put = {
    id: '30000000-0000-4000-8000-000000000002',
    format: VERSION,
    changes: [{ op: 'put', item: pump, base: 0 }],
  };
  const address = `${app.url}/api/jobs/${job}/changes`;
  await expect.poll(async () => (await page.request.post(address, { data: put })).status()).toBe(200);
  await expect(
    page.getByText('One item of this plan is from a newer version of the app.', { exact: false }),
  ).toBeVisible({
    timeout: 20_000,
  });
  await typeLine(page, OUTLET, [RUN]);
  await saved(page);
  await tap(page, 'Menu');
  const [download] = await Promise.all([page.waitForEvent('download'), tap(page, 'Save plan file')]);
  const file = await download.createReadStream();
  let text = '';
  for await (const part of file) text += String(part);
  expect((JSON.parse(text) as { items: object[] }).items).toContainEqual(pump);
});
