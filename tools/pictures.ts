import { mkdirSync } from 'node:fs';
import path from 'node:path';
import { parseArgs } from 'node:util';
import type { Page } from '@playwright/test';
import { chromium as launcher } from '@playwright/test';
import { buildWeb } from './lib/build';
import { CHROMIUM_ARGS, chromium } from './lib/browser';
import { COMPANY } from './lib/database';
import { DEMO_JOB, loadDemo } from './lib/demo';
import { ROOT } from './lib/paths';
import { run, say } from './lib/say';
import { scratchDatabase, scratchServer } from './lib/scratch';
import { startServer } from './lib/server';

/** `npm run pictures`: the main views, from the demo job, into docs/screenshots. With names: only those. */

interface View {
  readonly path: string;
  readonly wide?: boolean;
  readonly dark?: boolean;
  readonly ready?: (page: Page) => Promise<void>;
}

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
    const row = page.getByRole('button', { name: new RegExp(`^${node} .*Choose it on the sketch$`) });
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
  await page.getByRole('button', { name: /^People in a deep trench are protected/ }).click();
  const depth = page.getByRole('textbox', { name: 'Depth from which it must be said' });
  await depth.fill('4 ft');
  await depth.press('Enter');
  await page.getByText(/^Found then/).waitFor();
  await page.getByText('People in a deep trench are protected', { exact: true }).scrollIntoViewIfNeeded();
  await page.evaluate(() => (document.activeElement as HTMLElement | null)?.blur());
}

/** The page that a printer gets of the line in sight. */
async function onPaper(page: Page): Promise<void> {
  await page.keyboard.press('Control+p');
  await page.getByRole('radio', { name: 'All of it' }).waitFor();
  await page.setViewportSize({ width: 720, height: 1400 });
  await page.emulateMedia({ media: 'print' });
  // The sketch stands on a page of its own before it.
  await page.locator('.leaf').nth(1).scrollIntoViewIfNeeded();
}

async function outlet(page: Page): Promise<void> {
  await page.getByRole('button', { name: 'Another line, from an outlet of its own' }).click();
  await page.getByRole('radio', { name: 'Pop-up' }).click();
}

/** The demo breaks the cover at the barn door: what holds it there is let go, and the rest worked out. */
async function least(page: Page): Promise<void> {
  await page.getByRole('button', { name: 'Dig least', exact: true }).click();
  // What an earlier picture let go stays let go.
  await page
    .getByText(/cannot hold together|^Nothing that keeps/)
    .first()
    .waitFor();
  for (const fact of ['slope fixed on Barn door', 'drop fixed at Yard basin', 'slope fixed on Under the yard']) {
    const free = page.getByRole('button', { name: new RegExp(`^Free it: the ${fact}`) }).first();
    if ((await free.count()) > 0) await free.click();
    await page.waitForTimeout(400);
  }
  await page.getByText(/^Nothing that keeps these limits digs less/).waitFor();
}

async function reasons(page: Page): Promise<void> {
  await least(page);
  const row = page.getByRole('button', { name: /^Barn door .*Why no higher$/ }).first();
  await row.click();
  await row.scrollIntoViewIfNeeded();
  await row.hover();
  await page.mouse.wheel(0, 540);
  await page.waitForTimeout(300);
}

async function room(page: Page): Promise<void> {
  await page.getByRole('button', { name: 'Room to be wrong', exact: true }).click();
  await page.getByText(/higher, until it meets/).waitFor();
  await stationUp(13)(page);
}

const VIEWS: Readonly<Record<string, View>> = {
  'rules-phone': { path: stage('rules'), ready: tryDepth },
  'rules-wide': { path: stage('rules'), wide: true, ready: tryDepth },
  'jobs-phone': { path: '/' },
  'jobs-wide': { path: '/', wide: true },
  'site-phone': { path: stage('site'), ready: choose('Orchard basin') },
  'site-wide': { path: stage('site'), wide: true, ready: choose('Orchard basin') },
  'ground-phone': { path: stage('ground') },
  'ground-wide': { path: stage('ground'), wide: true },
  'grade-phone': { path: stage('grade'), ready: stationUp(13) },
  'grade-wide': { path: stage('grade'), wide: true, ready: stationUp(13) },
  'trench-phone': { path: stage('trench'), ready: stationUp(13) },
  'trench-wide': { path: stage('trench'), wide: true, ready: stationUp(13) },
  'order-phone': { path: stage('order') },
  'order-wide': { path: stage('order'), wide: true },
  'least-wide': { path: stage('grade'), wide: true, ready: least },
  'reasons-phone': { path: stage('grade'), ready: reasons },
  'room-wide': { path: stage('grade'), wide: true, ready: room },
  'outlet-phone': { path: stage('grade'), ready: outlet },
  print: { path: stage('grade'), ready: onPaper },
};

run(async (cleanup) => {
  const { values, positionals } = parseArgs({ allowPositionals: true, options: { out: { type: 'string' } } });
  const out = path.resolve(values.out ?? path.join(ROOT, 'docs', 'screenshots'));
  mkdirSync(out, { recursive: true });
  const names = positionals.length > 0 ? positionals : Object.keys(VIEWS);
  const scratch = await scratchServer();
  cleanup(scratch.stop);
  const database = await scratchDatabase(scratch);
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
    const view = VIEWS[name];
    if (!view) {
      say(`There is no view ${name}. Views: ${Object.keys(VIEWS).join(', ')}.`);
      return 2;
    }
    const context = await browser.newContext({
      viewport: view.wide ? { width: 1280, height: 800 } : { width: 390, height: 844 },
      hasTouch: !view.wide,
      colorScheme: view.dark ? 'dark' : 'light',
      serviceWorkers: 'block',
    });
    const page = await context.newPage();
    page.on('pageerror', (error) => say(`${name}: ${error.message}`));
    await page.goto(server.url + view.path);
    await page
      .getByRole(view.path === '/' ? 'link' : 'tab')
      .first()
      .waitFor();
    await view.ready?.(page);
    await page.waitForTimeout(500);
    await page.screenshot({ path: path.join(out, `${name}.png`) });
    say(name);
    await context.close();
  }
  return 0;
});
