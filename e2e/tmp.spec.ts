import { choose, expect, fill, tap, test, WIDE } from './app';
import { go, openDemo } from './tour';

for (const [name, use] of [
  ['phone', {}],
  ['wide', WIDE],
] as const)
  test.describe(name, () => {
    test.use(use);
    test('look', async ({ page, app }) => {
      const shot = async (what: string) => {
        await page.waitForTimeout(500);
        await page.screenshot({ path: `/tmp/shots/${what}-${name}.png` });
      };
      await openDemo(page, app);
      await go(page, 'Trench');
      await shot('t0');
      await page.getByRole('radio', { name: 'Sloped' }).first().click();
      await shot('t1');
      await page.getByRole('radio', { name: 'Dug open' }).click();
      await shot('t2');
      await page.getByRole('radio', { name: 'From above' }).click();
      await shot('t3');
      await page.getByRole('radio', { name: 'Layers' }).click();
      await tap(page, 'How it is cut');
      await shot('t4');
      await page.getByRole('radio', { name: 'B, medium' }).click();
      await page.getByRole('radio', { name: 'Benched' }).last().click();
      await fill(page, /^Ground rises/, '10%');
      await shot('t5');
      await tap(page, 'Done');
      await shot('t6');
      await tap(page, 'How it is filled');
      await shot('t7');
      await tap(page, 'Done');
      await tap(page, 'Pipes in one trench');
      await shot('t8');
      await page.getByRole('dialog').getByRole('combobox', { name: /^Another pipe/ }).click();
      await page.waitForTimeout(400);
      await shot('t9');
    });
    test('hole', async ({ page, app }) => {
      const shot = async (what: string) => {
        await page.waitForTimeout(500);
        await page.screenshot({ path: `/tmp/shots/${what}-${name}.png` });
      };
      await openDemo(page, app);
      await go(page, 'Trench');
      await page.getByRole('list', { name: 'Holes of structures' }).getByRole('button').nth(1).click();
      await shot('h0');
      await page.getByRole('button', { name: /^A hole as for/ }).click();
      await shot('h1');
      await tap(page, 'Fill round it');
      await tap(page, 'Frame on its own concrete');
      await shot('h2');
    });
  });
