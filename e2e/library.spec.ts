import type { Page } from '@playwright/test';
import type { App } from './app';
import { choose, expect, fill, newJob, station, tap, test, typeLine } from './app';
import { go, openDemo } from './tour';

/** Pipe and materials: the job's own, those of the catalogue, and what nobody has listed. */

async function oneRun(page: Page, app: App): Promise<void> {
  await newJob(page, app, 'Drain');
  await typeLine(page, { invert: '97.25', ground: '99.40', service: 'Storm' }, [
    { length: '50', slope: '1', ground: '99.90' },
  ]);
}

test('a material is sought in the catalogue, comes into the job with the layer, and goes with it at one undo', async ({
  page,
  app,
}) => {
  await oneRun(page, app);
  await go(page, 'Trench');
  await tap(page, 'Section');
  const bedding = page.getByRole('group', { name: 'Bedding' });
  await bedding.getByRole('combobox', { name: /^Material/ }).click();
  await page.getByRole('searchbox').fill('pea');
  await page.getByRole('option').first().click();
  await expect(bedding.getByRole('combobox', { name: 'Material: Pea gravel, 3/8 in' })).toBeVisible();
  await page.keyboard.press('Escape');
  await go(page, 'Order');
  const gravel = page.getByText('Pea gravel, 3/8 in').filter({ visible: true });
  await expect(gravel.first()).toBeVisible();
  await tap(page, 'Undo');
  await expect(gravel).toHaveCount(0);
  await tap(page, 'Redo');

  // One of one's own begins like what lies there, and is typed over it.
  await go(page, 'Trench');
  await tap(page, 'Section');
  await bedding.getByRole('combobox', { name: /^Material/ }).click();
  await tap(page, 'A material of your own');
  await fill(page, 'Name', 'Pit run');
  await page.keyboard.press('Enter');
  await page.keyboard.press('Escape');
  await expect(bedding.getByRole('combobox', { name: 'Material: Pit run' })).toBeVisible();
  // What was chosen of late stands first after what is chosen now.
  await bedding.getByRole('combobox', { name: /^Material/ }).click();
  await expect(page.getByRole('option').nth(1)).toContainText('Pea gravel');
});

test('a bucket is one tap', async ({ page, app }) => {
  await openDemo(page, app);
  await go(page, 'Trench');
  await tap(page, 'Section');
  await page.getByRole('radio', { name: 'Bucket' }).click();
  await page.getByRole('radio', { name: '24"' }).click();
  await expect(page.getByRole('textbox', { name: /^Or another width/ })).toHaveValue('24"');
  await expect(page.getByRole('radio', { name: '24"' })).toHaveAttribute('aria-checked', 'true');
});

test('a pipe of one’s own is typed, for a run; pipes of the catalogue are sought by what they are called', async ({
  page,
  app,
}) => {
  await oneRun(page, app);
  await tap(page, 'Edit Run 1');
  await page.getByRole('combobox', { name: /^Pipe/ }).click();
  await tap(page, 'A pipe of your own');
  await fill(page, 'Name of this pipe', '10 in clay');
  await page.keyboard.press('Tab');
  await fill(page, /^Outside/, '12');
  await fill(page, /^Wall/, '1');
  await page.keyboard.press('Tab');
  await tap(page, 'Done');
  await go(page, 'Order');
  await page.getByRole('radio', { name: 'This line' }).click();
  await expect(page.getByText('10 in clay').filter({ visible: true }).first()).toBeVisible();
  await tap(page, /^Sticks of /);
  await expect(page.getByRole('dialog')).toContainText(/laid whole.*and cut sticks together/s);
  await tap(page, 'Close');
  await expect(page.getByRole('dialog')).toHaveCount(0);
  await go(page, 'Grade');
  await station(page, 'Home');
  await tap(page, 'Edit Run 1');
  await choose(page, /^Pipe/, /^6 in SDR 35, perforated/);
  await expect(page.getByRole('combobox', { name: 'Pipe: 6 in SDR 35, perforated' })).toBeVisible();
});
