import { test, WIDE } from './app';
import { go, openDemo } from './tour';
for (const [name, use] of [['phone', {}], ['wide', WIDE]] as const)
  test.describe(name, () => {
    test.use(use);
    test('look', async ({ page, app }) => {
      await openDemo(page, app);
      await go(page, 'Grade');
      await page.getByRole('radio', { name: 'Network' }).click();
      await page.waitForTimeout(800);
      await page.screenshot({ path: `/tmp/shots/network-${name}.png` });
      await page.getByRole('button', { name: 'Line after' }).click();
      await page.getByRole('button', { name: 'Line after' }).click();
      await page.waitForTimeout(300);
      const out = page.getByRole('radio', { name: 'To the outlet' });
      for (let i = 0; i < 4 && !(await out.isVisible()); i += 1) await page.getByRole('button', { name: 'Line after' }).click();
      await out.click();
      await page.waitForTimeout(800);
      await page.screenshot({ path: `/tmp/shots/route-${name}.png` });
    });
  });
