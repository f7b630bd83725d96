import type { Page } from '@playwright/test';
import type { App } from './app';
import { DEMO } from '../tools/lib/paths';
import { choose, expect, fill, tap } from './app';

/** Every view of an open job, and how people come to it: for what must hold of each. */

export async function openDemo(page: Page, app: App, file = DEMO): Promise<void> {
  await page.goto(app.url);
  const [chooser] = await Promise.all([page.waitForEvent('filechooser'), tap(page, 'Open a plan file')]);
  await chooser.setFiles(file);
  await expect(page.getByRole('slider', { name: 'Station along the line' })).toBeVisible();
}

export const STAGES = ['Site', 'Ground', 'Grade', 'Trench', 'Order', 'Dig'] as const;
export type StageShown = (typeof STAGES)[number];

export async function go(page: Page, stage: string): Promise<void> {
  const tab = page.getByRole('tab', { name: new RegExp(`^${stage}`) });
  await tab.click();
  await expect(tab).toHaveAttribute('aria-selected', 'true');
}

type Open = (page: Page) => Promise<void>;

const first =
  (...names: readonly (string | RegExp)[]): Open =>
  async (page) => {
    for (const name of names)
      await page
        .getByRole('button', { name, exact: typeof name === 'string' })
        .first()
        .click();
  };

/** Opens the list of a field of the sheet that is open. */
const itsList =
  (open: Open, field: string | RegExp): Open =>
  async (page) => {
    await open(page);
    await page.getByRole('dialog').getByRole('combobox', { name: field }).click();
    await page.getByRole('listbox').waitFor();
  };

/** What stands at an end of the first run of a line. */
const node =
  (line: string, name: RegExp, ...then: readonly (string | RegExp)[]): Open =>
  async (page) => {
    await choose(page, /^Line:/, line);
    await first(/^Edit /)(page);
    await page.getByRole('dialog').getByRole('button', { name }).click();
    await first(...then)(page);
  };

/** Something of the network, chosen in its list under the sketch; rows are made when they come near to being seen. */
const onSketch =
  (name: RegExp, ...then: readonly (string | RegExp)[]): Open =>
  async (page) => {
    const row = page.getByRole('button', { name });
    await page.mouse.move(195, 640);
    for (let times = 0; times < 40 && (await row.count()) === 0; times += 1) {
      await page.mouse.wheel(0, 300);
      await page.waitForTimeout(100);
    }
    // Rows over it that are made only now move it once more.
    await page.waitForTimeout(400);
    await row.first().click();
    await first(...then)(page);
  };

/** What Order tells, of the line or of the job. */
const orderOf =
  (which: 'This line' | 'The whole job') =>
  (open: Open): Open =>
  async (page) => {
    await page.getByRole('radio', { name: which }).click();
    await open(page);
  };
const ofLine = orderOf('This line');
const ofJob = orderOf('The whole job');

/** What Dig lists besides the grade sheet. */
const ofDig =
  (which: string, row: RegExp): Open =>
  async (page) => {
    await choose(page, /^Line:/, 'Barn storm line');
    await page.getByRole('radio', { name: which, exact: true }).click();
    await first(row)(page);
  };

const outlet: Open = async (page) => {
  await first('New line from an outlet')(page);
};

export interface SheetShown {
  readonly name: string;
  readonly stage: StageShown;
  readonly open: Open;
}

