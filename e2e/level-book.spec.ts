import type { Locator, Page } from '@playwright/test';
import type { App } from './app';
import { expect, figure, fill, newJob, saved, station, tap, test, typeLine, WIDE } from './app';
import type { Hands } from './hands';
import { keys, touch } from './hands';
import { go, openDemo } from './tour';

/** The level book, as a crew keeps it. */

/** Shoots what is guessed, or what is told instead. */
async function shoot(
  { page, press, pick, choose }: Hands,
  rod: string,
  on: { kind?: string; name?: string | RegExp; at?: string } = {},
): Promise<void> {
  if (on.kind) await pick(on.kind);
  if (on.kind === 'TP') await fill(page, 'Name', String(on.name));
  if (on.kind === 'Structure') await choose(/^Structure/, on.name ?? '');
  if (on.at) await fill(page, /^Tape/, on.at);
  await fill(page, /^(Rod reading|Backsight to)/, rod);
  await press('Save');
}

async function shootsALoop(hands: Hands, app: App): Promise<void> {
  const { page, press } = hands;
  await newJob(page, app, 'Yard');
  await typeLine(page, { invert: '92', ground: '', service: 'Storm' }, [{ length: '100', slope: '1 %', ground: '' }]);
  await station(page, 'Home');
  await expect(page.getByRole('button', { name: /^Ground .*not known. Show the working/ })).toBeVisible();

  await go(page, 'Ground');
  await press('Benchmark');
  await fill(page, /^Elevation/, '100');
  await press('Save');

  // Instrument at 105.00: the outlet, rod 9.00, is 96.00 ft; TP1, rod 6.00, is 99.00.
  await press('Set up the level');
  const entry = page.getByRole('group', { name: 'The next reading' });
  await shoot(hands, '5.00');
  await expect(entry.getByRole('heading')).toHaveText('Setup 1: instrument at 105.00 ft');
  await shoot(hands, '9.00');
  await expect(entry.getByRole('status')).toContainText('96.00 ft');
  await shoot(hands, '6.00', { kind: 'TP', name: 'TP1' });
  // Instrument at 103.00: 40 ft up, rod 6.50, is 96.50; TP2, rod 4.00, is 99.00.
  await shoot(hands, '4.00');
  // Where the tape is not understood nothing is kept at the place that was guessed.
  await fill(page, /^Tape/, '400');
  await fill(page, /^Rod reading/, '6.50');
  await expect(page.getByText('Past the end of the run.')).toBeVisible();
  await expect(page.getByRole('button', { name: 'Save' })).toBeDisabled();
  await shoot(hands, '6.50', { at: '40' });
  await shoot(hands, '4.00', { kind: 'TP', name: 'TP2' });
  // Instrument at 104.00: the top, rod 6.00, is 98.00. The benchmark, rod 3.99, closes 0.01 high.
  await shoot(hands, '5.00');
  await shoot(hands, '6.00', { kind: 'Structure', name: /^Catch basin/ });
  await shoot(hands, '3.99', { kind: 'BM' });
  await press('Done with readings');

  const loop = page.getByRole('group', { name: 'Loop closure' });
  await expect(loop).toContainText('3 setups');
  await expect(loop).toContainText('Misses by 0.01 ft');
  await expect(loop).toContainText('backsights 14.00 ft − foresights 13.99 ft = 0.01 ft; rise 0.01 ft');
  await expect(loop).toContainText('Spread over its setups');

  await station(page, 'Home');
  await go(page, 'Grade');
  await station(page, 'Home');
  // 96.00 less a third of 0.01, over a bottom of 92.00 − 0.075 − 0.50.
  await expect(figure(page, 'Ground')).toContainText('96.00 ft');
  await expect(figure(page, 'Trench depth')).toContainText('4.57 ft');

  await go(page, 'Ground');
  await hands.correct();
  // The reading before is folded away, and still there to be read.
  await expect(page.getByText('Daylight, ground: 9.00 ft')).toHaveCount(0);
  await press(/1 reading struck out/);
  await expect(page.getByText('Daylight, ground: 9.00 ft')).toBeVisible();
  await expect(page.getByText('corrected')).toBeVisible();
  await go(page, 'Grade');
  await station(page, 'Home');
  await expect(figure(page, 'Ground')).toContainText('96.50 ft');
  await expect(figure(page, 'Trench depth')).toContainText('5.07 ft');
  await press(/^Ground .*Show the working/);
  await expect(page.getByRole('dialog', { name: 'Ground' })).toContainText('shot at this place');
  await press('Close');
  await saved(page);
  // What is in the book stays in the book.
  const [row] = await app.query<{ shots: number }>(
    `SELECT count(*)::int AS shots FROM item WHERE kind = 'shot' AND body IS NOT NULL`,
  );
  expect(row?.shots).toBe(10);
}

test('a loop of three setups is shot, one reading is corrected, and the profile moves with it', ({ page, app }) =>
  shootsALoop(touch(page), app));

test.describe('the same, wide and by keyboard alone', () => {
  test.use(WIDE);
  test('the loop', ({ page, app }) => shootsALoop(keys(page), app));
});

