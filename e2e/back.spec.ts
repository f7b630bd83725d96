import { expect, newJob, saved, tap, test, typeLine } from './app';

/** The browser's Back closes what is open before it leaves the page. */

const OUTLET = { invert: '98', ground: '101', service: 'Storm' };
const RUN = { length: '100', slope: '1 %', ground: '103' };

test('Back closes the uppermost sheet, then the one below, and only then leaves the job', async ({ page, app }) => {
  await newJob(page, app, 'Yard');
  await typeLine(page, OUTLET, [RUN]);
  await saved(page);
  const heading = page.getByRole('heading', { name: 'Yard', level: 1 });
  const address = page.url();
  await tap(page, 'Edit Run 1');
  await page.getByRole('combobox', { name: /^Pipe/ }).click();
  await expect(page.getByRole('listbox')).toBeVisible();
  await page.goBack();
  await expect(page.getByRole('listbox')).toHaveCount(0);
  await expect(page.getByRole('dialog')).toBeVisible();
  // What stands in the field is taken.
  await page.getByRole('textbox', { name: 'Name' }).fill('North run');
  await page.goBack();
  await expect(page.getByRole('dialog')).toHaveCount(0);
  await expect(page.getByRole('button', { name: 'Edit North run' })).toBeVisible();
  await expect(heading).toBeVisible();
  expect(page.url()).toBe(address);
  // Closed by its own button it leaves no step behind.
  await tap(page, 'Edit North run');
  await tap(page, 'Close');
  await expect(page.getByRole('dialog')).toHaveCount(0);
  await page.waitForTimeout(200);
  await page.goBack();
  await expect(page.getByTestId('job')).toBeVisible();
});

test('from a sheet on to another page, and back: one step each', async ({ page, app }) => {
  await newJob(page, app, 'Yard');
  await saved(page);
  await tap(page, 'Menu');
  await tap(page, 'Rules');
  await expect(page).toHaveURL(/\/rules$/);
  await page.waitForTimeout(200);
  await expect(page).toHaveURL(/\/rules$/);
  await page.goBack();
  await expect(page).toHaveURL(/\/grade$/);
  await expect(page.getByRole('dialog')).toHaveCount(0);
  await page.waitForTimeout(200);
  await page.goBack();
  await expect(page.getByTestId('job')).toBeVisible();
});

test('sheets that are closed one right after the other leave no page', async ({ page, app }) => {
  await newJob(page, app, 'Yard');
  await typeLine(page, OUTLET, [RUN]);
  await saved(page);
  await tap(page, 'Edit Run 1');
  await page.getByRole('combobox', { name: /^Pipe/ }).click();
  await expect(page.getByRole('listbox')).toBeVisible();
  await page.evaluate(() => {
    const escape = (): boolean => document.dispatchEvent(new KeyboardEvent('keyup', { key: 'Escape', bubbles: true }));
    escape();
    setTimeout(escape, 20);
  });
  await page.keyboard.press('Escape');
  await page.keyboard.press('Escape');
  await expect(page.getByRole('dialog')).toHaveCount(0);
  await page.waitForTimeout(400);
  await expect(page.getByRole('heading', { name: 'Yard', level: 1 })).toBeVisible();
  await page.goBack();
  await expect(page.getByTestId('job')).toBeVisible();
});

test('on the list of jobs too', async ({ page, app }) => {
  await page.goto(app.url);
  await tap(page, 'New job');
  await expect(page.getByRole('dialog')).toBeVisible();
  await page.goBack();
  await expect(page.getByRole('dialog')).toHaveCount(0);
  await expect(page.getByText('No jobs yet')).toBeVisible();
});
