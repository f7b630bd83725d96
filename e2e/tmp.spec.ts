import { LOW_YARD } from '../tools/lib/paths';
import { choose, tap, test, WIDE } from './app';
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
      await openDemo(page, app, LOW_YARD);
      await go(page, 'Grade');
      await choose(page, /^Line:/, 'Keeper’s sewer');
      await page.getByRole('button', { name: 'Line', exact: true }).click();
      await page.getByRole('dialog').getByRole('button', { name: 'Compare sizes' }).click();
      await shot('sizes');
      await page.getByRole('button', { name: 'Done' }).click();
      await choose(page, /^Line:/, 'Stall branch');
      await tap(page, 'Against the ground');
      await shot('against');
      await page.getByRole('dialog').getByRole('button', { name: 'Keep it shallow' }).click();
      await tap(page, 'Do it');
      await page.waitForTimeout(800);
      await page.screenshot({ path: `/tmp/shots/after-${name}.png` });
      for (let i = 0; i < 6; i += 1) {
        console.log(
          'N',
          name,
          i,
          await page.getByText(/The trench of Stall branch/).count(),
          await page.getByRole('group', { name: 'Grade of Stall branch' }).textContent(),
        );
        await page.waitForTimeout(1000);
      }
      const left = await page.getByText(/The trench of Stall branch/).evaluateAll((els) =>
        els.map((e) => {
          const up: string[] = [];
          for (let x: Element | null = e; x; x = x.parentElement)
            up.push(
              x.tagName +
                '.' +
                (x.getAttribute('role') ?? '') +
                '.' +
                (x.getAttribute('aria-label') ?? '') +
                (x.getAttribute('aria-live') ?? ''),
            );
          return `${e.textContent} << ${up.filter((u) => !u.endsWith('..')).join(' < ')}`;
        }),
      );
      console.log('LEFT', left.join('\n'));
      await page.getByRole('radio', { name: 'To the outlet' }).click();
      await shot('route2');
      await tap(page, 'Another line, from a plan sheet');
      await shot('sheet2');
      await page.getByRole('button', { name: 'Close' }).click();
      await page.getByRole('radio', { name: 'Network' }).click();
      await shot('network2');
      await page.getByRole('radio', { name: 'Line', exact: true }).click();
      await choose(page, /^Line:/, 'Low yard drain');
      await shot('rest');
    });
  });
