import { choose, expect, fill, tap, test, WIDE } from './app';
import { go, openDemo } from './tour';

/** The trench: sections side by side, what refuses stone, and what floats. */

for (const [name, use] of [
  ['phone', {}],
  ['wide', WIDE],
] as const)
  test.describe(name, () => {
    test.use(use);

    test('a French drain beside one with stone under its pipe: what it digs and buys more is read, tried, taken, undone', async ({
      page,
      app,
    }) => {
      await openDemo(page, app);
      await go(page, 'Trench');
      await choose(page, /^Line:/, /French drain/);
      await tap(page, 'Compare sections');
      const sheet = page.getByRole('dialog');
      await choose(page, /^Beside it/, /^French drain, stone under the pipe/);
      const beside = page.getByRole('table', { name: 'Side by side' });
      const dug = beside.getByRole('row', { name: /^Dug in 100 ft/ });
      const [now, then] = await dug
        .getByRole('cell')
        .evaluateAll((cells) => cells.slice(1).map((cell) => parseFloat(cell.textContent ?? '')));
      // 3 in of 12 in of width, over 100 ft: 25 cu ft.
      expect((then ?? NaN) - (now ?? NaN)).toBeCloseTo(25 / 27, 1);
      await expect(sheet.getByText(/Water stands in the stone first and rises into the pipe clean/)).toBeVisible();
      await sheet.getByRole('button', { name: 'Try it' }).click();
      await tap(page, 'Do it');
      await expect(page.getByRole('heading', { name: 'French drain, stone under the pipe' })).toBeVisible();
      await tap(page, 'Undo');
      await expect(page.getByRole('heading', { name: 'French drain, stone under the pipe' })).toHaveCount(0);
    });

    test('a leader refuses stone, with the reason, before anything is ordered', async ({ page, app }) => {
      await openDemo(page, app);
      await go(page, 'Trench');
      await choose(page, /^Line:/, /Leader 1/);
      await tap(page, 'Compare sections');
      const sheet = page.getByRole('dialog');
      await choose(page, /^Beside it/, /^Stone bed and surround/);
      await expect(
        sheet.getByText(/^Refused here: stone would carry a leak unseen to the lowest lateral/),
      ).toBeVisible();
      await expect(sheet.getByRole('button', { name: 'Try it' })).toHaveCount(0);
      await expect(sheet.getByRole('list', { name: /^Against Stone bed/ })).toBeVisible();
    });

    test('a tank in a wet hole is weighed against the water', async ({ page, app }) => {
      await openDemo(page, app);
      await go(page, 'Trench');
      await tap(page, 'Will it float?');
      await page.getByRole('radio', { name: 'A tank or a box' }).click();
      await fill(page, /^Length, outside/, '8');
      await fill(page, /^Width, outside/, '5');
      await fill(page, /^Height, outside/, '6');
      await fill(page, /^Weight, empty/, '9000');
      const sheet = page.getByRole('dialog');
      await expect(
        sheet.getByText(/^It lifts from 3.61 ft of water over its base on. 716.\d gal of water in it hold it/),
      ).toBeVisible();
      await fill(page, /^Water over its base/, '3.5');
      await expect(sheet.getByText(/^It stays: 264 lb to spare/)).toBeVisible();
      await fill(page, /^Weight, empty/, '-4');
      await expect(sheet.getByText('Must be more than zero.')).toBeVisible();
    });
  });
