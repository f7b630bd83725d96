import type { CDPSession, Page } from '@playwright/test';
import { DEMO } from '../tools/lib/paths';
import type { App } from './app';
import { expect, figure, fill, newJob, saved, station, tap, test, typeLine, WIDE } from './app';
import type { Hands } from './hands';
import { keys, touch } from './hands';
import { go } from './tour';

/** Networks on the sketch, as a crew works with them. */

async function openDemo(page: Page, app: App, stage: string): Promise<void> {
  await page.goto(app.url);
  const [chooser] = await Promise.all([page.waitForEvent('filechooser'), tap(page, 'Open a plan file')]);
  await chooser.setFiles(DEMO);
  await go(page, stage);
}

async function drawsABranch(hands: Hands, app: App): Promise<void> {
  const { page, press, pick, choose } = hands;
  await newJob(page, app, 'Yard');
  await typeLine(page, { invert: '98', ground: '104', service: 'Storm' }, [
    { length: '100', slope: '1 %', ground: '104' },
  ]);
  await go(page, 'Site');
  await press('Start a sketch from this');

  await hands.chooseRun();
  await expect(page.getByRole('group', { name: 'Run 1' })).toBeVisible();
  await press('Add a wye');
  await fill(page, /^Distance up the run/, '40');
  await press('Add it, then a branch');
  await pick('Roof drain');
  await fill(page, /^Horizontal length/, '30');
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
  await choose(/^On which run/, /^Run 1 Storm line/);
  await pick('Elevation');
  await fill(page, /^Its elevation/, '100');
  await fill(page, /^Distance up the run/, '20');
  await press('Save');
  const finding = page.getByRole('button', {
    name: /^Fix at [+0-9.]+ Gas main is .* clear over the pipe of Run 1; the minimum is 12"/,
  });
  await expect(finding).toBeVisible();
  await press(/^Fix at [+0-9.]+ Gas main is/);
  await expect(page.getByText(/Rule: common practice\. The local rule/)).toBeVisible();
  await expect(
    page.getByRole('button', { name: /^Check at [+0-9.]+ Dig by hand 24" each side of Gas main/ }),
  ).toBeVisible();
  await saved(page);
  await page.reload();
  await expect(finding).toBeVisible();
}

test('a branch is drawn into a trunk with a wye, and a gas crossing meets its clearance', ({ page, app }) =>
  drawsABranch(touch(page), app));

test.describe('the same, wide and by keyboard alone', () => {
  test.use(WIDE);
  test('the branch and the crossing', ({ page, app }) => drawsABranch(keys(page), app));
});

test('the least clearance is a rule of the plan: a stricter one of the gas company finds what the usual one let pass', async ({
  page,
  app,
}) => {
  await openDemo(page, app, 'Site');
  const finding = page.getByRole('button', {
    name: /^Fix at [+0-9.]+ Gas to the house is .* clear .* the minimum is 24"/,
  });
  await expect(finding).toHaveCount(0);
  await tap(page, 'Menu');
  await tap(page, 'Rules');
  await page.getByRole('radio', { name: 'G · Gas or oil' }).click();
  await fill(page, /^Our pipe below it/, '24');
  await page.keyboard.press('Enter');
  await tap(page, 'Save rules');
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
  await tap(page, 'Show all');
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
  await tap(page, 'Save');
  await expect(page.getByText('across Run 1 at 70 ft')).toBeVisible();
  await go(page, 'Grade');
  await tap(page, 'Edit Run 1');
  await tap(page, 'Add a wye');
  await fill(page, /^Distance up the run/, '40');
  await tap(page, 'Add it, then a branch');
  await expect(page.getByRole('dialog', { name: 'Up from Wye' })).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(page.getByRole('dialog')).toHaveCount(0);
  await go(page, 'Site');
  await expect(page.getByText('across Run 1, above Wye at 30 ft')).toBeVisible();
  await go(page, 'Grade');
  await tap(page, 'Edit Run 1');
  await page.getByRole('dialog').getByRole('button', { name: 'Open' }).last().click();
  await tap(page, 'Join the two runs');
  await go(page, 'Site');
  await expect(page.getByText('across Run 1 at 70 ft')).toBeVisible();
  await tap(page, 'Undo');
  await expect(page.getByText('across Run 1, above Wye at 30 ft')).toBeVisible();
  await tap(page, 'Undo');
  await expect(page.getByText('across Run 1 at 70 ft')).toBeVisible();
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
    const row = page.getByRole('button', { name: /^Orchard French drain .*Select on the sketch$/ });
    await expect(row).toContainText('100 ft on the sketch');
    const sketch = page.getByRole('application', { name: /^Plan sketch/ });
    const box = await sketch.boundingBox();
    if (!box) throw new Error('no sketch');

    await tap(page, /^Drain head .*Select on the sketch$/);
    await tap(page, 'Tap its place');
    const spot = { x: box.x + box.width * 0.62, y: box.y + box.height * 0.9 };
    await page.mouse.click(spot.x, spot.y);
    await expect(row).not.toContainText('100 ft on');
    const tapped = await row.textContent();

    await page.mouse.move(spot.x, spot.y);
    await page.mouse.down();
    await page.mouse.move(spot.x - 60, spot.y - 30, { steps: 6 });
    await page.mouse.up();
    await expect(row).not.toHaveText(tapped ?? '');
    await tap(page, 'Undo');
    await expect(row).toHaveText(tapped ?? '');
    await tap(page, 'Undo');
    await expect(row).toContainText('100 ft on the sketch');
    await saved(page);
  });

  test('what is tapped in the moment that the sketch was moved is what is seen there', async ({ page, app }) => {
    await openDemo(page, app, 'Site');
    const row = page.getByRole('button', { name: /^Orchard French drain .*Select on the sketch$/ });
    await tap(page, /^Drain head .*Select on the sketch$/);
    const placed: (string | null)[] = [];
    for (const wait of [500, 0]) {
      await tap(page, 'Show all');
      await tap(page, 'Tap its place');
      await page.getByRole('application', { name: /^Plan sketch/ }).evaluate(movedAndTapped, wait);
      await expect(row).not.toContainText('100 ft on');
      placed.push(await row.textContent());
      await tap(page, 'Undo');
      await expect(row).toContainText('100 ft on the sketch');
    }
    expect(placed[1]).toBe(placed[0]);
    await saved(page);
  });
});

