import { randomUUID } from 'node:crypto';
import type { Change } from '@alveus/plan';
import { LIMITS } from '@alveus/plan';
import { asCompany, createJob, openPool, takeBatch } from '@alveus/server';
import { chromium as launcher } from '@playwright/test';
import { buildWeb } from '../lib/build';
import { CHROMIUM_ARGS, chromium } from '../lib/browser';
import { COMPANY } from '../lib/database';
import { scratchDatabase, scratchServer } from '../lib/scratch';
import { startServer } from '../lib/server';
import type { Row } from './measure';
import { median } from './measure';
import { benchPlan } from './plan';

const SLOWER = 4;
const FRAMES = 60;

/** Script in a frame while a sketch of 200 runs is panned and zoomed, on a processor made four times slower. */
export async function benchSketch(cleanup: (work: () => Promise<void> | void) => void): Promise<Row[]> {
  const scratch = await scratchServer({ fsync: 'off' });
  cleanup(scratch.stop);
  const database = await scratchDatabase(scratch);
  cleanup(database.drop);
  const pool = openPool(database.appUrl, 1);
  const job = randomUUID();
  await asCompany(pool, COMPANY.id, (client) => createJob(client, job, 'Bench'));
  const changes = benchPlan(200).items.map((item): Change => ({ op: 'put', item, base: 0 }));
  for (let from = 0; from < changes.length; from += LIMITS.batchChanges) await takeBatch(pool, COMPANY.id, job, { id: randomUUID(), changes: changes.slice(from, from + LIMITS.batchChanges) });
  await pool.end();
  const server = await startServer({ APP_DATABASE_URL: database.appUrl, WEB_DIR: await buildWeb(), PORT: '0', LOG_LEVEL: 'error' });
  cleanup(server.stop);
  const browser = await launcher.launch({ executablePath: await chromium(), args: CHROMIUM_ARGS });
  cleanup(() => browser.close());
  const page = await browser.newPage({ viewport: { width: 390, height: 844 }, serviceWorkers: 'block' });
  await page.goto(`${server.url}/job/${job}/site`);
  const sketch = page.getByRole('application', { name: /^Plan sketch/ });
  await sketch.waitFor();
  await page.waitForTimeout(1_500);
  const box = await sketch.boundingBox();
  if (!box) throw new Error('no sketch');
  const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
  const client = await page.context().newCDPSession(page);
  await client.send('Performance.enable');
  await client.send('Emulation.setCPUThrottlingRate', { rate: SLOWER });
  const script = async (): Promise<number> => {
    const { metrics } = await client.send('Performance.getMetrics');
    return (metrics.find(({ name }) => name === 'ScriptDuration')?.value ?? 0) * 1_000;
  };
  /** Milliseconds of script for each frame of a gesture; the drawing anew once it rests is told apart. */
  const gesture = async (begin: () => Promise<void>, step: (frame: number) => Promise<void>, end: () => Promise<void>): Promise<{ frame: number; rest: number }> => {
    await begin();
    const start = await script();
    for (let frame = 0; frame < FRAMES; frame += 1) await step(frame);
    const moved = await script();
    await end();
    await page.waitForTimeout(800);
    return { frame: (moved - start) / FRAMES, rest: (await script()) - moved };
  };
  const pans: { frame: number; rest: number }[] = [];
  const zooms: { frame: number; rest: number }[] = [];
  for (let round = 0; round < 3; round += 1) {
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
  const rest = (all: typeof pans): string => `drawn anew at rest in ${median(all.map((one) => one.rest)).toFixed(0)} ms`;
  const row = (name: string, all: typeof pans): Row => ({ name, value: median(all.map((one) => one.frame)), limit: 16, keep: 'at most', detail: `at ${SLOWER}× slow-down; ${rest(all)}` });
  return [row('panning a sketch of 200 runs, ms of script a frame', pans), row('zooming it, ms of script a frame', zooms)];
}
