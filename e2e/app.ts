import type { Page } from '@playwright/test';
import { expect, test as base } from '@playwright/test';
import pg from 'pg';
import { scratchDatabase } from '../tools/lib/scratch';
import type { ServerProcess } from '../tools/lib/server';
import { startServer } from '../tools/lib/server';
import type { Profiles } from './profile';
import { freshPage, leave, openProfiles } from './profile';

/** The app, empty, on a server that can be killed and started again. */
export interface App {
  readonly url: string;
  /** Ends the server as a power cut would. */
  kill(): Promise<void>;
  /** Starts it again on the same port, with the built app or another build of it. */
  start(webDir?: string): Promise<void>;
  /** What the owner of the database sees, for checking what arrived. */
  query<T extends pg.QueryResultRow>(sql: string): Promise<T[]>;
}

interface Device {
  /**
   * As on a device that has no moment to spare: a stage is made when somebody goes there, and not ahead. Lists took
   * hold of idle time as the code came in, and keep it.
   */
  busy: boolean;
}

/** The tests of one worker share a server, whose database each of them finds empty. */
export const test = base.extend<{ app: App } & Device, { server: App; profiles: Profiles }>({
  busy: [false, { option: true }],
  context: async ({ browser, profiles, serviceWorkers, hasTouch }, use) => {
    // What keeps the app on the device is not for the next test.
    const passing = serviceWorkers === 'allow' ? await browser.newContext() : undefined;
    const context = passing ?? (await profiles.of(hasTouch));
    await use(context);
    await (passing ? passing.close() : leave(context));
  },
  page: async ({ context, server, viewport, colorScheme, contextOptions, busy }, use) => {
    const page = await freshPage(context, server.url, { viewport, colorScheme, contextOptions });
    if (busy)
      await page.addInitScript(() => addEventListener('load', () => void (window.requestIdleCallback = () => 0)));
    await use(page);
  },
  profiles: [
    async ({}, use) => {
      const profiles = openProfiles();
      await use(profiles);
      await profiles.close();
    },
    { scope: 'worker' },
  ],
  server: [
    async ({}, use) => {
      const ownerUrl = process.env.TEST_OWNER_URL;
      const webDir = process.env.WEB_DIR;
      if (!ownerUrl || !webDir) throw new Error('Run these with `npm test` or `npm test -- e2e`.');
      const database = await scratchDatabase(ownerUrl);
      const start = (port: string, build = webDir): Promise<ServerProcess> =>
        startServer({ APP_DATABASE_URL: database.appUrl, WEB_DIR: build, PORT: port, LOG_LEVEL: 'error' });
      let server = await start('0');
      const { port, origin } = new URL(server.url);
      const owner = new pg.Client({ connectionString: database.ownerUrl });
      await owner.connect();
      await owner.query(
        `SELECT set_config('alveus.company', id::text, false) FROM (SELECT '3f0c7a52-6a0e-4b8e-9f52-0a1c5d7e2b90'::uuid AS id) AS demo`,
      );
      await use({
        url: origin,
        kill: async () => {
          const gone = new Promise((resolve) => server.process.on('exit', resolve));
          server.process.kill('SIGKILL');
          await gone;
        },
        start: async (build) => {
          server = await start(port, build);
        },
        query: async <T extends pg.QueryResultRow>(sql: string) => (await owner.query<T>(sql)).rows,
      });
      await owner.end();
      await server.stop();
      await database.drop();
    },
    { scope: 'worker' },
  ],
  app: async ({ server }, use) => {
    await server.query('TRUNCATE job, kept CASCADE');
    await use(server);
  },
});

export { expect };

/** What is gone through on a phone, whose stages are made ahead, and wide, where they are not, is gone through both ways. */
export const WIDE = { viewport: { width: 1280, height: 800 }, hasTouch: false, busy: true };

/** Types into a field by its label, as a person does: what was there goes. */
export async function fill(page: Page, label: string | RegExp, text: string): Promise<void> {
  await page.getByRole('textbox', { name: label }).fill(text);
}

export const tap = (page: Page, name: string | RegExp) =>
  page.getByRole('button', { name, exact: typeof name === 'string' }).click();

/** Opens a field's list and takes what is called so. */
export async function choose(page: Page, field: string | RegExp, name: string | RegExp): Promise<void> {
  await page.getByRole('combobox', { name: field }).click();
  await page.getByRole('option', { name }).first().click();
}

export async function newJob(page: Page, app: App, name: string): Promise<void> {
  await page.goto(app.url);
  await tap(page, 'New job');
  await fill(page, 'Name of the job', name);
  await tap(page, 'Create job');
  await expect(page.getByRole('heading', { name, level: 1 })).toBeVisible();
}

export interface RunTyped {
  readonly length: string;
  readonly slope: string;
  readonly ground: string;
}

/** A line from its outlet up, typed through the screens. */
export async function typeLine(
  page: Page,
  outlet: { invert: string; ground: string; service: string },
  runs: readonly RunTyped[],
): Promise<void> {
  await tap(page, 'Set the outlet');
  await fill(page, /^Outlet invert/, outlet.invert);
  await fill(page, /^Ground at the outlet/, outlet.ground);
  await page.getByRole('radio', { name: outlet.service, exact: true }).click();
  await tap(page, 'Next: the first run');
  for (const [index, run] of runs.entries()) {
    if (index === 1) await tap(page, 'Add a run at the top');
    await fill(page, /^Horizontal length/, run.length);
    await fill(page, /^Slope/, run.slope);
    await fill(page, /^Ground at the upper end/, run.ground);
    const more = index > 0 && index < runs.length - 1;
    await tap(page, more ? 'Add, then another' : 'Add the run');
  }
  await expect(page.getByRole('dialog')).toHaveCount(0);
}

export const saved = (page: Page) => expect(page.getByTestId('save-state')).toHaveText('Saved');

/** Until the app itself is on the device: from then on it needs no server, whatever is opened in it. */
export const onDevice = (page: Page) => page.evaluate(() => navigator.serviceWorker.ready.then(() => undefined));

/** Gives the line in sight another name. */
export async function renameLine(page: Page, name: string): Promise<void> {
  await tap(page, 'Line');
  await fill(page, 'Name', name);
  await closedByKeys(page);
}

/** Takes what stands in a field of a sheet, and closes that. */
export async function closedByKeys(page: Page): Promise<void> {
  await page.keyboard.press('Enter');
  await page.keyboard.press('Escape');
  await expect(page.getByRole('dialog')).toHaveCount(0);
}

/** A figure on the screen, by its label: the whole of its spoken name. */
export const figure = (page: Page, label: string) =>
  page.getByRole('button', { name: new RegExp(`^${label} .*Show the working`) });

/** Moves the station line to a place with the keyboard. */
export async function station(page: Page, ...keys: string[]): Promise<void> {
  const slider = page.getByRole('slider', { name: 'Station along the line' });
  await slider.focus();
  for (const key of keys) await slider.press(key);
}
