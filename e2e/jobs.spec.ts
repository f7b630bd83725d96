import { readFileSync, writeFileSync } from 'node:fs';
import { LIMITS, planOf, savePlanFile } from '@alveus/plan';
import { benchPlan } from '../tools/bench/plan';
import { DEMO } from '../tools/lib/paths';
import { accessible } from './axe';
import { expect, figure, newJob, fill, saved, station, tap, test } from './app';

test('a job is renamed, deleted and brought back', async ({ page, app }) => {
  await newJob(page, app, 'Keeper’s house');
  await tap(page, 'All jobs');
  await tap(page, /^Rename Keeper/);
  await fill(page, 'Name of the job', 'Keeper’s house and yard');
  await tap(page, 'Rename');
  await expect(page.getByRole('link', { name: /^Keeper’s house and yard/ })).toBeVisible();
  await tap(page, /^Delete Keeper/);
  await expect(page.getByText('No jobs yet')).toBeVisible();
  await tap(page, 'Restore');
  await expect(page.getByRole('link', { name: /^Keeper’s house and yard/ })).toBeVisible();
  // And long after: deleted jobs have a place of their own.
  await tap(page, /^Delete Keeper/);
  await expect(page.getByText('No jobs yet')).toBeVisible();
  await page.reload();
  await tap(page, 'Deleted jobs');
  await accessible(page, 'deleted jobs');
  await tap(page, /^Restore Keeper/);
  await expect(page.getByText(/^None\. A deleted job/)).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(page.getByRole('link', { name: /^Keeper’s house and yard/ })).toBeVisible();
});

test('a plan file opens as a job and is saved again without losing anything; bad ones say why', async ({
  page,
  app,
}) => {
  await page.goto(app.url);
  const open = async (name: string, text: string): Promise<void> => {
    const [chooser] = await Promise.all([page.waitForEvent('filechooser'), tap(page, 'Open a plan file')]);
    await chooser.setFiles({ name, mimeType: 'application/json', buffer: Buffer.from(text) });
  };
  const demo = readFileSync(DEMO, 'utf8');
  await open('cut.json', demo.slice(0, 3000));
  await expect(page.getByText(/cut off at line \d+|damaged: line \d+/)).toBeVisible();
  const large = test.info().outputPath('large.json');
  writeFileSync(large, ' '.repeat(50 * 1024 * 1024));
  const [chooser] = await Promise.all([page.waitForEvent('filechooser'), tap(page, 'Open a plan file')]);
  await chooser.setFiles(large);
  await expect(page.getByText(/This file is 50 MB; a plan file is at most 8 MB/)).toBeVisible();
  await open('newer.json', demo.replace(/"version": \d+/, '"version": 99'));
  await expect(page.getByText(/is version 99/)).toBeVisible();
  await expect(page.getByTestId('job')).toHaveCount(0);

  await open('tansy-hill.json', demo);
  await expect(page.getByRole('heading', { name: 'Tansy Hill', level: 1 })).toBeVisible();
  await saved(page);
  await tap(page, 'Menu');
  const [download] = await Promise.all([page.waitForEvent('download'), tap(page, 'Save plan file')]);
  expect(JSON.parse(readFileSync(await download.path(), 'utf8'))).toEqual(JSON.parse(demo));
});

test('a plan file of 5.8 MB opens, and all of it reaches the server', async ({ page, app }) => {
  const surveyed = benchPlan(60).items.map((item) =>
    item.kind !== 'runGround'
      ? item
      : {
          ...item,
          breaks: Array.from({ length: LIMITS.breaks }, (_none, at) => ({
            at: (at + 1) / 150 + 1e-9 / 3,
            elevation: 30.123456789 + (at % 7) / 300,
          })),
        },
  );
  const text = savePlanFile('Surveyed yard', planOf(surveyed));
  expect(text.length).toBeGreaterThan(5.8e6);
  await page.goto(app.url);
  const [chooser] = await Promise.all([page.waitForEvent('filechooser'), tap(page, 'Open a plan file')]);
  await chooser.setFiles({ name: 'yard.json', mimeType: 'application/json', buffer: Buffer.from(text) });
  await expect(page.getByRole('heading', { name: 'Surveyed yard', level: 1 })).toBeVisible({ timeout: 30_000 });
  await saved(page);
  const [there] = await app.query<{ things: number }>(
    'SELECT count(*)::int AS things FROM item WHERE body IS NOT NULL',
  );
  expect(there?.things).toBe(surveyed.length);
});

test('units switch at any time, and are remembered by the device', async ({ page, app }) => {
  await page.goto(app.url);
  const [chooser] = await Promise.all([page.waitForEvent('filechooser'), tap(page, 'Open a plan file')]);
  await chooser.setFiles(DEMO);
  await station(page, 'Home');
  await expect(figure(page, 'Invert')).toContainText('92.50 ft');
  await tap(page, 'Menu');
  await page.getByRole('radio', { name: 'Metric', exact: true }).click();
  await tap(page, 'Close');
  await expect(figure(page, 'Invert')).toContainText('28.194 m');
  await tap(page, 'Menu');
  await page.getByRole('radio', { name: 'Feet and inches', exact: true }).click();
  await tap(page, 'Close');
  await expect(figure(page, 'Invert')).toContainText('92\' 6"');
  await page.reload();
  await expect(figure(page, 'Invert')).toContainText('92\' 6"');
});

test('the demo is tried from the page of help, and duplicated; each is told apart, and found by its name', async ({
  page,
  app,
}) => {
  await page.goto(app.url);
  await tap(page, 'Help');
  await expect(page.getByRole('list', { name: 'A first job in six steps' }).getByRole('listitem')).toHaveCount(6);
  await accessible(page, 'help');
  await tap(page, 'Try the demo');
  await expect(page.getByRole('heading', { name: 'Tansy Hill', level: 1 })).toBeVisible();
  await saved(page);
  await tap(page, 'All jobs');
  await tap(page, 'Duplicate Tansy Hill');
  const copy = page.getByRole('link', { name: /^Tansy Hill, copy\W*Last/ });
  await expect(copy).toBeVisible();
  // A link is one: it can be opened beside.
  await expect(copy).toHaveAttribute('href', /^\/job\/[0-9a-f-]{36}\/grade$/);
  await tap(page, 'Duplicate Tansy Hill');
  await expect(page.getByTestId('job')).toHaveCount(3);
  await tap(page, 'Duplicate Tansy Hill');
  await expect(page.getByTestId('job')).toHaveCount(4);
  await page.getByRole('searchbox', { name: 'Search the jobs' }).fill('copy 3');
  await expect(page.getByTestId('job')).toHaveCount(1);
  await page.getByRole('link', { name: /^Tansy Hill, copy 3/ }).click();
  await expect(page.getByRole('heading', { name: 'Tansy Hill, copy 3', level: 1 })).toBeVisible();
  // All that was in it is there.
  await station(page, 'End');
  await expect(figure(page, 'Invert')).toContainText('96.60 ft');
});
