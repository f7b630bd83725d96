import { choose, expect, tap, test } from './app';
import { accessible } from './axe';
import { fits } from './fit';
import { inEveryLight, lit, MODES, PHONE } from './lights';
import type { StageShown } from './tour';
import { closed, go, opened, openDemo, SHEETS, STAGES } from './tour';

/** What must hold of every view: on a phone and a wide page, by day and by night, on its side, narrow, and with large text. */

/**
 * What has another light or shape has it at once, and no stage is there that nobody went to: the views are looked at,
 * not how they come.
 */
test.use({ contextOptions: { reducedMotion: 'reduce' }, busy: true });

const LOW: readonly { readonly width: number; readonly height: number }[] = [
  { width: 844, height: 390 },
  { width: 320, height: 568 },
  // A page that is zoomed to 200 %.
  { width: 640, height: 400 },
];

/** Stages whose sheets are gone through beside each other. */
const PARTS: readonly (readonly StageShown[])[] = [['Grade'], ['Site', 'Ground', 'Trench'], ['Order', 'Dig']];

test('every stage is in one of the parts', () => {
  expect(PARTS.flat().sort()).toEqual([...STAGES].sort());
});

for (const { size, light } of MODES)
  test.describe(`${size.width} px, ${light}`, () => {
    test.use({ viewport: size, colorScheme: light });

    test('every stage, and what is there before a job is open', async ({ page, app }) => {
      test.setTimeout(240_000);
      const right = (what: string) => accessible(page, `${what}, ${light}, ${size.width} px`);
      await page.goto(app.url);
      await expect(page.getByText('No jobs yet')).toBeVisible();
      await lit(page, light);
      await right('no jobs');
      await tap(page, 'New job');
      await page.getByRole('dialog').waitFor();
      await right('new job');
      await tap(page, 'Close');
      await openDemo(page, app);
      for (const stage of STAGES) {
        await go(page, stage);
        await right(stage);
      }
      await tap(page, 'Menu');
      await tap(page, 'Rules');
      await expect(page.getByRole('heading', { name: 'Rules', exact: true })).toBeVisible();
      await right('rules');
      await tap(page, 'All jobs');
      await expect(page.getByTestId('job')).toHaveCount(1);
      await right('jobs');
    });

    for (const stages of PARTS)
      test(`every sheet of ${stages.join(', ')}`, async ({ page, app }) => {
        test.setTimeout(300_000);
        page.setDefaultTimeout(20_000);
        await openDemo(page, app);
        await lit(page, light);
        for (const [index, sheet] of SHEETS.filter(({ stage }) => stages.includes(stage)).entries()) {
          await opened(page, sheet);
          await accessible(page, `${sheet.name}, ${light}, ${size.width} px`);
          // On phones, by turns; the soak has each sheet in all of them.
          const low = size !== PHONE ? [] : process.env.EVERY_LIGHT ? LOW : [LOW[index % LOW.length] ?? PHONE];
          for (const shape of low) {
            await page.setViewportSize(shape);
            await fits(page, `${sheet.name}, ${shape.width}×${shape.height}`);
          }
          await page.setViewportSize(size);
          await closed(page);
        }
      });
  });

test('every sheet with text twice as large', async ({ page, app }) => {
  test.setTimeout(300_000);
  page.setDefaultTimeout(20_000);
  await page.addInitScript(() => {
    const set = (): void => document.documentElement?.style.setProperty('font-size', '32px');
    new MutationObserver(set).observe(document, { childList: true });
  });
  await openDemo(page, app);
  for (const sheet of SHEETS) {
    await opened(page, sheet);
    await fits(page, `${sheet.name}, large text`);
    await closed(page);
  }
});

test('the least dig, what cannot hold together, and the room to be wrong', async ({ page, app }) => {
  test.setTimeout(240_000);
  await openDemo(page, app);
  await go(page, 'Grade');
  await tap(page, 'Least digging');
  await expect(page.getByText(/limits conflict/)).toBeVisible();
  await inEveryLight(page, 'what cannot hold together');
  await page.getByRole('button', { name: /^Unlock: the slope locked on Barn door/ }).click();
  await expect(page.getByText('Nothing within these limits digs less', { exact: false })).toBeVisible();
  await page
    .getByRole('button', { name: /^Barn door .*Why not higher$/ })
    .first()
    .click();
  await inEveryLight(page, 'the least dig');
  await tap(page, 'Close');
  await tap(page, 'How far off can it be');
  await expect(page.getByText(/higher, until it reaches|higher: none/)).toBeVisible();
  await inEveryLight(page, 'room to be wrong');
});

test('the network, the way to the outlet, and the structures', async ({ page, app }) => {
  test.setTimeout(240_000);
  await openDemo(page, app);
  await go(page, 'Grade');
  await page.getByRole('radio', { name: 'Network' }).click();
  await inEveryLight(page, 'the network');
  await choose(page, /^Line:/, 'Cart yard branch');
  await page.getByRole('radio', { name: 'To the outlet' }).click();
  await inEveryLight(page, 'to the outlet');
  await tap(page, 'Structures');
  await inEveryLight(page, 'structures');
});

test('what a drag asks', async ({ page, app }) => {
  test.setTimeout(120_000);
  await openDemo(page, app);
  const invert = page.getByRole('slider', { name: 'Low invert of Ditch to manhole' });
  const box = await invert.boundingBox();
  if (!box) throw new Error('no invert');
  const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
  await page.mouse.move(x, y);
  await page.mouse.down();
  await page.mouse.move(x, y - 30, { steps: 6 });
  await page.mouse.up();
  await expect(page.getByRole('dialog', { name: 'Which one gives way?' })).toBeVisible();
  await inEveryLight(page, 'what gives way');
  for (const size of LOW) {
    await page.setViewportSize(size);
    await fits(page, `what gives way, ${size.width}×${size.height}`);
  }
});
