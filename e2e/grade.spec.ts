import type { Locator, Page } from '@playwright/test';
import type { App } from './app';
import { expect, fill, station, tap, test, WIDE } from './app';
import { go, openDemo } from './tour';

/** Grade beyond the plain levels: what could give, what stands full, a swale, and what a run is laid by. */

/** The sheet of the end of the demo's storm line. */
async function openOutfall(page: Page, app: App): Promise<Locator> {
  await openDemo(page, app);
  await go(page, 'Grade');
  await page
    .getByRole('button', { name: /^Edit / })
    .first()
    .click();
  const sheet = page.getByRole('dialog');
  await sheet.getByRole('button', { name: 'Open Ditch outfall' }).click();
  return sheet;
}

for (const [name, use] of [
  ['phone', {}],
  ['wide', WIDE],
] as const)
  test.describe(name, () => {
    test.use(use);

    test('a line that cannot be laid is explained; one way out is tried, taken and undone', async ({ page, app }) => {
      await openDemo(page, app);
      await go(page, 'Grade');
      await tap(page, 'Least digging');
      await expect(page.getByText(/: these \d+ limits conflict\.$/)).toBeVisible();
      const ways = page.getByRole('list', { name: 'What would help' });
      await expect(ways).toBeVisible();
      await expect(page.getByText(/^It is short by [\d.]+ ft\./)).toBeVisible();
      await expect(ways.getByText(/^Lower the outlet at Ditch outfall by [\d.]+ ft to [\d.]+ ft$/)).toBeVisible();
      await expect(
        ways.getByText(/^Accept 17" of cover instead of 18" over [\d.]+ ft, with the pipe protected there$/),
      ).toBeVisible();
      // Tried: the drawings show it, and it is told what would be found then.
      await ways.getByRole('button', { name: /^Try it: Lower the outlet at Ditch outfall/ }).click();
      const sheet = page.getByRole('dialog');
      await expect(sheet.getByText(/Cover over Barn door/)).toBeVisible();
      await tap(page, 'Apply');
      await expect(page.getByText(/limits conflict/)).toHaveCount(0);
      await expect(page.getByText('Nothing within these limits digs less', { exact: false })).toBeVisible();
      await tap(page, 'Undo');
      await expect(page.getByText(/: these \d+ limits conflict\.$/)).toBeVisible();
    });

    test('an end that water rises in says what stands behind it, by its grate', async ({ page, app }) => {
      const sheet = await openOutfall(page, app);
      await sheet.getByRole('combobox', { name: 'What is here' }).click();
      await page.getByRole('option', { name: /Stand-pipe/ }).click();
      const grate = page.getByLabel(/^Top of the grate/);
      await grate.fill('94.50');
      await grate.blur();
      // 2.00 ft of water over the invert at 1.80 %, and on into the run above.
      await expect(sheet.getByText(/water stands behind it up to 94\.50 ft: 152\.50 ft of pipe wet/)).toBeVisible();
      // A grate under the pipe is a finding.
      await grate.fill('92.00');
      await grate.blur();
      await tap(page, 'Done');
      await expect(
        page.getByText(/The grate of Ditch outfall, 92\.00 ft, is 0\.50 ft below the invert/).first(),
      ).toBeVisible();
    });

    test('a yard with no fall: two ends are compared, one is taken and undone', async ({ page, app }) => {
      const sheet = await openOutfall(page, app);
      await sheet.getByRole('button', { name: 'Compare ends' }).click();
      const ends = page.getByRole('list', { name: 'Ends compared' });
      await expect(ends.getByText('Daylight: now')).toBeVisible();
      await expect(ends.getByText(/water stands in [\d.]+ ft of wet pipe, [\d.]+ gal up to/).first()).toBeVisible();
      await ends.getByRole('button', { name: 'Try it: Existing box, over its grate' }).click();
      await expect(page.getByRole('dialog').getByText(/stands up to [\d.]+ ft, where it spills/)).toBeVisible();
      await tap(page, 'Apply');
      await expect(page.getByText(/Behind Ditch outfall water stands up to/).first()).toBeVisible();
      await tap(page, 'Undo');
      await expect(page.getByText(/Behind Ditch outfall water stands up to/)).toHaveCount(0);
    });

    test('what a run is laid by: the laser, and its fall over what is in hand', async ({ page, app }) => {
      await openDemo(page, app);
      await go(page, 'Grade');
      const laid = page.getByRole('group', { name: 'Laid by' });
      await expect(laid).toContainText('Laser: up from the low end1.800 %');
      await expect(laid).toContainText('Fall in 10 ft2 1/8"');
      await station(page, 'End');
      await expect(laid).toContainText('1.500 %');
    });

    test('a swale is cut along a run, is counted and told of, and taken away again', async ({ page, app }) => {
      await openDemo(page, app);
      await go(page, 'Grade');
      await page.getByRole('button', { name: 'Edit Orchard edge' }).click();
      await page.getByRole('dialog').getByRole('button', { name: 'Cut a swale along it' }).click();
      const sides = page.getByLabel(/^Sides, out for one up/);
      await sides.fill('30');
      await expect(page.getByText(/^At most 20/)).toBeVisible();
      await sides.fill('2');
      await tap(page, 'Save');
      await expect(page.getByText(/The sides of the swale along Orchard edge go 2 out for 1 up/).first()).toBeVisible();
      await page.getByRole('button', { name: 'Edit Orchard edge' }).click();
      await page.getByRole('dialog').getByRole('button', { name: 'Its swale' }).click();
      await expect(page.getByText(/^Digging as it is set now: [\d.]+ cu yd\.$/)).toBeVisible();
      // Another stretch keeps out of the one there is, and is told so at its field.
      await fill(page, /^To, up the run/, '40');
      await tap(page, 'Save');
      await page.getByRole('button', { name: 'Edit Orchard edge' }).click();
      await page.getByRole('dialog').getByRole('button', { name: 'Its swale' }).click();
      await page.getByRole('radio', { name: 'Another stretch' }).click();
      await fill(page, /^From, up the run/, '30');
      await expect(page.getByText('Overlaps another stretch of this swale.')).toBeVisible();
      await fill(page, /^From, up the run/, '50');
      await expect(page.getByText('Overlaps another stretch of this swale.')).toHaveCount(0);
      await tap(page, 'Save');
      await page.getByRole('button', { name: 'Edit Orchard edge' }).click();
      await page.getByRole('dialog').getByRole('button', { name: 'Its swale' }).click();
      await page.getByRole('radio', { name: /^50 ft to / }).click();
      await tap(page, 'Remove');
      await page.getByRole('button', { name: 'Edit Orchard edge' }).click();
      await page.getByRole('dialog').getByRole('button', { name: 'Its swale' }).click();
      await expect(page.getByRole('radio', { name: /^50 ft to / })).toHaveCount(0);
      await tap(page, 'Remove');
      await expect(page.getByText(/The sides of the swale/)).toHaveCount(0);
    });
  });
