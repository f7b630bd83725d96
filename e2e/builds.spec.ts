import { mkdirSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import type { Page } from '@playwright/test';
import { expect, newJob, onDevice, saved, tap, test } from './app';
import { filesUnder, keepServing, ownFiles, setByFiles } from '../tools/lib/builds';

test.use({ serviceWorkers: 'allow' });

/** A new build takes no file away from a page that is open. */

test('the files of the two builds before are served beside those of the newest, and are no part of it', () => {
  const home = mkdtempSync(path.join(tmpdir(), 'alveus-builds-'));
  const [out, before] = [path.join(home, 'dist'), path.join(home, 'before')];
  const part = (build: number): string => `stage-${String(build).repeat(32)}.js`;
  const build = (number: number): void => {
    setByFiles(out, before);
    rmSync(out, { recursive: true, force: true });
    mkdirSync(out);
    writeFileSync(path.join(out, 'index.html'), `build ${number}`);
    writeFileSync(path.join(out, part(number)), `part ${number}`);
    keepServing(out, before);
  };
  const served = (): string[] => readdirSync(out).filter((file) => file.endsWith('.js'));
  for (const [number, expected] of [
    [1, [1]],
    [2, [1, 2]],
    [3, [1, 2, 3]],
    [4, [2, 3, 4]],
  ] as const) {
    build(number);
    expect(served()).toEqual(expected.map(part));
    expect(ownFiles(out).map((file) => path.basename(file))).toEqual(['index.html', part(number)]);
  }
  rmSync(home, { recursive: true });
});

const homes: string[] = [];
test.afterEach(async ({ app }) => {
  if (homes.length === 0) return;
  // The server is of all the tests of a worker, and goes on in the build that it had.
  await app.kill();
  await app.start();
  homes.splice(0).forEach((home) => rmSync(home, { recursive: true }));
});

/** Another build of the same app: every digest is another, in names and in what names them. @returns its folder */
function anotherBuild(of: string): string {
  const out = mkdtempSync(path.join(tmpdir(), 'alveus-build-'));
  homes.push(out);
  const other = (text: string): string =>
    text.replace(/(?<![0-9a-f])[0-9a-f]{32}(?![0-9a-f])/g, (digest) => digest.slice(1) + digest.slice(0, 1));
  const own = new Set(ownFiles(of));
  for (const file of filesUnder(of).filter((file) => own.has(file))) {
    const to = path.join(out, other(path.relative(of, file)));
    mkdirSync(path.dirname(to), { recursive: true });
    const text = /\.(html|js|json|css)$/.test(file);
    writeFileSync(to, text ? other(readFileSync(file, 'utf8')) : readFileSync(file));
  }
  return out;
}

const buildOf = (page: Page): Promise<string | null> => page.locator('meta[name="build"]').getAttribute('content');
const builds = (page: Page): Promise<string[]> => page.evaluate(() => caches.keys());
const askForNew = (page: Page): Promise<void> =>
  page.evaluate(async () => void (await (await navigator.serviceWorker.getRegistration())?.update()));
const NEW = 'A new version of the app is ready';

test('a new build waits for a tap, and takes nothing from a tab that goes on in the one before, with signal or without', async ({
  page,
  app,
  context,
}) => {
  const webDir = process.env.WEB_DIR ?? '';
  await newJob(page, app, 'Yard');
  await saved(page);
  await onDevice(page);
  const first = (await buildOf(page)) ?? '';
  await expect.poll(() => builds(page)).toEqual([`alveus-build-${first}`]);
  // Of the stages nothing is loaded there yet.
  const list = await context.newPage();
  await list.goto(app.url);
  await expect(list.getByTestId('job')).toBeVisible();

  const second = anotherBuild(webDir);
  await app.kill();
  await app.start(second);
  await askForNew(page);
  await expect(page.getByText(NEW)).toBeVisible();
  await expect(list.getByText(NEW)).toBeVisible();
  expect(await buildOf(page)).toBe(first);
  await tap(page, 'Load it');
  await expect.poll(() => buildOf(page).catch(() => first)).not.toBe(first);
  await saved(page);
  await expect(page.getByText(NEW)).toHaveCount(0);

  // Not even the server has the files of the first any more.
  await app.kill();
  await list.getByRole('link', { name: /Yard/ }).click();
  await expect(list.getByRole('heading', { name: 'Yard', level: 1 })).toBeVisible();
  await list.getByRole('tab', { name: /^Trench/ }).click();
  await expect(list.getByRole('heading', { level: 2 }).first()).toBeVisible();
  expect(await buildOf(list)).toBe(first);

  // However many follow, the first stays as long as somebody runs it, and goes after that.
  await app.start(anotherBuild(second));
  await askForNew(page);
  await tap(page, 'Load it');
  await expect.poll(() => builds(page)).toHaveLength(3);
  await saved(page);
  await list.getByRole('button', { name: 'Menu' }).click();
  await expect(list.getByRole('dialog')).toBeVisible();
  await list.close();
  await page.reload();
  await expect.poll(() => builds(page)).toHaveLength(2);
  expect(await builds(page)).not.toContain(`alveus-build-${first}`);
});

test('a page too old for its server is loaded anew in the build that the server has', async ({ page, app }) => {
  await newJob(page, app, 'Yard');
  await saved(page);
  await onDevice(page);
  const first = await buildOf(page);
  await app.kill();
  await app.start(anotherBuild(process.env.WEB_DIR ?? ''));
  const old = 'This page is older than the server. Reload it';
  await page.route('**/changes?*', (route) =>
    route.fulfill({ status: 426, json: { error: { code: 'app-too-old', message: old, issues: [] } } }),
  );
  await expect(page.getByText(old, { exact: true })).toBeVisible({ timeout: 30_000 });
  await page.unroute('**/changes?*');
  await tap(page, 'Reload');
  await expect.poll(() => buildOf(page).catch(() => first)).not.toBe(first);
  await saved(page);
});
