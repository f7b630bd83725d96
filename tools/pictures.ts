import { mkdirSync } from 'node:fs';
import path from 'node:path';
import { parseArgs } from 'node:util';
import type { Page } from '@playwright/test';
import { chromium as launcher } from '@playwright/test';
import { buildWeb } from './lib/build';
import { CHROMIUM_ARGS, chromium } from './lib/browser';
import { COMPANY } from './lib/database';
import { DEMO_JOB, loadDemo, LOW_YARD_JOB } from './lib/demo';
import { ROOT } from './lib/paths';
import { run, say } from './lib/say';
import { scratchDatabase, scratchServer } from './lib/scratch';
import { startServer } from './lib/server';

/** `npm run pictures`: the main views, from the demo jobs, into docs/screenshots. With names: only those. */

interface View {
  readonly path: string;
  readonly ready?: (page: Page) => Promise<void>;
}

const yard = `/job/${LOW_YARD_JOB}/grade`;
const stage = (name: string): string => `/job/${DEMO_JOB}/${name}`;
/** Moves the station line up the line, by keyboard. */
const stationUp =
  (times: number) =>
  async (page: Page): Promise<void> => {
    const station = page.getByRole('slider', { name: 'Station along the line' });
    await station.focus();
    for (let press = 0; press < times; press += 1) await station.press('Shift+ArrowRight');
    await page.evaluate(() => (document.activeElement as HTMLElement | null)?.blur());
  };

const choose =
  (node: string) =>
  async (page: Page): Promise<void> => {
    const row = page.getByRole('button', { name: new RegExp(`^${node} .*Select on the sketch$`) });
    // Rows are made when they come near to being seen.
    await page.getByRole('heading', { level: 2 }).first().hover();
    while ((await row.count()) === 0) {
      await page.mouse.wheel(0, 400);
      await page.waitForTimeout(100);
    }
    await row.click();
    await page.evaluate(() => {
      document.querySelectorAll('*').forEach((element) => (element.scrollTop = 0));
      (document.activeElement as HTMLElement | null)?.blur();
    });
  };

/** A stricter rule, tried: what it does is told under the rules. */
async function tryDepth(page: Page): Promise<void> {
  await page.getByRole('button', { name: /^Worker protection in a deep trench/ }).click();
  const depth = page.getByRole('textbox', { name: 'Protection from a depth of' });
  await depth.fill('4 ft');
  await depth.press('Enter');
  await page.getByText(/^New/).waitFor();
  await page.getByText('Worker protection in a deep trench', { exact: true }).scrollIntoViewIfNeeded();
  await page.evaluate(() => (document.activeElement as HTMLElement | null)?.blur());
}

/** The page that a printer gets of the line in sight. */
async function onPaper(page: Page): Promise<void> {
  await page.keyboard.press('Control+p');
  await page.getByRole('radio', { name: 'Everything' }).waitFor();
  await page.setViewportSize({ width: 720, height: 1400 });
  await page.emulateMedia({ media: 'print' });
  // The sketch and the order list stand on pages of their own before it.
  await page
    .locator('.leaf')
    .nth(2)
    .evaluate((leaf) => leaf.scrollIntoView({ block: 'start' }));
}

async function outlet(page: Page): Promise<void> {
  await page.getByRole('button', { name: 'New line from an outlet' }).click();
  await page.getByRole('radio', { name: 'Pop-up' }).click();
}

/** The demo breaks the cover at the barn door: what holds it there is let go, and the rest worked out. */
async function least(page: Page): Promise<void> {
  await page.getByRole('button', { name: 'Least digging', exact: true }).click();
  // What an earlier picture let go stays let go.
  await page
    .getByText(/these \d+ limits conflict|cannot be built|^Nothing within these/)
    .first()
    .waitFor();
  for (const fact of ['slope locked on Barn door', 'drop locked at Yard basin', 'slope locked on Under the yard']) {
    const free = page.getByRole('button', { name: new RegExp(`^Unlock: the ${fact}`) }).first();
    if ((await free.count()) > 0) await free.click();
    await page.waitForTimeout(400);
  }
  await page.getByText(/^Nothing within these limits digs less/).waitFor();
}

async function reasons(page: Page): Promise<void> {
  await least(page);
  const row = page.getByRole('button', { name: /^Barn door .*Why not higher$/ }).first();
  await row.click();
  await row.scrollIntoViewIfNeeded();
  await row.hover();
  await page.mouse.wheel(0, 540);
  await page.waitForTimeout(300);
}

async function room(page: Page): Promise<void> {
  await page.getByRole('button', { name: 'How far off can it be', exact: true }).click();
  await page
    .getByText(/higher(, until it reaches|: none. Held by)/)
    .first()
    .waitFor();
  await stationUp(13)(page);
}

