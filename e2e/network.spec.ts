import type { CDPSession, Page } from '@playwright/test';
import { DEMO } from '../tools/lib/paths';
import type { App } from './app';
import { choose, expect, figure, fill, newJob, saved, station, tap, test, typeLine, WIDE } from './app';

/** Networks, the sketch and the level book, as a crew works with them. */

async function openDemo(page: Page, app: App, stage: string): Promise<void> {
  await page.goto(app.url);
  const [chooser] = await Promise.all([page.waitForEvent('filechooser'), tap(page, 'Open a plan file')]);
  await chooser.setFiles(DEMO);
  await go(page, stage);
}

async function go(page: Page, stage: string): Promise<void> {
  const tab = page.getByRole('tab', { name: new RegExp(`^${stage}`) });
  await tab.click();
  await expect(tab).toHaveAttribute('aria-selected', 'true');
}

/** The same work by touch on a phone, and by nothing but the keyboard on a wide screen. */
interface Hands {
  readonly page: Page;
  press(name: string | RegExp): Promise<void>;
  pick(name: string | RegExp): Promise<void>;
  /** One of many, from the list that a field opens. */
  choose(field: string | RegExp, name: string | RegExp): Promise<void>;
  /** The reading on the outlet becomes 8.50 ft. */
  correct(): Promise<void>;
  /** The only run of the job, on the sketch. */
  chooseRun(): Promise<void>;
}

const touch = (page: Page): Hands => ({
  page,
  press: (name) => tap(page, name),
  pick: (name) => page.getByRole('radio', { name, exact: typeof name === 'string' }).click(),
  choose: (field, name) => choose(page, field, name),
  correct: async () => {
    await tap(page, /^Daylight, ground ahead 9\.00 ft/);
    await fill(page, /^Rod reading/, '8.50');
    await tap(page, 'Keep the correction');
  },
  chooseRun: async () => {
    // A tap half way along it.
    const box = await page.getByRole('application', { name: /^Plan sketch/ }).boundingBox();
    if (!box) throw new Error('no sketch');
    await page.touchscreen.tap(box.x + box.width / 2, box.y + box.height / 2);
  },
});

const keys = (page: Page): Hands => {
  const enter =
    (role: 'button' | 'radio' | 'combobox' | 'option') =>
    async (name: string | RegExp): Promise<void> => {
      const target = page.getByRole(role, { name, exact: typeof name === 'string' }).first();
      await target.focus();
      await page.keyboard.press('Enter');
    };
  return {
    page,
    press: enter('button'),
    pick: enter('radio'),
    choose: async (field, name) => {
      await enter('combobox')(field);
      await enter('option')(name);
    },
    correct: async () => {
      // In the book itself, as over a figure on paper: from the reading above it, down and over.
      const row = page.getByRole('table', { name: 'Level book' }).getByLabel('Foresight on Daylight, ground');
      await row.focus();
      await page.keyboard.press('ArrowDown');
      await expect(page.getByLabel('Foresight on TP1')).toBeFocused();
      await page.keyboard.press('ArrowUp');
      await expect(row).toBeFocused();
      await page.keyboard.type('8.50');
      await page.keyboard.press('Enter');
      await expect(page.getByLabel('Foresight on TP1')).toBeFocused();
    },
    chooseRun: () => enter('button')(/^Run 1 .*Choose it on the sketch$/),
  };
};

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
  await fill(page, /^(Rod reading|Back to)/, rod);
  await press('Keep it');
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
  await press('Keep it');

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
  await expect(page.getByText('Beyond the end of the run.')).toBeVisible();
  await expect(page.getByRole('button', { name: 'Keep it' })).toBeDisabled();
  await shoot(hands, '6.50', { at: '40' });
  await shoot(hands, '4.00', { kind: 'TP', name: 'TP2' });
  // Instrument at 104.00: the top, rod 6.00, is 98.00. The benchmark, rod 3.99, closes 0.01 high.
  await shoot(hands, '5.00');
  await shoot(hands, '6.00', { kind: 'Structure', name: /^Catch basin/ });
  await shoot(hands, '3.99', { kind: 'BM' });
  await press('Done with readings');

  const loop = page.getByRole('group', { name: 'How the loop closed' });
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
  await press(/1 reading out of force/);
  await expect(page.getByText('Daylight, ground: 9.00 ft')).toBeVisible();
  await expect(page.getByText('corrected since')).toBeVisible();
  await go(page, 'Grade');
  await station(page, 'Home');
  await expect(figure(page, 'Ground')).toContainText('96.50 ft');
  await expect(figure(page, 'Trench depth')).toContainText('5.07 ft');
  await press(/^Ground .*Show the working/);
  await expect(page.getByRole('dialog', { name: 'Ground' })).toContainText('as shot at this place');
  await press('Close');
  await saved(page);
  // What is in the book stays in the book.
  const [row] = await app.query<{ shots: number }>(
    `SELECT count(*)::int AS shots FROM item WHERE kind = 'shot' AND body IS NOT NULL`,
  );
  expect(row?.shots).toBe(10);
}

