import type { Page } from '@playwright/test';
import { savePlanFile } from '@alveus/plan';
import { benchPlan } from '../tools/bench/plan';
import { DEMO } from '../tools/lib/paths';
import type { App } from './app';
import { expect, figure, fill, saved, station, tap, test } from './app';
import { STAGES } from './tour';

/** Stages stand behind each other: as they were left, out of everybody's way, and right when they come back. */

async function openFile(page: Page, app: App, file: Parameters<Awaited<ReturnType<typeof chooserOf>>['setFiles']>[0]) {
  await page.goto(app.url);
  await (await chooserOf(page)).setFiles(file);
  await expect(page.getByRole('slider', { name: 'Station along the line' })).toBeVisible();
  await saved(page);
}

async function chooserOf(page: Page) {
  const [chooser] = await Promise.all([page.waitForEvent('filechooser'), tap(page, 'Open a plan file')]);
  return chooser;
}

const open = (page: Page, stage: string) => page.getByRole('tab', { name: new RegExp(`^${stage}`) }).click();
/** Until the others stand behind the one in sight. */
const allMade = (page: Page) => expect(page.locator('[role=main] > *')).toHaveCount(STAGES.length);

test('what is drawn is drawn with the patterns of its own stage, not with those of one out of sight', async ({
  page,
  app,
}) => {
  await page.setViewportSize({ width: 1280, height: 800 });
  await openFile(page, app, DEMO);
  await allMade(page);
  for (const stage of ['Trench', 'Ground', 'Grade']) {
    await open(page, stage);
    const filled = await page.getByRole('main').evaluate((main) =>
      [...main.querySelectorAll('[fill^="url("]')]
        .filter((shape) => getComputedStyle(shape).visibility === 'visible' && shape.getBoundingClientRect().width > 0)
        .map((shape) => {
          const [pattern] = document.querySelectorAll(`[id="${shape.getAttribute('fill')?.slice(5, -1)}"]`);
          return pattern?.firstElementChild ? getComputedStyle(pattern.firstElementChild).visibility : 'missing';
        }),
    );
    expect(filled.length, stage).toBeGreaterThan(2);
    expect([...new Set(filled)], stage).toEqual(['visible']);
  }
});

test('a stage comes back as it was left, with what was changed elsewhere meanwhile', async ({ page, app }) => {
  await openFile(page, app, DEMO);
  await allMade(page);
  await station(page, 'PageUp', ...Array.from({ length: 40 }, () => 'ArrowRight'));
  const depth = await figure(page, 'Trench depth').textContent();

  await open(page, 'Trench');
  await expect(page).toHaveURL(/\/trench$/);
  const layer = page.getByRole('list', { name: 'Layers from the top down' });
  await layer.scrollIntoViewIfNeeded();
  const lay = await layer.boundingBox();
  // The station is one for all stages.
  await expect(figure(page, 'Trench depth')).toHaveText(depth ?? '');

  await open(page, 'Grade');
  await expect(figure(page, 'Trench depth')).toHaveText(depth ?? '');
  await page.getByRole('button', { name: /^Slope .*Change it/ }).click();
  await fill(page, /^Slope/, '1.7 %');
  await tap(page, 'Lock it here');
  await expect(page.getByRole('dialog')).toHaveCount(0);
  const deeper = (await figure(page, 'Trench depth').textContent()) ?? '';
  expect(deeper).not.toBe(depth);

  await open(page, 'Trench');
  expect(await layer.boundingBox()).toEqual(lay);
  const printed = /[\d.]+ ft/.exec(deeper)?.[0] ?? 'nothing';
  await expect(figure(page, 'Trench depth')).toContainText(printed);
  await tap(page, 'Undo');
  await expect(figure(page, 'Trench depth')).not.toContainText(printed);
  await open(page, 'Grade');
  await expect(figure(page, 'Trench depth')).toHaveText(depth ?? '');
  // Stages are looked at in turn without piling up: one step back leaves the job.
  await page.goBack();
  await expect(page.getByRole('link', { name: /^Tansy Hill/ })).toBeVisible();
});

