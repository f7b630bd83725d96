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

async function gradeOf(bench: Bench, job: string): Promise<SlowPage> {
  return slowPage(bench.browser, async (page) => {
    await page.goto(`${bench.url}/job/${job}/grade`);
    await page.getByRole('slider', { name: 'Station along the line' }).waitFor();
    await page.waitForTimeout(1_500);
    await watchFrames(page);
  });
}

/** An invert dragged up and down, and the station line drawn along, on a phone. */
export async function benchDrag(bench: Bench): Promise<Row[]> {
  const rows: Row[] = [];
  for (const [words, job] of [
    ['the demo', bench.jobs.demo],
    ['200 runs', bench.jobs.large],
  ] as const) {
    const slow = await gradeOf(bench, job);
    const { page } = slow;
    const surface = await page.getByRole('slider', { name: 'Station along the line' }).boundingBox();
    // A free invert in the middle of the line: what hangs on it moves with it.
    const knobs = page.getByRole('slider', { name: /^High invert of/ });
    const knob = await knobs.nth(Math.floor((await knobs.count()) / 2)).boundingBox();
    if (!surface || !knob) throw new Error('nothing to take hold of');

    const point = pointer(slow);
    const [from, along] = [surface.x + 60, surface.y + surface.height - 10];
    await point('mousePressed', from, along);
    const scrub = await steps(slow, (step) => point('mouseMoved', from + (step % 60) * 4, along));
    await point('mouseReleased', from, along);
    await page.waitForTimeout(600);

    const [x, y] = [knob.x + knob.width / 2, knob.y + knob.height / 2];
    await point('mousePressed', x, y);
    for (let step = 1; step <= 3; step += 1) await point('mouseMoved', x, y - 4 * step);
    const drag = await steps(slow, (step) => point('mouseMoved', x, y - 12 - (step % 20) * 2));
    await point('mouseReleased', x, y);
    await page.close();
    for (const [name, { step, frame }] of [
      ['dragging an invert', drag],
      ['scrubbing the station', scrub],
    ] as const) {
      rows.push(
        {
          name: `${name}, ${words}: ms of script a step, median`,
          value: step,
          limit: 8,
          keep: 'at most',
          detail: `at ${SLOWER}× slow-down, ${STEPS} steps`,
        },
        {
          name: `${name}, ${words}: ms of a frame, 95th percentile`,
          value: frame,
          limit: 50,
          keep: 'at most',
          detail: `at ${SLOWER}× slow-down`,
        },
      );
    }
  }
  return rows;
}
