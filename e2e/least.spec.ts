import type { Page } from '@playwright/test';
import { expect, figure, station, tap, test, WIDE } from './app';
import { go, openDemo } from './tour';

/** The least dig, and the room to be wrong, as people come to them. */

const proposed = (page: Page) => page.getByText('Nothing within these limits digs less', { exact: false });
const row = (page: Page, name: RegExp) => page.getByRole('button', { name }).first();
const undo = (page: Page) => tap(page, 'Undo');

async function freed(page: Page): Promise<void> {
  await go(page, 'Grade');
  await tap(page, 'Least digging');
  // The demo breaks the cover at the barn door, and every invert of it is fixed.
  await expect(page.getByText(/: these \d+ limits conflict\.$/)).toBeVisible();
  await page.getByRole('button', { name: /^Unlock: the slope locked on Barn door/ }).click();
  await expect(proposed(page)).toBeVisible();
}

async function proposeAcceptMove(page: Page): Promise<void> {
  await freed(page);
  // Dug before and after, and where the line would lie.
  const dug = page.getByRole('group', { name: 'Digging' });
  await expect(dug).toContainText(/As planned[\d.]+ cu yd/);
  await expect(dug).toContainText(/Least digging[\d.]+ cu yd/);
  const barn = row(page, /^Barn door .*Why not higher$/);
  await barn.scrollIntoViewIfNeeded();
  await barn.click();
  await expect(page.getByText(/^High invert [\d.]+ ft is held by$/)).toBeVisible();
  // A reason is a tap away from its place.
  const cover = page.getByRole('button', { name: /^18" of cover at 3\+20/ }).first();
  await cover.click();
  await expect(page.getByRole('slider', { name: 'Station along the line' })).toHaveAttribute(
    'aria-valuetext',
    /^3\+20/,
  );
  await tap(page, 'Set these inverts');
  await expect(page.getByRole('button', { name: 'Least digging', exact: true })).toBeVisible();
  // Nothing is short of cover any more, and it is one step of undo.
  await expect(page.getByText(/Cover over Barn door/)).toHaveCount(0);
  await undo(page);
  await expect(page.getByText(/Cover over Barn door/).first()).toBeVisible();
  await tap(page, 'Redo');
  await expect(page.getByText(/Cover over Barn door/)).toHaveCount(0);
}

for (const [name, use] of [
  ['phone', {}],
  ['wide', WIDE],
] as const)
  test.describe(name, () => {
    test.use(use);

    test('it is proposed, its reasons opened, set, one invert moved by hand, and asked for again', async ({
      page,
      app,
    }) => {
      await openDemo(page, app);
      await proposeAcceptMove(page);
      await page.getByRole('slider', { name: 'Station along the line' }).press('End');
      const high = page.getByRole('button', { name: /^High invert .*Change it$/ });
      const before = Number(/([\d.]+) ft/.exec((await high.textContent()) ?? '')?.[1]);
      expect(before).toBeGreaterThan(90);
      await high.click();
      await page.getByLabel(/^High invert \(/).fill(String((before - 0.2).toFixed(2)));
      await page.keyboard.press('Enter');
      await expect(high).toContainText((before - 0.2).toFixed(2));
      // It is a person's now, and stays where it was put.
      await tap(page, 'Least digging');
      await expect(proposed(page)).toBeVisible();
      const barn = row(page, /^Barn door .*Why not higher$/);
      await barn.scrollIntoViewIfNeeded();
      await expect(barn).toContainText((before - 0.2).toFixed(2));
      await barn.click();
      await expect(page.getByText(`High invert ${(before - 0.2).toFixed(2)} ft is locked`)).toBeVisible();
      await tap(page, 'Leave as is');
      await expect(high).toContainText((before - 0.2).toFixed(2));
    });

    test('with the least dig on, all that is free follows an invert that is dragged', async ({ page, app }) => {
      await openDemo(page, app);
      await freed(page);
      await page
        .getByRole('radio', { name: 'Everything unlocked follows, with the least digging' })
        .scrollIntoViewIfNeeded();
      await page.getByRole('radio', { name: 'Everything unlocked follows, with the least digging' }).click();
      await tap(page, 'Set these inverts');
      const outlet = page.getByRole('slider', { name: 'Low invert of Ditch to manhole' });
      await page.getByRole('slider', { name: 'Station along the line' }).press('Home');
      const box = await outlet.boundingBox();
      if (!box) throw new Error('the handle is not on the screen');
      const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
      await page.mouse.move(x, y);
      await page.mouse.down();
      await page.mouse.move(x, y + 6, { steps: 3 });
      await page.mouse.move(x, y + 40, { steps: 6 });
      await page.mouse.up();
      // Nothing is asked, and no limit is broken by it.
      await expect(page.getByRole('dialog')).toHaveCount(0);
      await expect(page.getByText(/Cover over/)).toHaveCount(0);
      const low = page.getByRole('button', { name: /^Low invert .*Change it$/ });
      await expect(low).not.toContainText('92.50');
      await undo(page);
      await expect(low).toContainText('92.50');
    });
  });

test('how far an invert may be off is said at any station, and what is left where it was laid', async ({
  page,
  app,
}) => {
  await openDemo(page, app);
  await go(page, 'Grade');
  await tap(page, 'How far off can it be');
  await station(page, 'Home');
  await expect(page.getByText(/ft lower, until it reaches$/)).toBeVisible();
  await expect(page.getByRole('button', { name: /^The highest water at Ditch outfall, 92.00 ft/ })).toBeVisible();
  const laid = page.getByLabel(/^Invert as laid here/);
  await laid.fill('92.55');
  await expect(page.getByText(/^0\.05 ft high: 0\.\d\d ft left before a limit breaks\.$/)).toBeVisible();
  await laid.fill('91.90');
  await expect(page.getByText(/^0\.60 ft low: 0\.10 ft past a limit\.$/)).toBeVisible();
  await page.getByRole('radio', { name: 'Laid as planned' }).click();
  await expect(page.getByText(/ft higher, until it reaches$/)).toBeVisible();
  expect(await figure(page, 'Invert').textContent()).toContain('92.50');
});

test('what somebody says besides the rules is found where the plan does not keep to it, and worked out by', async ({
  page,
  app,
}) => {
  await openDemo(page, app);
  await go(page, 'Grade');
  await tap(page, 'How far off can it be');
  await tap(page, 'Add a job limit');
  await page.getByLabel('Why').fill('Main as exposed');
  await page.getByRole('radio', { name: 'Invert', exact: true }).click();
  await page.getByLabel(/^Elevation/).fill('93');
  await tap(page, 'Save');
  await expect(page.getByRole('button', { name: /^Main as exposed/ })).toBeVisible();
  await tap(page, 'Close');
  await expect(page.getByText(/Main as exposed: its invert is/).first()).toBeVisible();
  await undo(page);
  await expect(page.getByText(/Main as exposed: its invert is/)).toHaveCount(0);
});
