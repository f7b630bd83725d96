import type { Page } from '@playwright/test';
import { expect, figure, fill, newJob, onDevice, saved, station, tap, test, typeLine } from './app';
import { inEveryLight } from './lights';

test.use({ serviceWorkers: 'allow' });

/** Nothing that was "kept" or "saved" is ever lost, and nothing arrives twice. */

const state = (page: Page) => page.getByTestId('save-state');

async function lowInvert(page: Page, text: string): Promise<void> {
  await station(page, 'Home');
  await page
    .getByRole('group', { name: /^Grade of/ })
    .getByRole('button', { name: /^Low invert/ })
    .click();
  await fill(page, /^Low invert/, text);
  await tap(page, 'Lock it here');
}

test('the server is killed in the middle of edits, the page is closed: all of it arrives, once', async ({
  page,
  app,
  context,
}) => {
  await newJob(page, app, 'Barn');
  await typeLine(page, { invert: '98', ground: '100', service: 'French drain' }, [
    { length: '80', slope: '1 %', ground: '100.8' },
  ]);
  await saved(page);
  const before = (await app.query<{ count: number }>('SELECT count(*)::int AS count FROM batch'))[0]?.count ?? 0;
  const job = page.url();
  await onDevice(page);

  await lowInvert(page, '97.9');
  await app.kill();
  await lowInvert(page, '97.8');
  await lowInvert(page, '97.7');
  await expect(state(page)).toHaveText(/^On this device · [23] to send$/);
  await page.close();

  const later = await context.newPage();
  await later.goto(job);
  await expect(figure(later, 'Invert')).toContainText('97.70 ft');
  await lowInvert(later, '97.6');
  await expect(state(later)).toHaveText(/^On this device · [34] to send$/);
  await app.start();
  await expect(state(later)).toHaveText('Saved', { timeout: 30_000 });

  const [row] = await app.query<{ low: number }>(
    `SELECT (body->>'a')::float8 AS low FROM item WHERE kind = 'runGrade'`,
  );
  expect(row?.low).toBeCloseTo(97.6 * 0.3048, 9);
  // Four edits, four batches: none lost, none twice.
  const [after] = await app.query<{ count: number; top: number }>(
    'SELECT count(*)::int AS count, max(sequence)::int AS top FROM batch',
  );
  expect(after).toEqual({ count: before + 4, top: before + 4 });
  await later.reload();
  await expect(figure(later, 'Invert')).toContainText('97.60 ft');
});

test('two pages change one run: the conflict shows both values, and one is chosen', async ({ page, app, browser }) => {
  await newJob(page, app, 'Barn');
  await typeLine(page, { invert: '98', ground: '100', service: 'French drain' }, [
    { length: '80', slope: '1 %', ground: '100.8' },
  ]);
  await saved(page);
  const theirs = await (await browser.newContext({ viewport: { width: 390, height: 844 } })).newPage();
  await theirs.goto(page.url());
  await saved(theirs);

  await onDevice(page);
  await page.context().setOffline(true);
  await lowInvert(page, '97.5');
  await expect(state(page)).toHaveText(/On this device/);
  await lowInvert(theirs, '97.2');
  await saved(theirs);
  await page.context().setOffline(false);

  const conflict = page.getByRole('dialog', { name: /Two changes to the grade of Run 1/ });
  await expect(conflict).toBeVisible({ timeout: 30_000 });
  await expect(conflict).toContainText('97.50 ft');
  await expect(conflict).toContainText('97.20 ft');
  await inEveryLight(page, 'a conflict');
  await tap(page, 'Keep mine');
  await saved(page);
  await expect(figure(page, 'Invert')).toContainText('97.50 ft');
  await expect(figure(theirs, 'Invert')).toContainText('97.50 ft', { timeout: 15_000 });
  await theirs.context().close();
});

test('edits to different things by two people go together without a word', async ({ page, app, browser }) => {
  await newJob(page, app, 'Barn');
  await typeLine(page, { invert: '98', ground: '100', service: 'French drain' }, [
    { length: '80', slope: '1 %', ground: '100.8' },
  ]);
  await saved(page);
  const theirs = await (await browser.newContext({ viewport: { width: 390, height: 844 } })).newPage();
  await theirs.goto(page.url());
  await saved(theirs);
  await onDevice(page);
  await page.context().setOffline(true);
  await lowInvert(page, '97.5');
  await theirs
    .getByRole('group', { name: /^Grade of/ })
    .getByRole('button', { name: /^Slope/ })
    .click();
  await fill(theirs, /^Slope/, '1.5 %');
  await tap(theirs, 'Lock it here');
  await saved(theirs);
  await page.context().setOffline(false);
  await expect(state(page)).toHaveText('Saved', { timeout: 30_000 });
  await expect(
    page.getByRole('group', { name: /^Grade of/ }).getByRole('button', { name: /^Slope 1\.50 %/ }),
  ).toBeVisible();
  await expect(figure(page, 'Invert')).toContainText('97.50 ft');
  await theirs.context().close();
});