/** Grade of the yard with too little fall, at one of its lines. */
const yardAt =
  (line: string, then: (page: Page) => Promise<void> = nothing) =>
  async (page: Page): Promise<void> => {
    await page.getByRole('combobox', { name: /^Line:/ }).click();
    await page
      .getByRole('option', { name: new RegExp(line) })
      .first()
      .click();
    await then(page);
  };
const nothing = (): Promise<void> => Promise.resolve();
const press =
  (...names: readonly (string | RegExp)[]) =>
  async (page: Page): Promise<void> => {
    for (const name of names)
      await page
        .getByRole('button', { name, exact: typeof name === 'string' })
        .first()
        .click();
  };
const shows =
  (what: string) =>
  async (page: Page): Promise<void> =>
    page.getByRole('radio', { name: what, exact: true }).click();

/** What could give, in sight. */
async function ways(page: Page): Promise<void> {
  await press('Least digging')(page);
  const list = page.getByRole('list', { name: 'What would help' }).first();
  await list.waitFor();
  await page.getByText('What would help', { exact: true }).first().scrollIntoViewIfNeeded();
  await page.getByText('What would help', { exact: true }).first().hover();
  await page.mouse.wheel(0, 200);
}

/** Kept shallow, so that the drop is seen. */
async function shallow(page: Page): Promise<void> {
  await press('Depth along the line')(page);
  // What an earlier picture kept shallow stays so.
  const keep = page.getByRole('button', { name: 'Keep it shallow' });
  await page.getByRole('heading', { name: 'Keep Stall branch shallow' }).waitFor();
  if (await keep.isVisible()) await press('Keep it shallow', 'Apply')(page);
  else await press('Done')(page);
  await shows('To the outlet')(page);
  await stationUp(4)(page);
}

/** The trench as it stands open, sloped by the class of its soil. */
function dugOpen(what: string): (page: Page) => Promise<void> {
  return async (page) => {
    await stationUp(13)(page);
    // The database is shared by all pictures: it may be sloped already.
    const sloped = page.getByRole('radio', { name: 'Sloped' }).first();
    if ((await sloped.getAttribute('aria-checked')) !== 'true') {
      await sloped.click();
      await press('How it is cut')(page);
      await shows('Type B, medium')(page);
      await press('Done')(page);
      await page.getByRole('button', { name: 'Sloped: all runs of this line' }).click();
    }
    await shows(what)(page);
    await page.getByRole('radio', { name: what, exact: true }).scrollIntoViewIfNeeded();
  };
}

/** A manhole in its hole. */
async function holeAt(page: Page): Promise<void> {
  await page.getByRole('list', { name: 'Holes of structures' }).getByRole('button').first().click();
  const make = page.getByRole('button', { name: /^Set a hole for/ });
  const hole = page.getByRole('img', { name: /^The hole to scale/ });
  await make.or(hole).waitFor();
  if (await make.isVisible()) {
    await make.click();
    await press('Fill around it', 'Frame on its own concrete')(page);
  }
  await hole.scrollIntoViewIfNeeded();
}

/** Two laterals in one trench. */
async function sharedTrench(page: Page): Promise<void> {
  await page.getByRole('combobox', { name: /^Line:/ }).click();
  await page.getByRole('option', { name: /Lateral 1/ }).click();
  await press('Shared trench')(page);
  const dialog = page.getByRole('dialog').first();
  if ((await dialog.getByRole('group', { name: /Lateral 2/ }).count()) === 0) {
    await dialog.getByRole('combobox', { name: /^Another pipe/ }).click();
    await page.getByRole('option', { name: /Lateral 2/ }).click();
    await dialog.getByRole('button', { name: /^Put it into/ }).click();
  }
  await press('Done')(page);
  await stationUp(5)(page);
}

