import type { Page } from '@playwright/test';
import type { App } from './app';
import { expect, fill, newJob, saved, tap, test, typeLine, WIDE } from './app';
import { accessible } from './axe';

/** Judgement calls as a person meets them: read, tried, taken, taken back; and the rules that they go by. */

/** A yard drain of two runs: the upper one at 0.3 %, where 0.5 % is the least. */
async function flatDrain(page: Page, app: App): Promise<void> {
  await newJob(page, app, 'Flat yard');
  await typeLine(page, { invert: '100', ground: '102', service: 'Yard drain' }, [
    { length: '60', slope: '1%', ground: '102.6' },
    { length: '60', slope: '0.3%', ground: '103.3' },
  ]);
}

const tooFlat = (page: Page) =>
  page.getByRole('button', { name: /^Fix at .* Run 2 has a slope of 0\.30 %; the minimum here is 0\.50 %/ });
const stageOf = (page: Page, name: string) => page.getByRole('tab', { name: new RegExp(`^${name}`) });

for (const [size, use] of [
  ['phone', {}],
  ['wide', WIDE],
] as const) {
  test.describe(`findings, ${size}`, () => {
    test.use(use);

    test('one is opened, what could give is tried and shown before it is done, and taken back', async ({
      page,
      app,
    }) => {
      await flatDrain(page, app);
      await expect(stageOf(page, 'Grade')).toHaveAccessibleName(/needs work/);
      await tooFlat(page).click();
      await expect(page.getByText(/On too little fall solids settle/)).toBeVisible();
      await accessible(page, 'a finding that is open');
      await tap(page, /^Raise the high invert to/);
      const dialog = page.getByRole('dialog');
      // It is still less than is usual, and no more than that.
      await expect(dialog.getByText('Changed in severity: 1')).toBeVisible();
      await expect(
        dialog.getByText(/^Check\. Run 2 has a slope of 0\.50 %; the minimum here is 1\.00 %/),
      ).toBeVisible();
      await accessible(page, 'something that is tried');
      // Left, it is as it was; done, it is gone, and the stage with it.
      await tap(page, 'Leave as it was');
      await expect(tooFlat(page)).toBeVisible();
      await tap(page, /^Raise the high invert to/);
      await tap(page, 'Apply');
      await expect(dialog).toHaveCount(0);
      await expect(tooFlat(page)).toHaveCount(0);
      await expect(stageOf(page, 'Grade')).not.toHaveAccessibleName(/needs work/);
      await tap(page, 'Undo');
      await expect(tooFlat(page)).toBeVisible();
      await expect(stageOf(page, 'Grade')).toHaveAccessibleName(/needs work/);
      await saved(page);
    });

    test('of two readings that contradict one another the wrong one is struck out, and stays in the book', async ({
      page,
      app,
    }) => {
      await newJob(page, app, 'Two readings');
      await stageOf(page, 'Ground').click();
      await tap(page, 'Benchmark');
      await fill(page, /^Elevation/, '100');
      await tap(page, 'Save');
      await tap(page, 'Set up the level');
      for (const [on, rod] of [
        ['', '5'],
        ['TP', '6'],
        ['TP', '7'],
      ] as const) {
        if (on !== '') {
          await page.getByRole('radio', { name: on }).click();
          await fill(page, 'Name', 'Stake');
        }
        await fill(page, /^(Rod reading|Backsight to)/, rod);
        await tap(page, 'Save');
      }
      await tap(page, 'Done with readings');
      const twice = page.getByRole('button', {
        name: /^Fix.* Stake is shot twice from Setup 1, 1 ft apart; the first is used/,
      });
      await twice.click();
      await tap(page, /^Strike out the first, 6\.00 ft/);
      const dialog = page.getByRole('dialog');
      await expect(dialog.getByText('Fixed: 1')).toBeVisible();
      await accessible(page, 'a reading that would be struck out');
      await tap(page, 'Apply');
      await expect(twice).toHaveCount(0);
      await expect(page.getByRole('button', { name: /1 reading struck out/ })).toBeVisible();
      await tap(page, 'Undo');
      await expect(twice).toBeVisible();
      await saved(page);
    });

    test('a rule is changed, its effect told before it is kept; the company keeps the set, and another job takes it', async ({
      page,
      app,
    }) => {
      await flatDrain(page, app);
      await tap(page, 'Menu');
      await tap(page, 'Rules');
      await tap(page, /^Worker protection in a deep trench/);
      await fill(page, 'Protection from a depth of', '2 ft');
      await page.keyboard.press('Enter');
      await expect(page.getByText(/^New: \d/)).toBeVisible();
      await expect(page.getByText(/The trench of Run 1 is .* deep/)).toBeVisible();
      await accessible(page, 'rules that are tried');
      await tap(page, 'Discard');
      await expect(page.getByText(/^New: /)).toHaveCount(0);
      await expect(page.getByText('No rule is changed.')).toBeVisible();

      await fill(page, 'Protection from a depth of', '2 ft');
      await page.keyboard.press('Enter');
      await fill(page, 'Note on Worker protection in a deep trench', 'sandy yard');
      await page.keyboard.press('Enter');
      await fill(page, 'Name of these rules', 'Sandy ground');
      await page.keyboard.press('Enter');
      await tap(page, 'Save as a new set: Sandy ground');
      await expect(page.getByText('“Sandy ground” is saved for the company, version 1.')).toBeVisible();
      await tap(page, 'Save rules');
      await expect(page.getByText('This plan has “Sandy ground”, version 1.')).toBeVisible();
      await stageOf(page, 'Trench').click();
      await expect(stageOf(page, 'Trench')).toHaveAccessibleName(/needs work/);
      await saved(page);

      await flatDrain(page, app);
      await expect(stageOf(page, 'Trench')).not.toHaveAccessibleName(/needs work/);
      await tap(page, 'Menu');
      await tap(page, 'Rules');
      await tap(page, /^Sandy ground version 1/);
      await expect(page.getByText(/^New: \d/)).toBeVisible();
      await tap(page, 'Save rules');
      await expect(page.getByText('Changed: 2')).toBeVisible();
      await expect(stageOf(page, 'Trench')).toHaveAccessibleName(/needs work/);
      // Taken away from the company, the plan keeps its copy.
      await tap(page, 'Remove Sandy ground');
      await tap(page, 'Remove Sandy ground for good');
      await expect(
        page.getByText(/The set of rules this plan was copied from is gone from the company list/),
      ).toBeVisible();
      await expect(stageOf(page, 'Trench')).toHaveAccessibleName(/needs work/);
    });
  });
}
