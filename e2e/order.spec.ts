import { readFileSync } from 'node:fs';
import type { Download, Page } from '@playwright/test';
import Papa from 'papaparse';
import readXlsxFile from 'read-excel-file/node';
import { choose, expect, fill, saved, tap, test, WIDE } from './app';
import { accessible } from './axe';
import { go, openDemo } from './tour';

/** What the job takes, as it is bought: from the whole down to a place, and out to other programs. */

async function downloaded(page: Page, button: string): Promise<Download> {
  const [download] = await Promise.all([page.waitForEvent('download'), tap(page, button)]);
  return download;
}

/** To order, by article. */
function totals(rows: readonly (readonly unknown[])[]): Map<string, number> {
  const start = rows.findIndex((row) => row.includes('Item'));
  const [head, ...body] = rows.slice(start);
  const [article, order] = ['Item', 'To order'].map((name) => head?.indexOf(name) ?? -1);
  return new Map(body.map((row) => [String(row[article ?? -1]), Number(row[order ?? -1])]));
}

for (const [name, use] of [
  ['phone', {}],
  ['wide', WIDE],
] as const)
  test.describe(name, () => {
    test.use(use);

    test('from the job at a glance down to a place on the trench, and back', async ({ page, app }) => {
      await openDemo(page, app);
      await go(page, 'Order');
      await accessible(page, 'the job at a glance');
      await tap(page, /^Stone, sand and soil to buy/);
      await page
        .getByRole('dialog')
        .getByRole('button', { name: /^Crushed stone/ })
        .click();
      const sheet = page.getByRole('dialog', { name: /^Crushed stone/ });
      await expect(sheet.getByText(/whichever comes first/)).toBeVisible();
      await sheet
        .getByRole('list', { name: 'Places' })
        .getByRole('button', { name: /^Orchard edge: .*overlay/ })
        .click();
      // In the middle of the run, on Trench.
      await expect(page.getByRole('tab', { name: /^Trench/ })).toHaveAttribute('aria-selected', 'true');
      await expect(page.getByRole('img', { name: /^Trench section to scale/ })).toBeVisible();
      await expect(page.getByText(/deep at 1\+24/)).toBeVisible();
      await go(page, 'Order');
      await expect(page.getByRole('heading', { name: 'The job at a glance' })).toBeVisible();
    });

    test('stone of an old drain is moved into a trench: so much less is ordered, until it is ordered again', async ({
      page,
      app,
    }) => {
      await openDemo(page, app);
      await go(page, 'Order');
      const stone = page.getByRole('button', { name: /^Crushed stone/ }).first();
      await stone.click();
      const sheet = page.getByRole('dialog', { name: /^Crushed stone/ });
      const ordered = sheet.getByText(/ loads?$/);
      const before = await ordered.textContent();
      await tap(page, 'Moved from another trench');
      await choose(page, /^Goes into the trenches of/, 'Barn storm line');
      await fill(page, /^How much goes there/, '2');
      await fill(page, 'Where it is now', 'old drain at the gate');
      await accessible(page, 'stone that is moved');
      await tap(page, 'Save');
      await stone.click();
      await expect(sheet.getByText('from elsewhere, old drain at the gate')).toBeVisible();
      await expect(sheet.getByText(/of which 2\.0 cu yd is moved here from elsewhere/)).toBeVisible();
      await expect(ordered).not.toHaveText(before ?? '');
      await tap(page, /^Undo the move: 2\.0 cu yd into Barn storm line/);
      await expect(ordered).toHaveText(before ?? '');
    });

    test('an order is written down, a ticket comes, and the plan moves on from both', async ({ page, app }) => {
      await openDemo(page, app);
      await go(page, 'Order');
      await tap(page, 'Mark as ordered: Stone, sand and soil');
      await expect(page.getByText(/^Everything is ordered, last on/)).toBeVisible();
      const stone = page.getByRole('button', { name: /^Crushed stone/ }).first();
      await stone.click();
      await tap(page, 'Delivery ticket');
      await fill(page, /^Amount on the ticket/, '-3');
      await expect(page.getByRole('button', { name: 'Save' })).toBeDisabled();
      await fill(page, /^Amount on the ticket/, '20');
      await fill(page, 'Ticket number', '4711');
      await tap(page, 'Save');
      await expect(stone).toContainText(/ordered 126 cu yd loose · 164 ton, delivered 15\.3 cu yd loose · 20\.0 ton/);
      await stone.click();
      await expect(page.getByRole('dialog').getByText(/110 cu yd loose · 144 ton still to come/)).toBeVisible();
      await expect(page.getByRole('list', { name: 'Tickets' })).toContainText('20.0 ton, ticket 4711');
      await accessible(page, 'an item with a ticket');
      // Corrected, the one takes the place of the other; Enter goes on to the next field, and keeps nothing by itself.
      await tap(page, 'Correct ticket 4711');
      await fill(page, /^Amount on the ticket/, '21');
      await page.keyboard.press('Enter');
      await expect(page.getByLabel('Ticket number')).toBeFocused();
      await tap(page, 'Save');
      await stone.click();
      await expect(page.getByRole('list', { name: 'Tickets' })).toContainText('21.0 ton, ticket 4711');
      await expect(page.getByRole('list', { name: 'Tickets' })).not.toContainText('20.0 ton');
      await tap(page, 'Strike out ticket 4711');
      await expect(page.getByRole('list', { name: 'Tickets' })).toHaveCount(0);
      await tap(page, 'Done');
      // More waste, and the plan takes more than was ordered.
      await stone.click();
      await tap(page, 'Weight and waste');
      await fill(page, /^Waste/, '15');
      await page.keyboard.press('Tab');
      await tap(page, 'Done');
      await expect(page.getByText(/the plan takes more of one item/)).toBeVisible();
      await tap(page, 'Undo');
      await expect(page.getByText(/^Everything is ordered, last on/)).toBeVisible();
      await saved(page);
    });

    test('as a workbook and as a table, read by other programs, it has the same totals', async ({ page, app }) => {
      await openDemo(page, app);
      await go(page, 'Order');
      const table = await downloaded(page, 'Order list (CSV)');
      const book = await downloaded(page, 'Order list (XLSX)');
      expect(table.suggestedFilename()).toBe('Tansy Hill order list.csv');
      expect(book.suggestedFilename()).toBe('Tansy Hill order list.xlsx');
      const rows = Papa.parse<string[]>(readFileSync(await table.path(), 'utf8'), { skipEmptyLines: true }).data;
      const sheets = await readXlsxFile(await book.path());
      const sheet = sheets.find((sheet) => sheet.sheet === 'Order list')?.data ?? [];
      const [fromTable, fromBook] = [totals(rows), totals(sheet)];
      expect(fromTable.size).toBeGreaterThan(20);
      expect([...fromBook]).toEqual([...fromTable]);
      // 112.16 cu yd placed, 1.12 as much loose, as the truck brings it.
      expect(fromTable.get('Crushed stone, 3/4 in')).toBe(126);
      expect(rows[0]).toEqual(['Job', 'Tansy Hill']);
      expect(rows[1]?.[0]).toBe('Date');
      // The places of an article sum up to what it has as it lies.
      const places = sheets.find((sheet) => sheet.sheet === 'Places')?.data ?? [];
      const stone = places.filter(([article]) => article === 'Crushed stone, 3/4 in');
      expect(stone.reduce((sum, row) => sum + Number(row[3]), 0) * 1.05).toBeCloseTo(112.16, 1);
    });
  });

test('a roll no wider than its lap is refused at once, and what stood before holds', async ({ page, app }) => {
  await openDemo(page, app);
  await go(page, 'Order');
  await tap(page, 'Trucks, rolls and bags');
  await fill(page, /^Width of a roll/, '1 ft');
  await page.keyboard.press('Tab');
  await expect(page.getByRole('alert')).toContainText(/no wider than its lap/);
  await fill(page, /^Loose volume/, '0');
  await page.keyboard.press('Tab');
  await expect(page.getByText(/must be more than zero/i).first()).toBeVisible();
  await tap(page, 'Done');
  await expect(page.getByRole('button', { name: /^Filter fabric/ })).toContainText('5 rolls');
});