/** Each is drawn on a phone and on a wide page, by its name and the shape. */
const VIEWS: Readonly<Record<string, View>> = {
  jobs: { path: '/' },
  rules: { path: stage('rules'), ready: tryDepth },
  site: { path: stage('site'), ready: choose('Orchard basin') },
  ground: { path: stage('ground') },
  grade: { path: stage('grade'), ready: stationUp(13) },
  trench: { path: stage('trench'), ready: stationUp(13) },
  order: { path: stage('order') },
  least: { path: stage('grade'), ready: least },
  reasons: { path: stage('grade'), ready: reasons },
  room: { path: stage('grade'), ready: room },
  outlet: { path: stage('grade'), ready: outlet },
  structures: { path: stage('grade'), ready: press('Structures') },
  ways: { path: yard, ready: yardAt('Keeper’s sewer', ways) },
  sizes: { path: yard, ready: yardAt('Keeper’s sewer', press('Line', 'Compare sizes')) },
  rest: { path: yard, ready: yardAt('Low yard drain', stationUp(4)) },
  ends: {
    path: yard,
    ready: yardAt('Low yard drain', press('Edit Pop-up to inlet', 'Open Yard pop-up', 'Compare ends')),
  },
  swale: { path: yard, ready: yardAt('Orchard curtain', stationUp(6)) },
  network: { path: yard, ready: shows('Network') },
  route: { path: yard, ready: yardAt('Stall branch', shallow) },
  sections: { path: stage('trench'), ready: press('Compare sections') },
  float: { path: stage('trench'), ready: press('Will it float?') },
  sheet: { path: yard, ready: press('New line from a plan sheet') },
  open: { path: stage('trench'), ready: dugOpen('Dug open') },
  strip: { path: stage('trench'), ready: dugOpen('From above') },
  hole: { path: stage('trench'), ready: holeAt },
  cut: { path: stage('trench'), ready: press('How it is cut') },
  shared: { path: stage('trench'), ready: sharedTrench },
  filling: {
    path: stage('trench'),
    ready: async (page) => {
      await stationUp(13)(page);
      await press('How to fill it')(page);
    },
  },
  print: { path: stage('grade'), ready: onPaper },
  dig: { path: stage('dig') },
  station: {
    path: stage('dig'),
    ready: async (page) => {
      await press('In the trench')(page);
      for (let times = 0; times < 24; times += 1) await page.getByRole('button', { name: 'Next' }).click();
    },
  },
  stake: {
    path: stage('dig'),
    ready: async (page) => {
      await shows('Stakes')(page);
      await press(/^Field manhole/)(page);
    },
  },
  stick: {
    path: stage('dig'),
    ready: async (page) => {
      await press('Grade stick', 'The card fits')(page);
      await page.getByRole('img', { name: 'The stick at actual size' }).scrollIntoViewIfNeeded();
    },
  },
};

/** Those in docs/screenshots. */
const KEPT: readonly string[] = [
  'jobs-phone',
  'site-phone',
  'ground-phone',
  'grade-phone',
  'grade-wide',
  'trench-phone',
  'order-phone',
  'dig-phone',
  'dig-wide',
  'station-phone',
  'rules-wide',
  'least-wide',
  'structures-wide',
  'ways-phone',
  'open-wide',
  'hole-phone',
  'network-wide',
  'route-phone',
  'print-phone',
];

run(async (cleanup) => {
  const { values, positionals } = parseArgs({ allowPositionals: true, options: { out: { type: 'string' } } });
  const out = path.resolve(values.out ?? path.join(ROOT, 'docs', 'screenshots'));
  mkdirSync(out, { recursive: true });
  const names = positionals.length > 0 ? positionals : KEPT;
  const scratch = await scratchServer();
  cleanup(scratch.stop);
  const database = await scratchDatabase(scratch.ownerUrl);
  cleanup(database.drop);
  await loadDemo(database.appUrl, COMPANY.id);
  const server = await startServer({
    APP_DATABASE_URL: database.appUrl,
    WEB_DIR: await buildWeb(),
    PORT: '0',
    LOG_LEVEL: 'warn',
  });
  cleanup(server.stop);
  const browser = await launcher.launch({ executablePath: await chromium(), args: CHROMIUM_ARGS });
  cleanup(() => browser.close());
  for (const name of names) {
    const [of = '', shape] = name.split('-');
    const view = VIEWS[of];
    const wide = shape === 'wide';
    if (!view || !(wide || shape === 'phone')) {
      say(`There is no view ${name}. Views: ${Object.keys(VIEWS).join(', ')}, each with -phone or -wide.`);
      return 2;
    }
    const context = await browser.newContext({
      viewport: wide ? { width: 1280, height: 800 } : { width: 390, height: 844 },
      hasTouch: !wide,
      colorScheme: 'light',
      serviceWorkers: 'block',
    });
    const page = await context.newPage();
    page.on('pageerror', (error) => say(`${name}: ${error.message}`));
    await page.goto(server.url + view.path);
    await page
      .getByRole(view.path === '/' ? 'link' : 'tab')
      .first()
      .waitFor();
    if (view.path.startsWith('/job/')) await page.getByTestId('save-state').getByText('Saved').waitFor();
    await view.ready?.(page);
    await page.waitForTimeout(500);
    await page.screenshot({ path: path.join(out, `${name}.png`) });
    say(name);
    await context.close();
  }
  return 0;
});
