import type { Page } from '@playwright/test';
import { expect, figure, station, tap, test, WIDE } from './app';
import { openDemo } from './tour';

/** Drawing by hand and by keyboard, on a wide screen; and what screen readers and gloved fingers need. */

const handle = (page: Page, name: string | RegExp) => page.getByRole('slider', { name });

test.describe('wide', () => {
  test.use(WIDE);

  test('an invert is moved with the arrow keys and put back with undo, all from the keyboard', async ({
    page,
    app,
  }) => {
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
    const question = page.getByRole('dialog', { name: 'Which one gives way?' });
    await expect(question).toBeVisible();
    await question.getByRole('button', { name: /^The slope of .+ becomes/ }).click();
    await expect(question).toHaveCount(0);
    await expect(figure(page, 'Invert')).not.toHaveText(before ?? '');
    await tap(page, 'Undo');
    await expect(figure(page, 'Invert')).toHaveText(before ?? '');
  });

  test('a sideways swipe that starts on a locked invert moves the station line, and never the invert', async ({
    page,
    app,
  }) => {
    await openDemo(page, app);
    await station(page, 'Home');
    await expect(figure(page, 'Invert')).toContainText('92.50 ft');
    const outlet = handle(page, /^Low invert of/).first();
    const level = await outlet.getAttribute('aria-valuetext');
    expect(level).toMatch(/, locked$/);
    const box = await outlet.boundingBox();
    if (!box) throw new Error('no handle');
    const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
    await page.mouse.move(x, y);
    await page.mouse.down();
    await page.mouse.move(x + 160, y + 14, { steps: 8 });
    await page.mouse.up();
    await expect(page.getByRole('dialog')).toHaveCount(0);
    await expect(outlet).toHaveAttribute('aria-valuetext', level ?? '');
    await expect(handle(page, 'Station along the line')).not.toHaveAttribute('aria-valuetext', /^0\+00/);
    await expect(page.getByRole('button', { name: 'Undo' })).toBeDisabled();
    // Up and down it does move, and what somebody fixed gives way only when they say so.
    await page.mouse.move(x, y);
    await page.mouse.down();
    await page.mouse.move(x + 3, y - 24, { steps: 6 });
    await page.mouse.up();
    await expect(page.getByRole('dialog', { name: 'Which one gives way?' })).toBeVisible();
  });
});

test('the lines of a job are gone through with a swipe, a step or from their list', async ({ page, app }) => {
  await openDemo(page, app);
  const line = page.getByRole('combobox', { name: /^Line:/ });
  await expect(line).toContainText('1 of 13');
  await tap(page, 'Line after');
  await expect(line).toContainText('2 of 13');
  const box = await line.boundingBox();
  if (!box) throw new Error('no bar');
  const y = box.y + box.height / 2;
  await page.mouse.move(box.x + 40, y);
  await page.mouse.down();
  await page.mouse.move(box.x + 180, y + 4, { steps: 8 });
  await page.mouse.up();
  await expect(line).toContainText('1 of 13');
  // A swipe is no tap.
  await expect(page.getByRole('dialog')).toHaveCount(0);
  await line.click();
  await page.getByRole('searchbox').fill('french');
  await page.getByRole('option', { name: /French drain/ }).click();
  await expect(line).toContainText('French drain');
});

test('the station line follows a finger', async ({ page, app }) => {
  await openDemo(page, app);
  const surface = handle(page, 'Station along the line');
  const box = await surface.boundingBox();
  if (!box) throw new Error('no drawing');
  await page.touchscreen.tap(box.x + box.width * 0.8, box.y + box.height * 0.9);
  await expect(surface).toHaveAttribute('aria-valuetext', /^2\+\d\d/);
});

for (const [name, use] of [
  ['phone', {}],
  ['wide', WIDE],
] as const) {
  test.describe(name, () => {
    test.use(use);
    test(`nothing to tap is smaller than a gloved finger (${name})`, async ({ page, app }) => {
      await openDemo(page, app);
      for (const stage of ['Site', 'Ground', 'Grade', 'Trench', 'Order', 'Dig']) {
        await page.getByRole('tab', { name: new RegExp(`^${stage}`) }).click();
        await page.waitForTimeout(300);
        const small = await page.evaluate(() =>
          [
            ...document.querySelectorAll(
              '[role=button],[role=tab],[role=radio],[role=checkbox],[role=link],[role=slider],[role=combobox],[role=option],input',
            ),
          ]
            .map((element) => ({
              box: element.getBoundingClientRect(),
              name: element.getAttribute('aria-label') ?? element.textContent,
            }))
            .filter(({ box }) => box.width > 0 && (box.width < 47.5 || box.height < 47.5))
            .map(({ box, name }) => `${name} ${box.width}×${box.height}`),
        );
        expect(small).toEqual([]);
      }
    });
  });
}
