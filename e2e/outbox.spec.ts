import type { App } from './app';
import { DEMO } from '../tools/lib/paths';
import { closedByKeys, expect, fill, newJob, onDevice, renameLine, saved, tap, test, typeLine } from './app';
import { accessible } from './axe';

test.use({ serviceWorkers: 'allow' });

/** What was typed reaches the server once, whatever happens in between. */

const OUTLET = { invert: '98', ground: '101', service: 'Storm' };
const RUN = { length: '100', slope: '1 %', ground: '103' };

const names = async (app: App, kind: string): Promise<string[]> =>
  (
    await app.query<{ name: string }>(
      `SELECT body->>'name' AS name FROM item WHERE kind = '${kind}' AND body IS NOT NULL`,
    )
  ).map(({ name }) => name);

test('a job is made and planned without signal, and arrives whole when the server is there again', async ({
  page,
  app,
}) => {
  await page.goto(app.url);
  await expect(page.getByText('No jobs yet')).toBeVisible();
  await onDevice(page);
  await app.kill();
  await tap(page, 'New job');
  await fill(page, 'Name of the job', 'Orchard slope');
  await tap(page, 'Create job');
  await expect(page.getByRole('heading', { name: 'Orchard slope', level: 1 })).toBeVisible();
  await typeLine(page, OUTLET, [RUN]);
  await expect(page.getByTestId('save-state')).toContainText('On this device');
  await tap(page, 'All jobs');
  await expect(page.getByTestId('job')).toContainText('to send');
  await app.start();
  await expect.poll(() => names(app, 'run'), { timeout: 30_000 }).toEqual(['Run 1']);
  expect(await app.query('SELECT name FROM job')).toEqual([{ name: 'Orchard slope' }]);
  await expect(page.getByTestId('job')).toHaveCount(1);
  await expect(page.getByTestId('job')).not.toContainText('to send');
});

test('what was typed in one job arrives while another is open', async ({ page, app }) => {
  await newJob(page, app, 'Yard');
  await saved(page);
  await onDevice(page);
  await app.kill();
  await typeLine(page, OUTLET, [RUN]);
  await expect(page.getByTestId('save-state')).toContainText('to send', { timeout: 30_000 });
  await tap(page, 'All jobs');
  await tap(page, 'New job');
  await fill(page, 'Name of the job', 'Lane');
  await tap(page, 'Create job');
  await expect(page.getByRole('heading', { name: 'Lane', level: 1 })).toBeVisible();
  await app.start();
  await expect.poll(() => names(app, 'run'), { timeout: 40_000 }).toEqual(['Run 1']);
  await expect(page.getByRole('heading', { name: 'Lane', level: 1 })).toBeVisible();
  await saved(page);
});

test('a change that the server does not take is set aside with the reason; the rest goes on, and it is tried again', async ({
  page,
  app,
}) => {
  await newJob(page, app, 'Yard');
  await typeLine(page, OUTLET, [RUN]);
  await saved(page);
  const refuse = 'The plan has as many things as one plan may have.';
  await page.route('**/changes*', async (route) => {
    if (!route.request().postData()?.includes('North main')) return route.continue();
    return route.fulfill({ status: 422, json: { error: { code: 'invalid', message: refuse, issues: [] } } });
  });
  await renameLine(page, 'North main');
  await expect(page.getByText('One change rejected, and not in the plan.')).toBeVisible();
  // What comes after it is not held up.
  await tap(page, 'Edit Run 1');
  await fill(page, 'Name', 'Run to the basin');
  await closedByKeys(page);
  await expect(page.getByTestId('save-state')).toHaveText('Saved · 1 change rejected');
  expect(await names(app, 'run')).toEqual(['Run to the basin']);
  expect(await names(app, 'line')).toEqual(['Storm line']);
  // It is there on the next page too.
  await page.reload();
  await tap(page, 'Review');
  await expect(page.getByRole('dialog')).toContainText(refuse);
  await expect(page.getByRole('dialog')).toContainText('name: North main');
  await accessible(page, 'set aside');
  await page.unroute('**/changes*');
  await tap(page, /^Try again/);
  await expect(page.getByRole('dialog')).toHaveCount(0);
  await saved(page);
  expect(await names(app, 'line')).toEqual(['North main']);
});