export const SHEETS: readonly SheetShown[] = [
  { name: 'utility', stage: 'Site', open: first('Utility') },
  { name: 'test pit', stage: 'Site', open: first('Test pit') },
  { name: 'place', stage: 'Site', open: onSketch(/^Orchard basin .*Select on the sketch$/, 'Type its place') },
  { name: 'wye', stage: 'Site', open: onSketch(/^Ditch to manhole .*Select on the sketch$/, 'Add a wye') },
  { name: 'benchmark', stage: 'Ground', open: first('Benchmark') },
  { name: 'setup', stage: 'Ground', open: first(/^Edit Setup/) },
  { name: 'allowed miss of a loop', stage: 'Ground', open: first('Allowed miss') },
  { name: 'reading', stage: 'Ground', open: first(/^Shoot from Setup 1/) },
  { name: 'outlet', stage: 'Grade', open: outlet },
  {
    name: 'outlet, explained',
    stage: 'Grade',
    open: async (page) => {
      await outlet(page);
      await tap(page, 'What are invert, cover and depth?');
      await page.getByRole('radio', { name: 'Pop-up' }).click();
    },
  },
  {
    name: 'first run',
    stage: 'Grade',
    open: async (page) => {
      await outlet(page);
      await fill(page, /^Outlet invert/, '600');
      await tap(page, 'Next: the first run');
    },
  },
  { name: 'another run', stage: 'Grade', open: first('Add a run at the top') },
  { name: 'what stands there', stage: 'Grade', open: itsList(first('Add a run at the top'), /^At the upper end/) },
  { name: 'run', stage: 'Grade', open: first(/^Edit /) },
  { name: 'pipes', stage: 'Grade', open: itsList(first(/^Edit /), /^Pipe/) },
  { name: 'line', stage: 'Grade', open: first('Line') },
  { name: 'deleting a line', stage: 'Grade', open: first('Line', /^Delete/) },
  { name: 'slope', stage: 'Grade', open: first(/^Slope .*Change it/) },
  { name: 'high invert', stage: 'Grade', open: first(/^High invert .*Change it/) },
  { name: 'working', stage: 'Grade', open: first(/^Invert .*Show the working/) },
  {
    name: 'depth that is typed',
    stage: 'Grade',
    open: first(/^Trench depth .*Show the working/, 'Type what it should be'),
  },
  { name: 'ends compared', stage: 'Grade', open: first(/^Edit /, 'Open Ditch outfall', 'Compare ends') },
  { name: 'sizes compared', stage: 'Grade', open: first('Line', 'Compare sizes') },
  { name: 'against the ground', stage: 'Grade', open: first('Depth along the line') },
  { name: 'plan sheet', stage: 'Grade', open: first('New line from a plan sheet') },
  { name: 'swale', stage: 'Grade', open: first(/^Edit /, 'Cut a swale along it') },
  { name: 'limit of the job', stage: 'Grade', open: first('How far off can it be', 'Add a job limit') },
  { name: 'station', stage: 'Grade', open: first(/Type the station$/) },
  { name: 'structure', stage: 'Grade', open: node('Barn storm line', /manhole/) },
  { name: 'outlet that is there', stage: 'Grade', open: node('Barn storm line', /outfall/) },
  { name: 'branch', stage: 'Grade', open: node('Barn storm line', /manhole/, 'Up from here') },
  { name: 'down from a node', stage: 'Grade', open: node('Barn storm line', /manhole/, 'Down from here') },
  { name: 'laterals', stage: 'Grade', open: node('Tank to D-box', /D-box/, 'Laterals from here') },
  { name: 'sections compared', stage: 'Trench', open: first('Compare sections') },
  { name: 'how it is cut', stage: 'Trench', open: first('How it is cut') },
  { name: 'pipes in one trench', stage: 'Trench', open: first('Shared trench') },
  { name: 'how it is filled', stage: 'Trench', open: first('How to fill it') },
  { name: 'another section from here', stage: 'Trench', open: first('Section change from here') },
  {
    name: 'hole',
    stage: 'Trench',
    open: async (page) => {
      await choose(page, /^Line:/, 'Barn storm line');
      await page
        .getByRole('list', { name: 'Holes of structures' })
        .getByRole('button', { name: /^Field manhole/ })
        .click();
      // Told before, it is there.
      const make = page.getByRole('button', { name: /^Set a hole for/ });
      const hole = page.getByRole('img', { name: /^The hole to scale/ });
      await make.or(hole).first().waitFor();
      if (await make.isVisible()) await make.click();
      await hole.waitFor();
    },
  },
  { name: 'will it float', stage: 'Trench', open: first('Will it float?') },
  { name: 'section', stage: 'Trench', open: first('Section') },
  { name: 'material', stage: 'Order', open: ofLine(first(/^Change /)) },
  { name: 'soil', stage: 'Order', open: ofLine(first(/^Change .*clay/)) },
  { name: 'at a glance', stage: 'Order', open: ofJob(first(/^Stone, sand and soil to buy/)) },
  { name: 'cut list', stage: 'Order', open: ofJob(first(/^4 in SDR 35/)) },
  { name: 'ticket', stage: 'Order', open: ofJob(first(/^Crushed stone/, 'Delivery ticket')) },
  { name: 'transfer', stage: 'Order', open: ofJob(first(/^Crushed stone/, 'Moved from another trench')) },
  { name: 'trucks and rolls', stage: 'Order', open: ofJob(first('Trucks, rolls and bags')) },
  { name: 'print', stage: 'Order', open: first('Print') },
  { name: 'in the trench', stage: 'Dig', open: first('In the trench') },
  { name: 'the level moved', stage: 'Dig', open: first('Move the level') },
  { name: 'check shot', stage: 'Dig', open: first('Check shot') },
  { name: 'grade stick', stage: 'Dig', open: first('Grade stick') },
  { name: 'rod, laser, receiver', stage: 'Dig', open: first('Rod, laser, receiver') },
  { name: 'stake', stage: 'Dig', open: ofDig('Stakes', /^Field manhole/) },
  { name: 'how it is reached', stage: 'Dig', open: ofDig('Sequence', /^1\. /) },
  { name: 'menu', stage: 'Grade', open: first('Menu') },
  { name: 'keys', stage: 'Grade', open: first('Menu', 'Keys') },
];

export async function opened(page: Page, { stage, open }: SheetShown): Promise<void> {
  await go(page, stage);
  await open(page);
  await page.getByRole('dialog').first().waitFor();
}

/** Closes whatever is open, however many lie over one another. */
export async function closed(page: Page): Promise<void> {
  const open = page.getByRole('dialog');
  for (let times = 0; times < 4 && (await open.count()) > 0; times += 1) await page.keyboard.press('Escape');
  await expect(open).toHaveCount(0);
  // What a stage was asked is left as well.
  const asked = page.getByRole('main').getByRole('button', { name: 'Close', exact: true });
  if ((await asked.count()) > 0) await asked.first().click();
}
