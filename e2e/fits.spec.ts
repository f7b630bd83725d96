import { DEMO } from '../tools/lib/paths';
import { expect, saved, station, tap, test, WIDE } from './app';

/** Windows of every shape: what is worked with stays in reach, and no figure is cut. */

const SHAPES: readonly { name: string; width: number; height: number; text?: number }[] = [
  { name: 'a phone', width: 390, height: 844 },
  { name: 'a phone on its side', width: 844, height: 390 },
  { name: 'a narrow phone', width: 320, height: 568 },
  { name: 'a page that is zoomed to 200 %', width: 640, height: 400 },
  { name: 'a narrow page that is zoomed far', width: 320, height: 256 },
  { name: 'a phone with text twice as large', width: 390, height: 844, text: 32 },
  { name: 'a wide page with text twice as large', width: 1280, height: 800, text: 32 },
];

for (const { name, width, height, text } of SHAPES)
  test(`on ${name} every stage has room for its numbers, and no figure is cut`, async ({ page, app }) => {
    page.setDefaultTimeout(15_000);
    await page.setViewportSize({ width, height });
    // As the browser's own setting has it, before anything is drawn.
    if (text !== undefined)
      await page.addInitScript((size) => {
        const set = (): void => document.documentElement?.style.setProperty('font-size', `${size}px`);
        new MutationObserver(set).observe(document, { childList: true });
      }, text);
    await page.goto(app.url);
    const [chooser] = await Promise.all([page.waitForEvent('filechooser'), tap(page, 'Open a plan file')]);
    await chooser.setFiles(DEMO);
    await tap(page, 'Menu');
    await page.getByRole('radio', { name: 'Feet and inches', exact: true }).click();
    await tap(page, 'Close');
    for (const stage of ['Site', 'Ground', 'Trench', 'Order', 'Dig', 'Grade']) {
      await page.getByRole('tab', { name: new RegExp(`^${stage}`) }).click();
      await expect(page.getByRole('tab', { name: new RegExp(`^${stage}`) })).toBeInViewport({ ratio: 0.95 });
      // What scrolls under the stages is tall enough to be read in.
      const room = await page
        .getByRole('main')
        .evaluate((main) =>
          Math.max(
            ...[...main.querySelectorAll('*')]
              .filter((element) => /auto|scroll/.test(getComputedStyle(element).overflowY) && element.checkVisibility())
              .map((element) => element.clientHeight),
          ),
        );
      expect(room, `${stage}: px to read in`).toBeGreaterThanOrEqual(Math.min(180, height - 140));
      const wide = await page.evaluate(() => document.documentElement.scrollWidth - innerWidth);
      expect(wide, `${stage}: px beyond the side`).toBeLessThanOrEqual(0);
    }
    if (text !== undefined)
      await expect(page.getByRole('heading', { level: 1 })).toHaveCSS('font-size', `${(18 * text) / 16}px`);
    await station(page, 'End');
    const cut = await page
      .getByRole('group', { name: 'Levels at the station' })
      .evaluate((group) =>
        [...group.querySelectorAll('[role=button] > *')]
          .filter(
            (element) =>
              element.scrollWidth > element.clientWidth + 1 && getComputedStyle(element).position !== 'absolute',
          )
          .map((element) => element.textContent),
      );
    expect(cut).toEqual([]);
  });

test.describe('wide', () => {
  test.use(WIDE);

  test('the room is divided as people put it, by mouse and by keys, and stays so on this device', async ({
    page,
    app,
  }) => {
    await page.goto(app.url);
    const [chooser] = await Promise.all([page.waitForEvent('filechooser'), tap(page, 'Open a plan file')]);
    await chooser.setFiles(DEMO);
    const side = page.getByRole('separator', { name: 'Width of the drawings' });
    const flat = page.getByRole('separator', { name: 'Height of the upper drawing' });
    const at = async (locator: typeof side) => Number(await locator.getAttribute('aria-valuenow'));
    const before = await at(side);
    const box = await side.boundingBox();
    if (!box) throw new Error('no divider');
    await page.mouse.move(box.x + 5, 400);
    await page.mouse.down();
    await page.mouse.move(box.x - 195, 400, { steps: 5 });
    await page.mouse.up();
    // 200 of the 1132 px beside the stages.
    expect(before - (await at(side))).toBeGreaterThanOrEqual(17);
    expect(before - (await at(side))).toBeLessThanOrEqual(18);
    const moved = await at(side);
    const tall = await at(flat);
    await flat.focus();
    for (let press = 0; press < 4; press += 1) await page.keyboard.press('ArrowUp');
    expect(await at(flat)).toBe(tall - 8);
    await tap(page, 'Show the sketch here');
    await expect(page.getByRole('application', { name: /^Plan sketch/ })).toBeVisible();

    await saved(page);
    await page.reload();
    await expect(page.getByRole('application', { name: /^Plan sketch/ })).toBeVisible();
    expect(await at(side)).toBe(moved);
    expect(await at(flat)).toBe(tall - 8);
    const beyond = await page.evaluate(() => document.documentElement.scrollWidth - innerWidth);
    expect(beyond).toBeLessThanOrEqual(0);

    // Not past what either needs, and back where it stands by itself.
    await side.focus();
    for (let press = 0; press < 60; press += 1) await page.keyboard.press('ArrowLeft');
    expect(await at(side)).toBe(27);
    await page.keyboard.press('Home');
    expect(await at(side)).toBe(before);
  });
});