async function drawsABranch(hands: Hands, app: App): Promise<void> {
  const { page, press, pick, choose } = hands;
  await newJob(page, app, 'Yard');
  await typeLine(page, { invert: '98', ground: '104', service: 'Storm' }, [
    { length: '100', slope: '1 %', ground: '104' },
  ]);
  await go(page, 'Site');
  await press('Start the sketch from this');

  await hands.chooseRun();
  await expect(page.getByRole('group', { name: 'Run 1' })).toBeVisible();
  await press('Put a wye in');
  await fill(page, /^Distance up the run/, '40');
  await press('Put it in, and branch');
  await pick('Roof drain');
  await fill(page, /^Flat length/, '30');
  await fill(page, /^Slope/, '2 %');
  await fill(page, /^Ground at the upper end/, '103');
  await choose(/^At the upper end/, 'Downspout');
  await press('Add the run');

  await go(page, 'Grade');
  await choose(/^Line:/, /Roof drain branch/);
  await station(page, 'Home');
  // 98.00 + 1 % of 40 ft: the branch takes the trunk's own invert.
  await expect(figure(page, 'Invert')).toContainText('98.40 ft');
  await choose(/^Line:/, /Storm line/);
  await station(page, 'End');
  await expect(figure(page, 'Invert')).toContainText('99.00 ft');

  // Trunk at 20 ft: crown at 98.20 − 0.075 + 1.15 = 99.275 ft. A 4 in main with its top at 100.00 leaves 0.392 ft, 4 3/4 in.
  await go(page, 'Site');
  await press('Utility');
  await choose(/^At which run/, /^Run 1 Storm line/);
  await pick('Elevation');
  await fill(page, /^Elevation of it/, '100');
  await fill(page, /^Distance up the run/, '20');
  await press('Keep it');
  const finding = page.getByRole('button', {
    name: /^Fix at [+0-9.]+ Gas main has .* of room over the pipe of Run 1; the least is 12"/,
  });
  await expect(finding).toBeVisible();
  await press(/^Fix at [+0-9.]+ Gas main has/);
  await expect(page.getByText(/Rule: common practice\. The local rule/)).toBeVisible();
  await expect(
    page.getByRole('button', { name: /^Look twice at [+0-9.]+ Dig by hand 24" each side of Gas main/ }),
  ).toBeVisible();
  await saved(page);
  await page.reload();
  await expect(finding).toBeVisible();
}

test('a loop of three setups is shot, one reading is corrected, and the profile moves with it', ({ page, app }) =>
  shootsALoop(touch(page), app));
test('with gloves: measurements are typed on a pad of large keys, and letters where they are wanted', async ({
  page,
  app,
}) => {
  await newJob(page, app, 'Gloves');
  await go(page, 'Ground');
  await tap(page, 'Benchmark');
  await fill(page, /^Elevation/, '100');
  await tap(page, 'Keep it');
  await tap(page, 'Set up the level');
  const pad = page.getByRole('group', { name: 'Digits' });
  const press = async (keys: readonly string[]): Promise<void> => {
    for (const key of keys) await pad.getByRole('button', { name: key, exact: true }).tap();
  };
  const field = page.getByLabel(/^(Back to|Rod reading)/);
  // 5 ft 3 in, with a digit too many that is taken back.
  await press(['5', 'feet', '3', '4', 'Delete the last', 'inches']);
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
  await tap(page, 'Keep it');
  await tap(page, 'Set up the level');
  // Every tenth reading carries the level on; the one after it looks back.
  let [level, known, others] = [0, 100, 0];
  for (let shot = 0; shot < 40; shot += 1) {
    const back = shot % 10 === 0;
    const turn = shot % 10 === 9;
    const field = page.getByLabel(back ? /^Back to/ : /^Rod reading/);
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
test('a branch is drawn into a trunk with a wye, and a gas crossing meets its clearance', ({ page, app }) =>
  drawsABranch(touch(page), app));

test.describe('the same, wide and by keyboard alone', () => {
  test.use(WIDE);
  test('the loop', ({ page, app }) => shootsALoop(keys(page), app));
  test('the branch and the crossing', ({ page, app }) => drawsABranch(keys(page), app));
});

test('the least clearance is a rule of the plan: a stricter one of the gas company finds what the usual one let pass', async ({
  page,
  app,
}) => {
  await openDemo(page, app, 'Site');
  const finding = page.getByRole('button', { name: /^Fix at [+0-9.]+ Gas to the house has .* the least is 24"/ });
  await expect(finding).toHaveCount(0);
  await tap(page, 'Menu');
  await tap(page, 'Rules in force');
  await page.getByRole('radio', { name: 'G · Gas or oil' }).click();
  await fill(page, /^Our pipe under it/, '24');
  await page.keyboard.press('Enter');
  await tap(page, 'Keep these rules');
  await go(page, 'Site');
  await expect(finding).toBeVisible();
  await finding.click();
  await expect(page.getByText(/Rule: typed in these rules\. The local rule/)).toBeVisible();
});

async function pinch(
  page: Page,
  client: CDPSession,
  from: [number, number],
  to: [number, number],
  y: number,
): Promise<void> {
  const points = ([a, b]: [number, number]) => [a, b].map((x, id) => ({ x, y, id }));
  await client.send('Input.dispatchTouchEvent', { type: 'touchStart', touchPoints: points(from) });
  for (let step = 1; step <= 8; step += 1) {
    const mix = (index: 0 | 1): number => from[index] + ((to[index] - from[index]) * step) / 8;
    await client.send('Input.dispatchTouchEvent', { type: 'touchMove', touchPoints: points([mix(0), mix(1)]) });
  }
  await client.send('Input.dispatchTouchEvent', { type: 'touchEnd', touchPoints: [] });
  await page.waitForTimeout(100);
}

test('two fingers zoom the sketch, about where they are', async ({ page, app }) => {
  await openDemo(page, app, 'Site');
  const bar = page.getByRole('img', { name: /The bar is .* long/ });
  await expect(bar).toHaveAttribute('aria-label', /100 ft/);
  const box = await page.getByRole('application', { name: /^Plan sketch/ }).boundingBox();
  if (!box) throw new Error('no sketch');
  const client = await page.context().newCDPSession(page);
  const [middle, y] = [box.x + box.width / 2, box.y + box.height / 2];
  await pinch(page, client, [middle - 30, middle + 30], [middle - 130, middle + 130], y);
  await expect(bar).toHaveAttribute('aria-label', /(25|20) ft/);
  await tap(page, 'Show all of the sketch');
  await expect(bar).toHaveAttribute('aria-label', /100 ft/);
});

test('a wye is put into a run and taken out again: the run is one, and its utility is at its place throughout', async ({
  page,
  app,
}) => {
  await newJob(page, app, 'Yard');
  await typeLine(page, { invert: '98', ground: '104', service: 'Storm' }, [
    { length: '100', slope: '1 %', ground: '104' },
  ]);
  await go(page, 'Site');
  await tap(page, 'Utility');
  await page.getByRole('radio', { name: /Electric/ }).click();
  // Nobody named it, so it is called after what it carries.
  await expect(page.getByRole('textbox', { name: 'Name', exact: true })).toHaveValue('Power cable');
  await fill(page, /^Distance up the run/, '70');
  await fill(page, /^Depth/, '2');
  await tap(page, 'Keep it');
  await expect(page.getByText('across Run 1 at 70.00 ft')).toBeVisible();
  await go(page, 'Grade');
  await tap(page, 'Edit Run 1');
  await tap(page, 'Put a wye in');
  await fill(page, /^Distance up the run/, '40');
  await tap(page, 'Put it in, and branch');
  await expect(page.getByRole('dialog', { name: 'Up from Wye' })).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(page.getByRole('dialog')).toHaveCount(0);
  await go(page, 'Site');
  await expect(page.getByText('across Run 1, above Wye at 30.00 ft')).toBeVisible();
  await go(page, 'Grade');
  await tap(page, 'Edit Run 1');
  await page.getByRole('dialog').getByRole('button', { name: 'Open' }).last().click();
  await tap(page, 'Make the two runs one');
  await go(page, 'Site');
  await expect(page.getByText('across Run 1 at 70.00 ft')).toBeVisible();
  await tap(page, 'Undo');
  await expect(page.getByText('across Run 1, above Wye at 30.00 ft')).toBeVisible();
  await tap(page, 'Undo');
  await expect(page.getByText('across Run 1 at 70.00 ft')).toBeVisible();
  await saved(page);
});

test('a line goes with what hangs on it, and undo brings all of it back', async ({ page, app }) => {
  await openDemo(page, app, 'Grade');
  const lines = page.getByRole('combobox', { name: /^Line:/ });
  await expect(lines).toContainText('of 13');
  await page.getByRole('button', { name: 'Line', exact: true }).click();
  await tap(page, 'Delete the line');
  await expect(page.getByRole('dialog', { name: 'Delete Barn storm line?' })).toContainText(
    /Lane branch.*Cart yard branch.*Barn roof drain|goes what drains into it/,
  );
  await tap(page, 'Delete');
  await expect(lines).toContainText('of 8');
  await tap(page, 'Undo');
  await expect(lines).toContainText('of 13');
  await saved(page);
});

test.describe('with a mouse', () => {
  test.use(WIDE);

  test('a node is dragged, and put where somebody clicks; its run follows, and undo puts it back', async ({
    page,
    app,
  }) => {
    await openDemo(page, app, 'Site');
    const row = page.getByRole('button', { name: /^Orchard French drain .*Choose it on the sketch$/ });
    await expect(row).toContainText('100.00 ft on the sketch');
    const sketch = page.getByRole('application', { name: /^Plan sketch/ });
    const box = await sketch.boundingBox();
    if (!box) throw new Error('no sketch');

    await tap(page, /^Drain head .*Choose it on the sketch$/);
    await tap(page, 'Tap its place');
    const spot = { x: box.x + box.width * 0.62, y: box.y + box.height * 0.9 };
    await page.mouse.click(spot.x, spot.y);
    await expect(row).not.toContainText('100.00 ft');
    const tapped = await row.textContent();

    await page.mouse.move(spot.x, spot.y);
    await page.mouse.down();
    await page.mouse.move(spot.x - 60, spot.y - 30, { steps: 6 });
    await page.mouse.up();
    await expect(row).not.toHaveText(tapped ?? '');
    await tap(page, 'Undo');
    await expect(row).toHaveText(tapped ?? '');
    await tap(page, 'Undo');
    await expect(row).toContainText('100.00 ft on the sketch');
    await saved(page);
  });
});

test.describe('wide, by keyboard alone', () => {
  test.use(WIDE);

  test('a branch is put in, a node is placed by bearing, and a utility is typed', async ({ page, app }) => {
    await openDemo(page, app, 'Site');
    const press = async (name: string | RegExp): Promise<void> => {
      const button = page.getByRole('button', { name, exact: typeof name === 'string' }).first();
      await button.focus();
      await page.keyboard.press('Enter');
    };
    await press(/^Drain head .*Choose it on the sketch$/);
    await press('Up from here');
    await fill(page, /^Flat length/, '25');
    await fill(page, /^Ground at the upper end/, '98.4');
    await press('Add the run');
    await expect(page.getByRole('dialog')).toHaveCount(0);
    // What was added is what is worked on next.
    await expect(page.getByRole('group', { name: 'Cleanout 2' })).toContainText('Cleanout');
    await press('Type its place');
    const how = page.getByRole('radio', { name: 'Distance and bearing' });
    await how.focus();
    await page.keyboard.press('Enter');
    await keys(page).choose(/^From/, /^Drain head/);
    await fill(page, /^Distance/, '25');
    await fill(page, /^Bearing/, '90');
    await press('Place it');
    // 100 ft of drain at bearing 112° from the manhole, and 25 ft due east of its head.
    await saved(page);
    const [place] = await app.query<{ east: number }>(
      `SELECT (place.body->>'east')::float8 / 0.3048 AS east FROM item place JOIN item node ON node.id = place.id
       WHERE place.kind = 'nodePlace' AND node.kind = 'node' AND node.body->>'name' = 'Cleanout 2'`,
    );
    expect(place?.east).toBeCloseTo(177.76, 1);

    const sketch = page.getByRole('application', { name: /^Plan sketch/ });
    await sketch.focus();
    const bar = page.getByRole('img', { name: /The bar is .* long/ });
    const before = await bar.getAttribute('aria-label');
    for (let times = 0; times < 5; times += 1) await page.keyboard.press('+');
    await expect(bar).not.toHaveAttribute('aria-label', before ?? '');
    await page.keyboard.press('0');
    await expect(bar).toHaveAttribute('aria-label', before ?? '');
  });
});
