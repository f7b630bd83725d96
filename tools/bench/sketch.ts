import type { Row } from './measure';
import { median } from './measure';
import type { Bench } from './page';
import { slowPage, SLOWER } from './page';

const FRAMES = 60;
const ROUNDS = 3;

interface Gesture {
  /** Script of a frame of it, ms. */
  readonly frame: number;
  /** Longest stretch that the page was busy for once it rested, ms. */
  readonly rest: number;
}

/** A sketch of 200 runs, panned and zoomed on a phone. */
export async function benchSketch(bench: Bench): Promise<Row[]> {
  const { page, script } = await slowPage(bench.browser, async (fresh) => {
    await fresh.goto(`${bench.url}/job/${bench.jobs.large}/site`);
    await fresh.getByRole('application', { name: /^Plan sketch/ }).waitFor();
    await fresh.waitForTimeout(1_500);
    await fresh.evaluate(() => {
      const busy: number[] = [];
      new PerformanceObserver((list) => busy.push(...list.getEntries().map(({ duration }) => duration))).observe({
        type: 'longtask',
      });
      (window as unknown as { busy: number[] }).busy = busy;
    });
  });
  const box = await page.getByRole('application', { name: /^Plan sketch/ }).boundingBox();
  if (!box) throw new Error('no sketch');
  const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
  const gesture = async (
    begin: () => Promise<void>,
    step: (frame: number) => Promise<void>,
    end: () => Promise<void>,
  ): Promise<Gesture> => {
    await begin();
    const start = await script();
    for (let frame = 0; frame < FRAMES; frame += 1) await step(frame);
    const moved = await script();
    await page.evaluate(() => void (window as unknown as { busy: number[] }).busy.splice(0));
    await end();
    await page.waitForTimeout(1_000);
    const busy = await page.evaluate(() => (window as unknown as { busy: number[] }).busy.slice());
    // What is shorter than the browser tells of is no longer than that.
    return { frame: (moved - start) / FRAMES, rest: Math.max(0, ...busy) };
  };
  const pans: Gesture[] = [];
  const zooms: Gesture[] = [];
  for (let round = 0; round < ROUNDS; round += 1) {
    pans.push(
      await gesture(
        async () => {
          await page.mouse.move(x, y);
          await page.mouse.down();
        },
        (frame) => page.mouse.move(x + Math.sin(frame / 9) * 60, y + Math.cos(frame / 9) * 60),
        () => page.mouse.up(),
      ),
    );
    zooms.push(
      await gesture(
        () => page.mouse.move(x, y),
        (frame) => page.mouse.wheel(0, frame < FRAMES / 2 ? -20 : 20),
        async () => undefined,
      ),
    );
  }
  await page.close();
  const frames = (name: string, all: readonly Gesture[], more: string): Row => ({
    name,
    value: median(all.map((gesture) => gesture.frame)),
    limit: 16,
    keep: 'at most',
    detail: `at ${SLOWER}× slow-down${more}`,
  });
  return [
    frames('panning a sketch of 200 runs, ms of script a frame', pans, ''),
    {
      name: 'the end of a pan, ms the page is busy (at most)',
      value: Math.max(...pans.map((pan) => pan.rest)),
      limit: 50,
      keep: 'at most',
      detail: `at ${SLOWER}× slow-down; shorter than 50 ms counts as 0; worst of ${ROUNDS}`,
    },
    frames(
      'zooming it, ms of script a frame',
      zooms,
      `; drawn anew at rest in ${median(zooms.map((zoom) => zoom.rest)).toFixed(0)} ms at a stretch`,
    ),
  ];
}
