import AxeBuilder from '@axe-core/playwright';
import type { Page } from '@playwright/test';
import type { App } from './app';
import { DEMO } from '../tools/lib/paths';
import { expect, figure, station, tap, test, WIDE } from './app';

/** Drawing by hand and by keyboard, on a wide screen; and what screen readers and gloved fingers need. */

async function openDemo(page: Page, app: App): Promise<void> {
  await page.goto(app.url);
  const [chooser] = await Promise.all([page.waitForEvent('filechooser'), tap(page, 'Open a plan file')]);
  await chooser.setFiles(DEMO);
  await expect(page.getByRole('slider', { name: 'Station along the line' })).toBeVisible();
}

const handle = (page: Page, name: string | RegExp) => page.getByRole('slider', { name });

test.describe('wide', () => {
  test.use(WIDE);

  test('an invert is moved with the arrow keys and put back with undo, all from the keyboard', async ({ page, app }) => {
    await openDemo(page, app);
    await station(page, 'Home');
    const outlet = handle(page, /^Low invert of/).first();
    await outlet.focus();
    await outlet.press('ArrowUp');
    await expect(figure(page, 'Invert')).toContainText('92.51 ft');
    await outlet.press('Shift+ArrowDown');
    await expect(figure(page, 'Invert')).toContainText('92.41 ft');
    await page.keyboard.press('Control+z');
    await page.keyboard.press('Control+z');
    await expect(figure(page, 'Invert')).toContainText('92.50 ft');
  });

  test('an invert dragged with the mouse moves everything at once, and asks what gives way', async ({ page, app }) => {
    await openDemo(page, app);
    await station(page, 'PageUp');
    const before = await figure(page, 'Invert').textContent();
    const knob = handle(page, /^High invert of/).first();
    const box = await knob.boundingBox();
    if (!box) throw new Error('no handle');
    const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
    await page.mouse.move(x, y);
    await page.mouse.down();
    await page.mouse.move(x, y - 30, { steps: 6 });
    // It answers while it is being dragged, before anything is decided.
    await expect(figure(page, 'Invert')).not.toHaveText(before ?? '');
    await page.mouse.up();
    const question = page.getByRole('dialog', { name: 'What gives way?' });
    await expect(question).toBeVisible();
    await question.getByRole('button', { name: /^The slope of .+ becomes/ }).click();
    await expect(question).toHaveCount(0);
    await expect(figure(page, 'Invert')).not.toHaveText(before ?? '');
    await tap(page, 'Undo');
    await expect(figure(page, 'Invert')).toHaveText(before ?? '');
  });
});

test('the station line follows a finger', async ({ page, app }) => {
  await openDemo(page, app);
  const surface = handle(page, 'Station along the line');
  const box = await surface.boundingBox();
  if (!box) throw new Error('no drawing');
  await page.touchscreen.tap(box.x + box.width * 0.8, box.y + box.height * 0.9);
  await expect(surface).toHaveAttribute('aria-valuetext', /^2\+\d\d/);
});

for (const [name, use] of [['phone', {}], ['wide', WIDE]] as const) {
  test.describe(name, () => {
    test.use(use);
    test(`every stage passes the accessibility checks (${name})`, async ({ page, app }) => {
      // Ten views, each gone through whole.
      test.setTimeout(180_000);
      await openDemo(page, app);
      for (const theme of ['Light', 'Dark']) {
        await tap(page, 'Menu');
        await page.getByRole('radio', { name: theme, exact: true }).click();
        await tap(page, 'Close');
        for (const stage of ['Site', 'Ground', 'Grade', 'Trench', 'Order']) {
          await page.getByRole('tab', { name: new RegExp(`^${stage}`) }).click();
          await expect(page.getByRole('tab', { name: new RegExp(`^${stage}`) })).toHaveAttribute('aria-selected', 'true');
          await page.waitForTimeout(300);
          const { violations } = await new AxeBuilder({ page }).disableRules(['region', 'scrollable-region-focusable']).analyze();
          expect(violations.map(({ id, nodes }) => `${stage} ${theme} ${id}: ${nodes[0]?.html.slice(0, 160)}`)).toEqual([]);
        }
      }
    });

    test(`nothing to tap is smaller than a gloved finger (${name})`, async ({ page, app }) => {
      await openDemo(page, app);
      for (const stage of ['Site', 'Ground', 'Grade', 'Trench', 'Order']) {
        await page.getByRole('tab', { name: new RegExp(`^${stage}`) }).click();
        await page.waitForTimeout(300);
        const small = await page.evaluate(() =>
          [...document.querySelectorAll('[role=button],[role=tab],[role=radio],[role=checkbox],[role=link],[role=slider],input')]
            .map((element) => ({ box: element.getBoundingClientRect(), name: element.getAttribute('aria-label') ?? element.textContent }))
            .filter(({ box }) => box.width > 0 && (box.width < 47.5 || box.height < 47.5))
            .map(({ box, name }) => `${name} ${box.width}×${box.height}`),
        );
        expect(small).toEqual([]);
      }
    });
  });
}
