import type { Page } from '@playwright/test';
import type { Row } from './measure';
import { median } from './measure';
import type { Bench, SlowPage } from './page';
import { slowPage, SLOWER } from './page';

const STEPS = 150;

/** Lets the page say how long its frames take. */
const watchFrames = (page: Page): Promise<void> =>
  page.evaluate(() => {
    const frames: number[] = [];
    let last = performance.now();
    const next = (): void => {
      const now = performance.now();
      frames.push(now - last);
      last = now;
      requestAnimationFrame(next);
    };
    requestAnimationFrame(next);
    (window as unknown as { frames: number[] }).frames = frames;
  });

const frameNow = (page: Page): Promise<void> =>
  page.evaluate(() => new Promise<void>((resolve) => requestAnimationFrame(() => setTimeout(resolve))));

const percentile = (values: readonly number[], share: number): number =>
  [...values].sort((a, b) => a - b)[Math.min(values.length - 1, Math.floor(values.length * share))] ?? 0;

/** The pointer as the browser itself reports it: a test tool's own listeners would be counted with the page's. */
const pointer =
  ({ client }: SlowPage) =>
  (type: 'mousePressed' | 'mouseMoved' | 'mouseReleased', x: number, y: number): Promise<unknown> =>
    client.send('Input.dispatchMouseEvent', {
      type,
      x,
      y,
      button: 'left',
      buttons: type === 'mouseReleased' ? 0 : 1,
      clickCount: 1,
    });

interface Measured {
  readonly step: number;
  readonly frame: number;
}

/** Milliseconds of script of each step, less what asking costs; and the frames meanwhile. */
async function steps({ page, script }: SlowPage, move: (step: number) => Promise<unknown>): Promise<Measured> {
  const idle: number[] = [];
  for (let turn = 0; turn < 10; turn += 1) {
    const before = await script();
    await frameNow(page);
    idle.push((await script()) - before);
  }
  await page.evaluate(() => void (window as unknown as { frames: number[] }).frames.splice(0));
  const taken: number[] = [];
  for (let step = 0; step < STEPS; step += 1) {
    const before = await script();
    await move(step);
    await frameNow(page);
    taken.push((await script()) - before);
  }
  const frames = await page.evaluate(() => (window as unknown as { frames: number[] }).frames.slice());
  return { step: median(taken) - median(idle), frame: percentile(frames, 0.95) };
}

async function gradeOf(bench: Bench, job: string, setUp?: (page: Page) => Promise<void>): Promise<SlowPage> {
  return slowPage(bench.browser, async (page) => {
    await page.goto(`${bench.url}/job/${job}/grade`);
    await page.getByRole('slider', { name: 'Station along the line' }).waitFor();
    await setUp?.(page);
    await page.waitForTimeout(1_500);
    await watchFrames(page);
  });
}

/** Inverts as the long section tells them. */
const inverts = (page: Page): Promise<(string | null)[]> =>
  page
    .getByRole('slider', { name: /^(High|Low) invert of/ })
    .evaluateAll((all) => all.map((handle) => handle.getAttribute('aria-valuetext')));

/** Drags an invert in the middle of the line up and down: what hangs on it moves with it. */
async function dragged(slow: SlowPage, way: 1 | -1): Promise<Measured & { readonly moved: number }> {
  const { page } = slow;
  const knobs = page.getByRole('slider', { name: /^High invert of/ });
  const knob = await knobs.nth(Math.floor((await knobs.count()) / 2)).boundingBox();
  if (!knob) throw new Error('nothing to take hold of');
  const point = pointer(slow);
  const [x, y] = [knob.x + knob.width / 2, knob.y + knob.height / 2];
  const before = await inverts(page);
  await point('mousePressed', x, y);
  for (let step = 1; step <= 3; step += 1) await point('mouseMoved', x, y + 4 * way * step);
  const drag = await steps(slow, (step) => point('mouseMoved', x, y + way * (12 + (step % 20) * 2)));
  await point('mouseReleased', x, y);
  await page.waitForTimeout(1_500);
  const after = await inverts(page);
  return { ...drag, moved: after.filter((level, index) => level !== before[index]).length };
}

async function scrubbed(slow: SlowPage): Promise<Measured> {
  const surface = await slow.page.getByRole('slider', { name: 'Station along the line' }).boundingBox();
  if (!surface) throw new Error('nothing to take hold of');
  const point = pointer(slow);
  const [from, along] = [surface.x + 60, surface.y + surface.height - 10];
  await point('mousePressed', from, along);
  const scrub = await steps(slow, (step) => point('mouseMoved', from + (step % 60) * 4, along));
  await point('mouseReleased', from, along);
  await slow.page.waitForTimeout(600);
  return scrub;
}

function rowsOf(name: string, { step, frame }: Measured, most: number): Row[] {
  return [
    {
      name: `${name}: ms of script a step, median`,
      value: step,
      limit: most,
      keep: 'at most',
      detail: `at ${SLOWER}× slow-down, ${STEPS} steps`,
    },
    {
      name: `${name}: ms of a frame, 95th percentile`,
      value: frame,
      limit: 50,
      keep: 'at most',
      detail: `at ${SLOWER}× slow-down`,
    },
  ];
}

/** An invert dragged up and down, alone and with all that is free at its least dig, and the station line drawn along. */
export async function benchDrag(bench: Bench): Promise<Row[]> {
  const rows: Row[] = [];
  for (const [words, job] of [
    ['the demo', bench.jobs.demo],
    ['200 runs', bench.jobs.large],
  ] as const) {
    const slow = await gradeOf(bench, job);
    const scrub = await scrubbed(slow);
    rows.push(...rowsOf(`dragging an invert, ${words}`, await dragged(slow, -1), 8));
    rows.push(...rowsOf(`scrubbing the station, ${words}`, scrub, 8));
    await slow.page.close();
  }
  const slow = await gradeOf(bench, bench.jobs.network, async (page) => {
    const follow = page.getByRole('radio', { name: 'Everything unlocked follows, with the least digging' });
    await page.getByRole('button', { name: 'Least digging' }).click();
    await follow.click();
    await page.getByRole('button', { name: 'Leave as is', exact: true }).click();
  });
  const following = await dragged(slow, 1);
  if (following.moved < 2) throw new Error('nothing follows the invert that is dragged');
  rows.push(...rowsOf('dragging an invert with the least dig on, a network of 200 runs', following, 16));
  await slow.page.close();
  return rows;
}
