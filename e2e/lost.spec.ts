import { expect, newJob, saved, tap, test, typeLine } from './app';
import { accessible } from './axe';
import { go, openDemo } from './tour';

test.use({ serviceWorkers: 'allow' });

/** Addresses at which there is nothing, and screens that fail. */

test('an unknown address, and one that is no job’s, is told by the app’s own page, with the way home', async ({
  page,
  app,
}) => {
  for (const where of ['/nowhere', '/job/none/grade', '/job/0000/', '/_sitemap']) {
    await page.goto(app.url + where);
    await expect(page.getByRole('heading', { name: 'Page not found' })).toBeVisible();
  }
  await accessible(page, 'nothing there');
  await tap(page, 'All jobs');
  await expect(page.getByText('No jobs yet')).toBeVisible();
  await page.goto(`${app.url}/job/30000000-0000-4000-8000-000000000001/grade`);
  await expect(page.getByText('Job not found')).toBeVisible();
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
  // As if there were a fault in the sheet of a line, which sorts its sections.
  await page.evaluate(() => {
    const { sort } = Array.prototype;
    const broken = window as unknown as { mend: () => void };
    broken.mend = () => void (Array.prototype.sort = sort);
    Array.prototype.sort = function (this: unknown[], ...by) {
      if (this.includes('frenchBedded')) throw new Error('a fault of the test');
      return sort.apply(this, by);
    };
  });
  await tap(page, 'Line');
  await expect(page.getByRole('heading', { name: 'This screen has failed' })).toBeVisible();
  await accessible(page, 'failed');
  const [file] = await Promise.all([page.waitForEvent('download'), tap(page, 'Save plan file')]);
  expect(file.suggestedFilename()).toBe('Yard.alveus.json');
  await page.evaluate(() => (window as unknown as { mend: () => void }).mend());
  await tap(page, 'Continue');
  await expect(page.getByRole('dialog')).toBeVisible();
  await saved(page);
});

test.describe('without what keeps the app on the device', () => {
  test.use({ serviceWorkers: 'block' });

  test('a part that is not there says so, can be left, and comes when it is asked for again', async ({ page, app }) => {
    await newJob(page, app, 'Yard');
    await page.route('**/*.js', (route) => route.abort());
    await page.getByRole('button', { name: 'Menu' }).click();
    const sheet = page.getByRole('dialog', { name: 'Not here yet' });
    await expect(sheet).toContainText('This part of the app is not on the device yet');
    await accessible(page, 'a part that is not there');
    await page.keyboard.press('Escape');
    await expect(sheet).toHaveCount(0);
    await page.getByRole('button', { name: 'Menu' }).click();
    await expect(sheet).toBeVisible();
    await page.unroute('**/*.js');
    await tap(page, 'Try again');
    await expect(page.getByRole('dialog', { name: 'This job and this device' })).toBeVisible();
  });

  test.describe('on a device with no moment to spare', () => {
    test.use({ busy: true });

    test('a stage whose drawings are not there goes on without them, and they come when they are asked for', async ({
      page,
      app,
    }) => {
      await page.route('**/TrenchDrawings-*.js', (route) => route.abort());
      await openDemo(page, app);
      await go(page, 'Trench');
      await expect(page.getByText(/^This part of the app is not on the device yet/).first()).toBeVisible();
      await expect(page.getByRole('radiogroup', { name: /^Worker protection/ })).toBeVisible();
      await page.unroute('**/TrenchDrawings-*.js');
      const again = page.getByRole('button', { name: 'Try again' });
      for (let missing = await again.count(); missing > 0; missing--) {
        await again.first().click();
        await expect(again).toHaveCount(missing - 1);
      }
      await expect(page.getByText(/^This part of the app is not on the device yet/)).toHaveCount(0);
    });
  });
});
