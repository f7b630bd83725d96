import { choose, expect, figure, fill, newJob, saved, station, tap, test, typeLine, WIDE } from './app';
import { accessible } from './axe';
import { openDemo, opened, SHEETS } from './tour';

/** Whatever can be worked out can be typed; where more than one thing could give way for it, that is asked. */

const OUTLET = { invert: '97', ground: '99', service: 'French drain' };
const RUNS = [
  { length: '50', slope: '1 %', ground: '99.5' },
  { length: '50', slope: '1 %', ground: '100' },
];

test('a depth at a place is typed, and what gives way for it is chosen', async ({ page, app }) => {
  await newJob(page, app, 'Drain');
  await typeLine(page, OUTLET, RUNS);
  await station(page, 'End');
  await expect(figure(page, 'Invert')).toContainText('98.00 ft');
  await figure(page, 'Trench depth').click();
  await tap(page, 'Type what it should be');
  const sheet = page.getByRole('dialog', { name: 'Trench depth here' });
  await fill(page, /^Trench depth/, '10"');
  await accessible(page, 'a depth that is typed');
  // The bottom lies a wall under the invert, 0.12 in: 100 − 10 in + 0.12 in is 99.18 ft, over 97.50 ft at the foot of the run.
  await expect(sheet.getByRole('button', { name: /^The slope of Run 2 becomes 3\.35 %/ })).toBeVisible();
  await sheet.getByRole('button', { name: /^The slope of Run 2/ }).click();
  await expect(figure(page, 'Trench depth')).toContainText('0.83 ft');
  await station(page, 'Home');
  await expect(figure(page, 'Invert')).toContainText('97.00 ft');
  await tap(page, 'Undo');
  await station(page, 'End');
  await expect(figure(page, 'Invert')).toContainText('98.00 ft');
});

test('a station is typed, and stepped by structures and by sticks', async ({ page, app }) => {
  await newJob(page, app, 'Drain');
  await typeLine(page, OUTLET, RUNS);
  const slider = page.getByRole('slider', { name: 'Station along the line' });
  await page.getByRole('button', { name: /Type the station$/ }).click();
  const field = page.getByRole('textbox', { name: /^Station/ });
  await expect(field).toBeFocused();
  await page.keyboard.type('0+62.5');
  await expect(slider).toHaveAttribute('aria-valuetext', /^0\+62\.50/);
  await tap(page, 'Ahead one stick');
  // Sticks of 10 ft from the structure at 50 ft: 60, 70, 80.
  await expect(field).toHaveValue('0+70.00');
  await page.getByRole('dialog').getByRole('button', { name: 'Structure before' }).click();
  await expect(field).toHaveValue('0+50.00');
  await fill(page, /^Station/, '3+00');
  await expect(page.getByText('The line goes from 0+00 to 1+00.')).toBeVisible();
  await page.keyboard.press('Escape');
  await tap(page, 'Structure after');
  await expect(slider).toHaveAttribute('aria-valuetext', /^1\+00/);
});

test('a third fact that is locked asks which of the two gives way', async ({ page, app }) => {
  await newJob(page, app, 'Drain');
  await typeLine(page, OUTLET, RUNS.slice(0, 1));
  await page.getByRole('checkbox', { name: 'Lock the high invert' }).click();
  await expect(page.getByRole('radiogroup', { name: /Which one gives way\?$/ })).toBeVisible();
  await page.getByRole('radio', { name: 'Low invert' }).click();
  await fill(page, /^High invert/, '97.6');
  await tap(page, 'Lock it here');
  await station(page, 'Home');
  // The slope was kept: 97.60 less 0.50.
  await expect(figure(page, 'Invert')).toContainText('97.10 ft');
});

