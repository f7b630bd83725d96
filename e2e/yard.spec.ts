import type { Page } from '@playwright/test';
import { LOW_YARD } from '../tools/lib/paths';
import type { App } from './app';
import { choose, expect, fill, station, tap, test, WIDE } from './app';
import { go, openDemo } from './tour';

/** The yard with too little fall: what cannot be laid, what stands full, a branch dug too deep, and all of it in one view. */

async function openYard(page: Page, app: App, line?: string | RegExp): Promise<void> {
  await openDemo(page, app, LOW_YARD);
  await go(page, 'Grade');
  if (line !== undefined) await choose(page, /^Line:/, line);
}

for (const [name, use] of [
  ['phone', {}],
  ['wide', WIDE],
] as const)
  test.describe(name, () => {
    test.use(use);

    test('a sewer that cannot be laid says by how much, and what could give; one way is tried, taken and undone', async ({
      page,
      app,
    }) => {
      await openYard(page, app, /Keeper’s sewer/);
      await tap(page, 'Least digging');
      await expect(page.getByText('It is short by 0.45 ft.', { exact: false })).toBeVisible();
      const ways = page.getByRole('list', { name: 'What would help' });
      // No larger pipe for a flatter sewer, and no end in the open.
      const lower = /Lower the outlet at Old tank inlet by 0.45 ft to 95.55 ft/;
      await expect(ways.getByText(lower)).toBeVisible();
      await expect(ways.getByText(/a pump tank, by a licensed designer/)).toBeVisible();
      await expect(ways.getByText(/^Lay .* on Keeper’s sewer/)).toHaveCount(0);
      await expect(ways.getByText(/Old tank inlet, with water standing in/)).toHaveCount(0);
      await ways.getByRole('button', { name: lower }).click();
      await expect(page.getByRole('dialog').getByText(/House to tank has a slope of 0.67 %/)).toBeVisible();
      await tap(page, 'Apply');
      await expect(page.getByText('It is short by 0.45 ft.', { exact: false })).toHaveCount(0);
      await tap(page, 'Undo');
      await expect(page.getByText('It is short by 0.45 ft.', { exact: false })).toBeVisible();
    });

    test('a size beside another: the smallest that the rules allow is told, tried and taken', async ({ page, app }) => {
      await openYard(page, app, /Keeper’s sewer/);
      await page.getByRole('button', { name: 'Line', exact: true }).click();
      await page.getByRole('dialog').getByRole('button', { name: 'Compare sizes' }).click();
      // 8 in would let a sewer lie flatter, and is no way to that.
      await expect(page.getByText(/^No size of this pipe is allowed at this grade/)).toBeVisible();
      const beside = page.getByRole('table', { name: 'Side by side' });
      await expect(beside.getByRole('row', { name: /^That is/ })).toContainText('0.45 ft short0.45 ft short');
      await page.getByRole('combobox', { name: /^Compare with/ }).click();
      await expect(page.getByRole('option', { name: /^8 in SDR 35/ })).toHaveCount(0);
      await page.getByRole('option', { name: /^6 in SDR 35/ }).click();
      await tap(page, 'Try 6 in SDR 35');
      await tap(page, 'Apply');
      await expect(page.getByRole('button', { name: /House to tank 120 ft .*6 in SDR 35/ })).toBeVisible();
    });

    test('a box entered over its grate stands full, and through its wall drains dry: compared, taken, undone', async ({
      page,
      app,
    }) => {
      await openYard(page, app, /Cart shed gutters/);
      await page.getByRole('button', { name: 'Edit Box to downspout' }).click();
      await page.getByRole('dialog').getByRole('button', { name: 'Open Lane box' }).click();
      await page.getByRole('dialog').getByRole('button', { name: 'Compare ends' }).click();
      const ends = page.getByRole('list', { name: 'Ends compared' });
      await expect(ends.getByText('Existing box, over its grate: now')).toBeVisible();
      await expect(
        ends.getByText(/water stands in 56.8\d ft of full pipe and 60 ft of wet pipe/).first(),
      ).toBeVisible();
      await ends.getByRole('button', { name: 'Try it: Existing box, through its wall' }).click();
      await expect(page.getByRole('dialog').getByText(/Behind Lane box water stands up to/)).toBeVisible();
      await tap(page, 'Apply');
      await expect(page.getByText(/Behind Lane box water stands up to/)).toHaveCount(0);
      await tap(page, 'Undo');
      await expect(page.getByText(/Behind Lane box water stands up to/).first()).toBeVisible();
    });

    test('a branch dug as deep as its trunk is kept shallow, with its drop there', async ({ page, app }) => {
      await openYard(page, app, /Stall branch/);
      await expect(page.getByText(/The trench of Stall branch is 5.38 ft deep/).first()).toBeVisible();
      await tap(page, 'Depth along the line');
      const sheet = page.getByRole('dialog');
      await expect(sheet.getByText(/^Too deep from 0\+00 to 0\+50/)).toBeVisible();
      // 99.4 less 6 in, less 4.095 in to the crown, less 0.50 ft of fall: 98.05.
      await expect(
        sheet.getByText(/It can go 4.05 ft higher at the same slopes, and drop 4.05 ft there/),
      ).toBeVisible();
      await sheet.getByRole('button', { name: 'Keep it shallow' }).click();
      await expect(page.getByRole('dialog').getByText(/too deep to enter unprotected/)).toBeVisible();
      await tap(page, 'Apply');
      const found = page.getByRole('list', { name: 'Findings' });
      await expect(found.getByText(/The trench of Stall branch/)).toHaveCount(0);
      await expect(page.getByRole('group', { name: 'Grade of Stall branch' })).toContainText('98.05 ft');
      await tap(page, 'Undo');
      await expect(page.getByText(/The trench of Stall branch is 5.38 ft deep/).first()).toBeVisible();
    });

    test('from the outlet to the head in one section: stations of each line, and all stages along it', async ({
      page,
      app,
    }) => {
      await openYard(page, app, /Stall branch/);
      await page.getByRole('radio', { name: 'To the outlet' }).click();
      await station(page, 'End');
      const here = page.getByRole('button', { name: /Type the station/ });
      await expect(here).toContainText('0+50');
      await expect(here).toContainText('Stall branch');
      await station(page, 'Home');
      await expect(here).toContainText('Brook to manhole');
      // The station that is typed is that of the line it stands on.
      await station(page, 'End');
      await here.click();
      await fill(page, /^Station/, '0+20');
      await tap(page, 'Done');
      await expect(here).toContainText('0+20');
      await expect(here).toContainText('Stall branch');
      await expect(page.getByRole('button', { name: /^Brook to manhole .*Go to it/ })).toBeVisible();
      await go(page, 'Trench');
      await go(page, 'Grade');
      await expect(page.getByRole('radio', { name: 'To the outlet' })).toBeChecked();
      // A finding of a line shows that line.
      await page.getByRole('button', { name: /^Check at .*Behind Yard pop-up/ }).click();
      await expect(page.getByRole('radio', { name: 'Line', exact: true })).toBeChecked();
    });

    test('the network says in colours and words what stands against what; a run of it is gone to', async ({
      page,
      app,
    }) => {
      await openYard(page, app);
      await page.getByRole('radio', { name: 'Network' }).click();
      const legend = page.getByRole('group', { name: 'Legend' });
      await expect(legend).toContainText('Stop: 1');
      await expect(legend).toContainText('Fix: 1');
      const sketch = page.getByRole('application', { name: /^Plan sketch/ });
      await expect(sketch.getByText('Stop: protection')).toHaveCount(1);
      await expect(sketch.getByText('Fix: least slope')).toHaveCount(1);
      await expect(sketch.getByText(/^full 26.8\d ft$/)).toHaveCount(1);
      // Its name stands beside it.
      await expect(page.getByText('Tap a run or a structure', { exact: false })).toBeVisible();
      const name = await sketch.getByText('Gate basin').boundingBox();
      if (!name) throw new Error('no name on the sketch');
      await page.mouse.click(name.x - 13, name.y + name.height / 2);
      await expect(page.getByRole('group', { name: 'Gate basin' })).toContainText('No hole set for Gate basin');
      await tap(page, 'From here to the outlet');
      await expect(page.getByRole('combobox', { name: /^Line: Lane storm/ })).toBeVisible();
    });

    test('levels typed and nudged in the table of structures; Enter goes on, and each is one undo', async ({
      page,
      app,
    }) => {
      await openYard(page, app, /Lane storm/);
      await tap(page, 'Structures');
      const out = page.getByRole('textbox', { name: 'Outgoing invert of Lane manhole' });
      await expect(out).toHaveValue('94.00');
      const drop = page.getByRole('textbox', { name: 'Drop through Lane manhole' });
      await drop.fill('1.2"');
      await drop.press('Enter');
      await expect(page.getByRole('textbox', { name: 'Incoming invert of Lane manhole' })).toHaveValue('94.10');
      const rim = page.getByRole('textbox', { name: 'Rim of Gate basin' });
      await rim.focus();
      await rim.press('Alt+ArrowUp');
      await rim.press('Alt+ArrowUp');
      await expect(rim).toHaveValue('99.82');
      await tap(page, 'Undo');
      await expect(rim).toHaveValue('99.81');
      await tap(page, 'Undo');
      await expect(rim).toHaveValue('99.80');
      // A level that nothing can bring there says so at its field, and the one before stays in force.
      await rim.fill('ninety');
      await rim.press('Enter');
      await expect(page.getByText(/Type a/).first()).toBeVisible();
      await tap(page, 'Close');
      await tap(page, 'Undo');
    });

    test('a plan sheet of three basins is typed in, and says where it disagrees with itself', async ({ page, app }) => {
      await openYard(page, app);
      // Counted: taps, and keys that are no part of a figure. A figure is ended by Enter.
      let taps = 0;
      const tapped = async (name: string): Promise<void> => {
        taps += 1;
        await tap(page, name);
      };
      const focused = () => page.evaluate(() => document.activeElement?.getAttribute('aria-label') ?? null);
      const figures = async (...texts: string[]): Promise<void> => {
        for (const text of texts) {
          if (text === '') taps += 1;
          const before = await focused();
          await page.keyboard.type(text);
          await page.keyboard.press('Enter');
          await expect.poll(focused).not.toBe(before);
          await expect.poll(focused).not.toBeNull();
        }
      };
      await tapped('New line from a plan sheet');
      const sheet = page.getByRole('dialog');
      taps += 1;
      await sheet.getByRole('textbox', { name: 'Rim, Daylight' }).click();
      await figures('102.00', '100.00');
      await figures('104.50', '100.90', '100.80', '100', '0.80');
      // 101.20 to 100.90 in 100 ft is 0.30 %.
      await figures('104.80', '101.30', '101.20', '100', '0.35');
      await expect(
        sheet.getByText(/By this slope the outgoing invert would be 101.25 ft: the sheet is off by 0.05 ft/),
      ).toBeVisible();
      await figures('105.00', '', '101.80', '125');
      await page.keyboard.type('0.40');
      await tapped('Create line');
      expect(taps).toBeLessThanOrEqual(15);
      await expect(sheet).toHaveCount(0);
      await tap(page, 'Structures');
      await expect(page.getByRole('textbox', { name: 'Incoming invert of CB 2' })).toHaveValue('101.30');
      await expect(page.getByRole('textbox', { name: 'Outgoing invert of CB 3' })).toHaveValue('101.80');
      await tap(page, 'Undo');
      await expect(page.getByRole('textbox', { name: 'Incoming invert of CB 2' })).toHaveCount(0);
    });

    test('a sheet without its lengths says so at the field, and loses nothing', async ({ page, app }) => {
      await openYard(page, app);
      await tap(page, 'New line from a plan sheet');
      const sheet = page.getByRole('dialog');
      await fill(page, 'Incoming invert, Daylight', '100');
      await fill(page, 'Outgoing invert, CB 1', '100.5');
      await fill(page, 'Outgoing invert, CB 2', '101');
      await tap(page, 'Create line');
      await expect(sheet.getByText('Lengths are missing: type the length of each pipe.')).toBeVisible();
      await expect(sheet.getByRole('textbox', { name: 'Outgoing invert, CB 2' })).toHaveValue('101');
      await fill(page, 'Outgoing pipe: length, CB 1', '100');
      await fill(page, 'Outgoing pipe: length, CB 2', 'long');
      await tap(page, 'Create line');
      await expect(sheet).toBeVisible();
      await fill(page, 'Outgoing pipe: length, CB 2', '90');
      await tap(page, 'Create line');
      await expect(sheet).toHaveCount(0);
    });
  });