test('nothing moves under the finger once a stage or a sheet is there, however late its parts come', async ({
  page,
  app,
}) => {
  await openFile(page, app, DEMO);
  await page.route(/\/(Sketch|TrenchDrawings|sheets|code)-/, async (route) => {
    await new Promise((resolve) => setTimeout(resolve, 700));
    await route.continue();
  });
  await page.addInitScript(() => {
    // Of each button in sight, where it was first seen; and those that were elsewhere in a later frame.
    const first = new WeakMap<Element, number>();
    const moved = new Set<string>();
    let seen = 0;
    const look = (): void => {
      for (const button of document.querySelectorAll<HTMLElement>(
        ':is([role=main], [role=dialog]) :is([role=button], [role=combobox], button)',
      )) {
        if (getComputedStyle(button).visibility === 'hidden') continue;
        // As it is laid out, however far it is scrolled.
        let top = 0;
        for (let part: Element | null = button; part instanceof HTMLElement; part = part.offsetParent)
          top += part.offsetTop;
        const was = first.get(button);
        if (was === undefined) {
          first.set(button, top);
          seen += 1;
        } else if (Math.abs(was - top) > 1) moved.add(button.getAttribute('aria-label') ?? button.textContent ?? '');
      }
      requestAnimationFrame(look);
    };
    requestAnimationFrame(look);
    Object.assign(window, { watched: () => ({ moved: [...moved], seen }) });
  });
  for (const [stage, sheet] of [
    ['Site'],
    ['Ground'],
    ['Trench'],
    ['Grade', 'Line'],
    ['Trench', 'Compare sections'],
  ] as const) {
    const what = [stage, sheet].join(' ');
    const drawings = ['Sketch', 'TrenchDrawings'].map((name) => page.waitForResponse(new RegExp(`/${name}-`)));
    await page.reload();
    await open(page, stage);
    if (sheet) {
      await tap(page, sheet);
      await page.getByRole('dialog').waitFor();
    }
    await Promise.all(drawings);
    await allMade(page);
    await page.waitForLoadState('networkidle');
    const { moved, seen } = await page.evaluate(() =>
      (window as unknown as { watched: () => { moved: string[]; seen: number } }).watched(),
    );
    expect(seen, what).toBeGreaterThan(4);
    expect(moved, what).toEqual([]);
  }
});

test('what stands behind is found by no key, no name and no tap', async ({ page, app }) => {
  await openFile(page, app, DEMO);
  await allMade(page);
  // Each stage's own heading is there once it is in sight, and only then.
  await expect(page.getByRole('heading', { name: 'Frost' })).toHaveCount(0);
  await expect(page.getByRole('application', { name: /^Plan sketch/ })).toHaveCount(0);
  await expect(page.getByRole('slider', { name: 'Station along the line' })).toHaveCount(1);
  const outside = await page.evaluate(async () => {
    const reached: string[] = [];
    for (const element of document.querySelectorAll<HTMLElement>('[role=main] [tabindex], [role=main] input')) {
      if (element.checkVisibility({ visibilityProperty: true })) continue;
      element.focus();
      if (document.activeElement === element) reached.push(element.outerHTML.slice(0, 80));
    }
    return reached;
  });
  expect(outside).toEqual([]);
  await open(page, 'Site');
  await expect(page.getByRole('heading', { name: 'Frost' })).toHaveCount(1);
  await expect(page.getByRole('slider', { name: 'Station along the line' })).toHaveCount(0);
});

test('a list of 200 runs and their nodes makes what is near to being seen, and scrolls to its end', async ({
  page,
  app,
}) => {
  const { plan } = benchPlan(200);
  await openFile(page, app, {
    name: 'large.json',
    mimeType: 'application/json',
    buffer: Buffer.from(savePlanFile('Large', plan)),
  });
  await open(page, 'Site');
  const rows = page.getByRole('button', { name: /Select on the sketch$/ });
  await expect(rows.first()).toBeAttached();
  expect(await rows.count()).toBeLessThan(60);
  const last = Object.values(plan.node).at(-1)?.name ?? '';
  await rows.first().hover();
  // The whole list is there to be scrolled over from the start, though little of it is made.
  await expect(async () => {
    await page.mouse.wheel(0, 40_000);
    await expect(page.getByRole('button', { name: new RegExp(`^${last} .*Select on the sketch$`) })).toBeInViewport({
      timeout: 500,
    });
  }).toPass({ timeout: 8_000 });
  // What was passed is let go of again.
  expect(await rows.count()).toBeLessThan(60);
  // And a row far down does what the first does.
  await rows.last().click();
  await expect(page.getByRole('button', { name: /Tap its place|Move it|Place/ }).first()).toBeVisible();
});

test('where the browser never comes to rest, rows and stages are made all the same', async ({ page, app }) => {
  // As Chromium leaves it at times after a page was turned: whoever waits for it to be idle waits for ever.
  await page.addInitScript(() => {
    window.requestIdleCallback = (work, { timeout } = {}) =>
      timeout === undefined ? 0 : window.setTimeout(() => work({ didTimeout: true, timeRemaining: () => 0 }), timeout);
  });
  await openFile(page, app, DEMO);
  await open(page, 'Ground');
  await expect(page.getByRole('button', { name: /^Shoot from Setup 3/ })).toBeAttached();
  await allMade(page);
});
