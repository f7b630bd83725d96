import { randomUUID } from 'node:crypto';
import { readFileSync } from 'node:fs';
import type { Browser, CDPSession, Page } from '@playwright/test';
import { chromium as launcher } from '@playwright/test';
import type { Change, Item } from '@alveus/plan';
import { itemsOf, LIMITS, openPlanFile, VERSION } from '@alveus/plan';
import { asCompany, createJob, openPool, takeBatch } from '@alveus/server';
import { CHROMIUM_ARGS, chromium } from '../lib/browser';
import { buildEmpty, buildWeb } from '../lib/build';
import { COMPANY } from '../lib/database';
import { DEMO } from '../lib/paths';
import { scratchDatabase, scratchServer } from '../lib/scratch';
import { startServer } from '../lib/server';
import { benchNetwork } from './network';
import { benchPlan } from './plan';

export const SLOWER = 4;
const PHONE = { width: 390, height: 844 };

/** The built apps, served, with the demo job and one of 200 runs. */
export interface Bench {
  readonly browser: Browser;
  readonly url: string;
  readonly emptyUrl: string;
  readonly jobs: Readonly<Record<'demo' | 'large' | 'network', string>>;
}

type Cleanup = (work: () => Promise<void> | void) => void;

export async function openBench(cleanup: Cleanup): Promise<Bench> {
  const scratch = await scratchServer({ fsync: 'off' });
  cleanup(scratch.stop);
  const database = await scratchDatabase(scratch.ownerUrl);
  cleanup(database.drop);
  const pool = openPool(database.appUrl, 1);
  const demo = openPlanFile(readFileSync(DEMO, 'utf8'));
  if (!demo.ok) throw new Error(demo.message);
  const put = async (name: string, items: readonly Item[]): Promise<string> => {
    const job = randomUUID();
    await asCompany(pool, COMPANY.id, (client) => createJob(client, job, name));
    const changes = items.map((item): Change => ({ op: 'put', item, base: 0 }));
    for (let from = 0; from < changes.length; from += LIMITS.batchChanges)
      await takeBatch(pool, COMPANY.id, job, {
        id: randomUUID(),
        format: VERSION,
        changes: changes.slice(from, from + LIMITS.batchChanges),
      });
    return job;
  };
  const jobs = {
    demo: await put('Demo', itemsOf(demo.plan)),
    large: await put('Large', benchPlan(200).items),
    network: await put('Network', benchNetwork(200)),
  };
  await pool.end();
  const serve = async (webDir: string): Promise<string> => {
    const settings = { APP_DATABASE_URL: database.appUrl, WEB_DIR: webDir, PORT: '0', LOG_LEVEL: 'error' };
    const server = await startServer(settings);
    cleanup(server.stop);
    return server.url;
  };
  const url = await serve(await buildWeb());
  const emptyUrl = await serve(await buildEmpty());
  const browser = await launcher.launch({ executablePath: await chromium(), args: CHROMIUM_ARGS });
  cleanup(() => browser.close());
  return { browser, url, emptyUrl, jobs };
}

/** What the development runner wraps functions in, and the page does not know. */
export const RUNNER = 'globalThis.__name = (work) => work;';

/** A page on a processor made slower, whose script is counted. */
export interface SlowPage {
  readonly page: Page;
  readonly client: CDPSession;
  /** Milliseconds of script so far. */
  script(): Promise<number>;
}

/** @param setUp done with the page before the processor is slowed down */
export async function slowPage(browser: Browser, setUp: (page: Page) => Promise<void>): Promise<SlowPage> {
  const page = await browser.newPage({ viewport: PHONE, serviceWorkers: 'block' });
  await page.addInitScript(RUNNER);
  const client = await page.context().newCDPSession(page);
  await client.send('Performance.enable');
  await setUp(page);
  await client.send('Emulation.setCPUThrottlingRate', { rate: SLOWER });
  const script = async (): Promise<number> => {
    const { metrics } = await client.send('Performance.getMetrics');
    return (metrics.find(({ name }) => name === 'ScriptDuration')?.value ?? 0) * 1_000;
  };
  return { page, client, script };
}