/** Drags the sketch aside and taps on it, in one go unless there is something to wait for, ms. */
async function movedAndTapped(sketch: Element, wait: number): Promise<void> {
  const { left, top, width, height } = sketch.getBoundingClientRect();
  const point = (type: string, x: number, y: number): boolean =>
    sketch.dispatchEvent(
      new PointerEvent(type, {
        pointerId: 1,
        pointerType: 'mouse',
        isPrimary: true,
        bubbles: true,
        buttons: type === 'pointerup' ? 0 : 1,
        clientX: left + width / 2 + x,
        clientY: top + height / 2 + y,
      }),
    );
  point('pointerdown', 0, 0);
  for (let step = 1; step <= 10; step += 1) point('pointermove', -12 * step, -9 * step);
  point('pointerup', -120, -90);
  if (wait > 0) await new Promise((resolve) => setTimeout(resolve, wait));
  point('pointerdown', 90, 60);
  point('pointerup', 90, 60);
}

test.describe('wide, by keyboard alone', () => {
  test.use(WIDE);

  test('a branch is put in, a node is placed by bearing, and a utility is typed', async ({ page, app }) => {
    await openDemo(page, app, 'Site');
    const press = async (name: string | RegExp): Promise<void> => {
      const button = page.getByRole('button', { name, exact: typeof name === 'string' }).first();
      await button.focus();
      await page.keyboard.press('Enter');
    };
    await press(/^Drain head .*Select on the sketch$/);
    await press('Up from here');
    await fill(page, /^Horizontal length/, '25');
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