test('a density that cannot be is told at the field, and holds up nothing', async ({ page, app }) => {
  await page.goto(app.url);
  const [chooser] = await Promise.all([page.waitForEvent('filechooser'), tap(page, 'Open a plan file')]);
  await chooser.setFiles(DEMO);
  await page.getByRole('tab', { name: /^Order/ }).click();
  await page.getByRole('radio', { name: 'This line' }).click();
  await page
    .getByRole('button', { name: /^Change / })
    .first()
    .click();
  await fill(page, /^Density/, '1600');
  await page.keyboard.press('Tab');
  await expect(page.getByText('Which one is meant?')).toBeVisible();
  await fill(page, /^Waste/, '7');
  await page.keyboard.press('Tab');
  await saved(page);
  await expect
    .poll(() =>
      app.query(`SELECT count(*)::int AS count FROM item WHERE kind = 'material' AND body->>'waste' = '0.07'`),
    )
    .toEqual([{ count: 1 }]);
});

test('what stands in a field is there on the next page, though the tab was closed while it was typed in', async ({
  page,
  app,
  context,
}) => {
  let job = '';
  for (const waste of ['6', '7', '8']) {
    const tab = await context.newPage();
    if (waste === '6') {
      await tab.goto(app.url);
      const [chooser] = await Promise.all([tab.waitForEvent('filechooser'), tap(tab, 'Open a plan file')]);
      await chooser.setFiles(DEMO);
      await tab.waitForURL('**/grade');
      await saved(tab);
      job = tab.url();
    } else await tab.goto(job);
    await tab.getByRole('tab', { name: /^Order/ }).click();
    await tab.getByRole('radio', { name: 'This line' }).click();
    await tab
      .getByRole('button', { name: /^Change / })
      .first()
      .click();
    await fill(tab, /^Waste/, waste);
    await Promise.all([tab.waitForEvent('close'), tab.close({ runBeforeUnload: true })]);
    await page.goto(job);
    await saved(page);
    await expect
      .poll(() =>
        app.query(`SELECT count(*)::int AS count FROM item WHERE kind = 'material' AND body->>'waste' = '0.0${waste}'`),
      )
      .toEqual([{ count: 1 }]);
  }
});

test('what the first app kept is taken over while a page of it still holds on to it, and what that keeps later comes at the next start', async ({
  page,
  app,
  context,
}) => {
  const JOB = '30000000-0000-4000-8000-000000000001';
  const node = (n: number, name: string) => ({
    kind: 'node',
    id: `30000000-0000-4000-8000-00000000001${n}`,
    name,
    form: 'manhole',
  });
  await page.request.post(`${app.url}/api/jobs`, { data: { id: JOB, name: 'Yard' } });
  // The first app's page: it has its database open, and never lets go.
  const first = await context.newPage();
  await first.goto(`${app.url}/icon.svg`);
  const keep = (n: number, name: string): Promise<void> =>
    first.evaluate(
      ([job, item, batch]) =>
        new Promise<void>((resolve, reject) => {
          const opening = indexedDB.open('alveus', 3);
          opening.onupgradeneeded = () => {
            const db = opening.result;
            db.createObjectStore('jobs', { keyPath: 'id' });
            db.createObjectStore('held').createIndex('job', 'job');
            db.createObjectStore('pending', { autoIncrement: true }).createIndex('job', 'job');
            db.createObjectStore('settings');
          };
          opening.onerror = () => reject(new Error('not opened'));
          opening.onsuccess = () => {
            const tx = opening.result.transaction(['jobs', 'pending'], 'readwrite');
            tx.objectStore('jobs').put({ id: job, name: 'Yard', sequence: 0, changedAt: '2026-01-01T00:00:00Z' });
            const step = [{ address: { kind: 'node', id: item.id }, after: item }];
            tx.objectStore('pending').add({ job, id: batch, changes: [{ op: 'put', item, base: 0 }], step });
            tx.oncomplete = () => resolve();
          };
        }),
      [JOB, node(n, name), `30000000-0000-4000-8000-00000000002${n}`] as const,
    );
  await keep(1, 'Basin');
  await page.goto(app.url);
  await expect.poll(() => names(app, 'node'), { timeout: 20_000 }).toEqual(['Basin']);
  await keep(2, 'Ditch');
  await page.reload();
  await expect.poll(async () => (await names(app, 'node')).sort(), { timeout: 20_000 }).toEqual(['Basin', 'Ditch']);
  await page.getByRole('link', { name: /^Yard/ }).click();
  await saved(page);
  expect(await app.query('SELECT count(*)::int AS count FROM batch')).toEqual([{ count: 2 }]);
});
