import { expect, figure, fill, newJob, saved, station, tap, test, typeLine } from './app';

/**
 * The main job, worked by hand.
 *
 * A French drain of 4 in SDR 35, perforated (outside 4.215 in, wall 0.120 in) lies on the bottom of a trench 12 in wide,
 * with stone from the bottom up to 2.5 in under the ground, and 2.5 in of sod on top. Outlet invert 98.00 ft,
 * ground there 100.00 ft. Runs of 80 ft at 1 %, 60 ft at 1 % and 60 ft at 2 %: the inverts are 98.80, 99.40
 * and 100.60 ft. The ground runs along with it, 2.00 ft over the invert: 100.80, 101.40 and 102.60 ft.
 *
 *   trench bottom   = invert − wall          = invert − 0.12 in = invert − 0.01 ft
 *   trench depth    = 2.00 ft + 0.01 ft      = 2.01 ft all along
 *   stone, height   = 2.01 − 2.5/12          = 1.80167 ft
 *   stone, area     = 1 × 1.80167 − π/4 × (4.215/12)² = 1.80167 − 0.09690 = 1.70477 sq ft
 *   stone, placed   = 1.70477 × 200 ft       = 340.95 cu ft = 12.63 cu yd
 *   stone, ordered  = 12.628 × 1.05          = 13.26 cu yd
 *   excavation      = 1 × 2.01 × 200         = 402 cu ft = 14.89 cu yd
 *   pipe            = 80·√(1+0.01²) + 60·√(1+0.01²) + 60·√(1+0.02²) = 200.02 ft: 21 sticks of 10 ft
 */
const RUNS = [
  { length: '80', slope: '1 %', ground: '100.80' },
  { length: "60'", slope: '1', ground: '101.4' },
  { length: '60 ft', slope: '1:50', ground: '102\' 7 3/16"' },
];

test('from an empty database to trench depth and stone, by touch on a phone; and it is all there after a reload', async ({
  page,
  app,
}) => {
  await newJob(page, app, 'Orchard drain');
  await typeLine(page, { invert: '98.00', ground: '100', service: 'French drain' }, RUNS);
  const check = async (): Promise<void> => {
    await station(page, 'Home');
    await expect(figure(page, 'Trench depth')).toContainText('2.01 ft');
    await expect(figure(page, 'Invert')).toContainText('98.00 ft');
    await expect(figure(page, 'Trench bottom')).toContainText('97.99 ft');
    await station(page, 'PageUp', 'PageUp');
    await expect(figure(page, 'Invert')).toContainText('99.40 ft');
    await expect(figure(page, 'Trench depth')).toContainText('2.01 ft');
    await station(page, 'End');
    await expect(figure(page, 'Invert')).toContainText('100.60 ft');
    await page.getByRole('tab', { name: /^Order/ }).click();
    await page.getByRole('radio', { name: 'This line' }).click();
    await expect(figure(page, 'Placed, with waste').first()).toContainText('13.3 cu yd');
    await expect(figure(page, 'Placed').first()).toContainText('12.6 cu yd');
    await expect(figure(page, 'Excavation')).toContainText('14.9 cu yd');
    await expect(figure(page, 'Sticks of 10 ft')).toContainText('21');
    await page.getByRole('tab', { name: /^Grade/ }).click();
  };
  await check();
  await saved(page);
  await page.reload();
  await expect(page.getByRole('heading', { name: 'Orchard drain', level: 1 })).toBeVisible();
  await check();

  // The working of a figure: enough to redo it on paper.
  await station(page, 'Home');
  await figure(page, 'Trench depth').click();
  await expect(page.getByRole('dialog', { name: 'Trench depth' })).toContainText('depth = ground − trench bottom');
  await expect(page.getByRole('dialog', { name: 'Trench depth' })).toContainText('100.00 ft − 97.99 ft = 2.01 ft');
  await tap(page, 'Close');

  // Another device knows nothing of this one, and sees the same.
  const other = await page
    .context()
    .browser()
    ?.newContext({ viewport: { width: 390, height: 844 } });
  const second = await other?.newPage();
  if (!second) throw new Error('no second page');
  await second.goto(page.url());
  await station(second, 'Home');
  await expect(figure(second, 'Trench depth')).toContainText('2.01 ft');
  await other?.close();
});

test('lock any two: the third follows, and what is typed wrong loses nothing', async ({ page, app }) => {
  await newJob(page, app, 'Yard');
  await typeLine(page, { invert: '98', ground: '100', service: 'French drain' }, RUNS.slice(0, 1));
  const bar = page.getByRole('group', { name: /^Grade of/ });
  await bar.getByRole('button', { name: /^High invert/ }).click();
  await fill(page, /^High invert/, 'high');
  await expect(page.getByRole('alert')).toContainText('“high” is not understood');
  await expect(page.getByRole('button', { name: 'Lock it here' })).toBeDisabled();
  await fill(page, /^High invert/, '99.6');
  await tap(page, 'Lock it here');
  // 1.6 ft in 80 ft.
  await expect(bar.getByRole('button', { name: /^Slope 2\.00 %/ })).toBeVisible();
  await bar.getByRole('button', { name: /^Slope/ }).click();
  await fill(page, /^Slope/, '1/8 in/ft');
  await tap(page, 'Lock it here');
  await expect(bar.getByRole('button', { name: /^High invert 98\.83 ft/ })).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(bar.getByRole('button', { name: /^High invert 99\.60 ft/ })).toBeVisible();
  await page.getByRole('button', { name: 'Redo' }).click();
  await expect(bar.getByRole('button', { name: /^High invert 98\.83 ft/ })).toBeVisible();
});

test('a finding leads to its place', async ({ page, app }) => {
  await newJob(page, app, 'Yard');
  await typeLine(page, { invert: '98', ground: '104.005', service: 'Storm' }, [
    { length: '100', slope: '1 %', ground: '104.005' },
  ]);
  // 6.005 ft over the invert, a wall of 0.075 ft and 6 in of bedding: 6.58 ft at the outlet, 1 ft less at the top.
  const stop = page.getByRole('button', { name: /^Stop at [+0-9.]+ The trench of Run 1 is 6\.58 ft deep/ });
  await station(page, 'End');
  await expect(figure(page, 'Trench depth')).toContainText('5.58 ft');
  await stop.click();
  await expect(page.getByText('0+00').first()).toBeVisible();
  await expect(figure(page, 'Trench depth')).toContainText('6.58 ft');
  await expect(page.getByText('29 CFR 1926 Subpart P')).toBeVisible();
  await page.getByRole('tab', { name: /^Trench/ }).click();
  await page.getByRole('radio', { name: /^Shored/ }).click();
  await page.getByRole('tab', { name: /^Grade/ }).click();
  await expect(stop).toHaveCount(0);
});