test.describe('wide', () => {
  test.use(WIDE);
  test('the sheet of a structure tells every pipe in and out, and an invert is typed there', async ({ page, app }) => {
    await newJob(page, app, 'Drain');
    await typeLine(page, OUTLET, RUNS);
    await page.getByRole('tab', { name: /^Site/ }).click();
    await page.getByRole('button', { name: /^Cleanout 1 .*Select on/ }).click();
    await page.getByRole('group', { name: 'Cleanout 1' }).getByRole('button', { name: 'Open' }).click();
    const pipes = page.getByRole('list', { name: 'Pipes here' });
    await expect(pipes.getByRole('listitem')).toHaveCount(2);
    await expect(pipes.getByRole('listitem').first()).toContainText('In · Run 2');
    await expect(page.getByText('Rim down to the lowest invert: 2.00 ft')).toBeVisible();
    await accessible(page, 'a structure');
    await pipes.getByRole('button', { name: /^In · Run 2/ }).click();
    await fill(page, /^Low invert/, '97.7');
    await tap(page, 'Lock it here');
    await page.getByRole('tab', { name: /^Grade/ }).click();
    await station(page, 'End');
    await expect(figure(page, 'Invert')).toContainText('98.20 ft');
  });

  test('one pipe and one load for a whole line; every key is told; the focus stays on the stage', async ({
    page,
    app,
  }) => {
    await newJob(page, app, 'Drain');
    await typeLine(page, OUTLET, RUNS);
    // The button that opened the sheet is gone with the empty job.
    await expect(page.getByRole('tab', { name: /^Grade/ })).toBeFocused();
    await tap(page, 'Line');
    await choose(page, /^Pipe of all runs/, /^6 in SDR 35/);
    await page
      .getByRole('radiogroup', { name: 'Traffic over the whole line' })
      .getByRole('radio', { name: 'Vehicles' })
      .click();
    await saved(page);
    const runs = await app.query<{ pipe: string | null; vehicles: boolean; line: string }>(
      `SELECT run.body->>'pipe' AS pipe, (run.body->>'vehicles')::boolean AS vehicles, pipe.body->>'name' AS line
       FROM item run JOIN item line ON line.kind = 'line' JOIN item pipe ON pipe.id::text = line.body->>'pipe'
       WHERE run.kind = 'run' AND run.body IS NOT NULL`,
    );
    const all = { pipe: null, vehicles: true, line: '6 in SDR 35' };
    expect(runs).toEqual([all, all]);
    await page.keyboard.press('Escape');
    await expect(page.getByRole('dialog')).toHaveCount(0);
    await page.keyboard.press('?');
    await expect(page.getByRole('dialog', { name: 'Keys' })).toBeVisible();
    await accessible(page, 'keys');
    await page.keyboard.press('Escape');
    await page.getByRole('tab', { name: /^Trench/ }).click();
    await page.getByRole('radio', { name: 'Shielded' }).click();
    await tap(page, 'Shielded: all runs of this line');
    await expect(page.getByRole('button', { name: 'Shielded: all runs of this line' })).toHaveCount(0);
    await saved(page);
    expect(
      await app.query(`SELECT DISTINCT body->>'protection' AS how FROM item WHERE kind = 'run' AND body IS NOT NULL`),
    ).toEqual([{ how: 'shielded' }]);
  });
});

for (const by of ['finger', 'mouse'] as const)
  test(`a tap with a ${by} goes to what was pressed, though the field that it leaves says more and moves that away`, async ({
    page,
    app,
  }) => {
    await openDemo(page, app);
    const structure = SHEETS.find(({ name }) => name === 'structure');
    if (!structure) throw new Error('no sheet of a structure');
    await opened(page, structure);
    const pipe = page.getByRole('list', { name: 'Pipes here' }).getByRole('button').first();
    await pipe.scrollIntoViewIfNeeded();
    await fill(page, /^Rim or ground elevation here/, '101.9');
    const box = await pipe.boundingBox();
    if (!box) throw new Error('It is not in sight.');
    const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
    // There was a shot: which one holds is asked over the pipes.
    if (by === 'finger') await page.touchscreen.tap(x, y);
    else {
      await page.mouse.move(x, y);
      await page.mouse.down();
      await expect.poll(async () => (await pipe.boundingBox())?.y).toBeGreaterThan(box.y + 10);
      await page.mouse.up();
    }
    await expect(page.getByRole('dialog', { name: /^Low invert of / })).toBeVisible();
  });

test('a slope of a plan sheet in feet per foot is asked about, and not taken for per cent; 1/4 in is one', async ({
  page,
  app,
}) => {
  await openDemo(page, app);
  await tap(page, 'Add a run at the top');
  await fill(page, /^Slope/, '0.0100');
  await expect(page.getByText('Which one is meant?')).toBeVisible();
  await expect(page.getByRole('button', { name: 'Add the run' })).toBeDisabled();
  await accessible(page, 'a slope that is asked about');
  await tap(page, '0.0100 ft/ft? That is 1.00 %');
  await expect(page.getByText('Which one is meant?')).toHaveCount(0);
  await expect(page.getByText('= 1.00 %')).toBeVisible();
  await fill(page, /^Slope/, '1/4"');
  await expect(page.getByText('= 2.08 %')).toBeVisible();
  await fill(page, /^Slope/, '1:48');
  await expect(page.getByText('= 2.08 %')).toBeVisible();
  await fill(page, /^Slope/, '1/4');
  await tap(page, '1/4 in/ft? That is 2.08 %');
  await expect(page.getByText('= 2.08 %')).toBeVisible();
});