test('with gloves: measurements are typed on a pad of large keys, and letters where they are wanted', async ({
  page,
  app,
}) => {
  await newJob(page, app, 'Gloves');
  await go(page, 'Ground');
  await tap(page, 'Benchmark');
  await fill(page, /^Elevation/, '100');
  await tap(page, 'Save');
  await tap(page, 'Set up the level');
  const pad = page.getByRole('group', { name: 'Digits' });
  const press = async (keys: readonly string[]): Promise<void> => {
    for (const key of keys) await pad.getByRole('button', { name: key, exact: true }).tap();
  };
  const field = page.getByLabel(/^(Backsight to|Rod reading)/);
  // 5 ft 3 in, with a digit too many that is taken back.
  await press(['5', 'feet', '3', '4', 'Backspace', 'inches']);
  await expect(field).toHaveValue('5′3″');
  await press(['Enter']);
  await expect(page.getByRole('heading', { name: 'Setup 1: instrument at 105.25 ft' })).toBeVisible();
  // The next reading is waited for, and the keyboard of the device stays away until its letters are wanted.
  await expect(field).toBeFocused();
  await expect(field).toHaveAttribute('inputmode', 'none');
  await press(['1', '.', '5', 'Letters']);
  await expect(pad).toHaveCount(0);
  await expect(field).toBeFocused();
  await expect(field).toHaveAttribute('inputmode', 'text');
  await page.keyboard.type(' m');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('status').getByText('100.33 ft')).toBeVisible();
});

/** Whatever asks for the pad waits. @returns what lets it come, or tells that it cannot */
async function padHeld(page: Page): Promise<{ come: () => void; fail: () => void }> {
  let decide: (comes: boolean) => void = () => undefined;
  const decided = new Promise<boolean>((resolve) => (decide = resolve));
  await page.route('**/Pad-*.js', async (route) => ((await decided) ? route.continue() : route.abort()));
  return { come: () => decide(true), fail: () => decide(false) };
}

const pointOf = async (place: Locator): Promise<{ x: number; y: number }> => {
  const box = await place.boundingBox();
  if (!box) throw new Error('It is not in sight.');
  return { x: box.x + box.width / 2, y: box.y + box.height / 2 };
};

test('what is pressed stays under the finger while the pad comes in', async ({ page, app }) => {
  await openDemo(page, app);
  await go(page, 'Dig');
  const asked = page.waitForRequest('**/Pad-*.js');
  const pad = await padHeld(page);
  await tap(page, 'Move the level');
  await asked;
  const { x, y } = await pointOf(page.getByRole('combobox', { name: 'Checked on' }));
  await page.mouse.move(x, y);
  await page.mouse.down();
  const came = page.waitForResponse('**/Pad-*.js');
  pad.come();
  await (await came).finished();
  await page.waitForTimeout(300);
  await page.mouse.up();
  await expect(page.getByRole('option', { name: /^Barn step/ })).toBeVisible();
});

test('where the pad cannot be fetched, what is typed on is the keyboard of the device', async ({ page, app }) => {
  await openDemo(page, app);
  await go(page, 'Dig');
  const pad = await padHeld(page);
  pad.fail();
  await tap(page, 'Move the level');
  const rod = page.getByLabel(/^Rod on it, from here/);
  await rod.tap();
  await expect(rod).toHaveAttribute('inputmode', 'text');
  await fill(page, /^Rod on it, from here/, '3.05');
  await expect(rod).toHaveValue('3.05');
  await expect(page.getByRole('button', { name: 'Save' })).toBeVisible();
});

test('a level book of 40 shots takes little more than its digits', async ({ page, app }) => {
  await newJob(page, app, 'Long yard');
  await typeLine(
    page,
    { invert: '90', ground: '', service: 'Storm' },
    Array.from({ length: 4 }, () => ({ length: '200', slope: '1 %', ground: '' })),
  );
  await go(page, 'Ground');
  await tap(page, 'Benchmark');
  await fill(page, /^Elevation/, '100');
  await tap(page, 'Save');
  await tap(page, 'Set up the level');
  // Every tenth reading carries the level on; the one after it looks back.
  let [level, known, others] = [0, 100, 0];
  for (let shot = 0; shot < 40; shot += 1) {
    const back = shot % 10 === 0;
    const turn = shot % 10 === 9;
    const field = page.getByLabel(back ? /^Backsight to/ : /^Rod reading/);
    await expect(field).toBeFocused();
    await expect(field).toHaveValue('');
    if (turn) {
      await page.keyboard.press('t');
      others += 1;
    }
    const rod = back ? 5 : 4 + (shot % 7) / 4;
    await page.keyboard.type(rod.toFixed(2));
    await page.keyboard.press('Enter');
    others += 1;
    if (back) level = known + rod;
    else known = level - rod;
    if (!back)
      await expect(page.getByRole('group', { name: 'The next reading' }).getByRole('status')).toContainText(
        `${known.toFixed(2)} ft`,
      );
  }
  expect(others / 40).toBeLessThan(2);
  await tap(page, 'Done with readings');
  await saved(page);
  const [row] = await app.query<{ shots: number; setups: number }>(
    `SELECT count(*) FILTER (WHERE kind = 'shot')::int AS shots, count(*) FILTER (WHERE kind = 'setup')::int AS setups
     FROM item WHERE body IS NOT NULL`,
  );
  expect(row).toEqual({ shots: 40, setups: 4 });
});
