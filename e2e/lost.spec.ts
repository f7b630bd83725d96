import { expect, newJob, saved, tap, test, typeLine } from './app';
import { accessible } from './axe';

/** Addresses at which there is nothing, and screens that fail. */

test('an unknown address, and one that is no job’s, is told by the app’s own page, with the way home', async ({
  page,
  app,
}) => {
  for (const where of ['/nowhere', '/job/none/grade', '/job/0000/', '/_sitemap']) {
    await page.goto(app.url + where);
    await expect(page.getByRole('heading', { name: 'There is nothing at this address' })).toBeVisible();
  }
  await accessible(page, 'nothing there');
  await tap(page, 'All jobs');
  await expect(page.getByText('No jobs yet')).toBeVisible();
  await page.goto(`${app.url}/job/30000000-0000-4000-8000-000000000001/grade`);
  await expect(page.getByText('No such job')).toBeVisible();
});

test('a screen that fails says so, saves the plan, and goes on; what was typed goes out meanwhile', async ({
  page,
  app,
}) => {
  await newJob(page, app, 'Yard');
  await typeLine(page, { invert: '98', ground: '101', service: 'Storm' }, [
    { length: '100', slope: '1 %', ground: '103' },
  ]);
  await saved(page);
  // As when the signal goes before a part of the app has come.
  await page.evaluate(() =>
    navigator.serviceWorker.ready.then(async (worker) => {
      await worker.unregister();
      for (const name of await caches.keys()) await caches.delete(name);
    }),
  );
  await page.reload();
  await expect(page.getByRole('tab', { name: /^Grade/ })).toBeVisible();
  await page.route('**/sheets-*.js', (route) => route.abort());
  await tap(page, 'Line');
  await expect(page.getByRole('heading', { name: 'This screen has failed' })).toBeVisible();
  await accessible(page, 'failed');
  const [file] = await Promise.all([page.waitForEvent('download'), tap(page, 'Save plan file')]);
  expect(file.suggestedFilename()).toBe('Yard.alveus.json');
  await page.unroute('**/sheets-*.js');
  await tap(page, 'Go on');
  await expect(page.getByRole('dialog')).toBeVisible();
  await saved(page);
});
