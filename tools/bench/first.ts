import type { Row } from './measure';
import { median, unsureOf } from './measure';
import type { Bench } from './page';
import { RUNNER, SLOWER } from './page';

/** Rounds are added until the middle of their ratios is known this well, and at most so many: one load differs much from the next. */
const [ROUNDS, MOST_ROUNDS, SURE] = [11, 31, 0.03];

/**
 * Milliseconds from asking for the page on a cold cache to when it answers: what can be pressed is there, a frame of
 * it has been drawn, and nothing else is being worked on.
 */
async function interactive({ browser }: Bench, url: string, selector: string): Promise<number> {
  const context = await browser.newContext({ viewport: { width: 390, height: 844 }, serviceWorkers: 'block' });
  const page = await context.newPage();
  const client = await context.newCDPSession(page);
  await client.send('Emulation.setCPUThrottlingRate', { rate: SLOWER });
  await page.addInitScript(RUNNER);
  await page.addInitScript((sought) => {
    const look = (): void => {
      if (!document.querySelector(sought)) return;
      watch.disconnect();
      requestAnimationFrame(() =>
        setTimeout(() => {
          (window as unknown as { answered: number }).answered = performance.now();
        }),
      );
    };
    const watch = new MutationObserver(look);
    document.addEventListener('DOMContentLoaded', () => {
      watch.observe(document.documentElement, { childList: true, subtree: true });
      look();
    });
  }, selector);
  await page.goto(url, { waitUntil: 'commit' });
  await page.waitForFunction(() => 'answered' in window, undefined, { timeout: 60_000, polling: 100 });
  const answered = await page.evaluate(() => (window as unknown as { answered: number }).answered);
  await context.close();
  return answered;
}

/** Milliseconds that the almost-empty app takes to answer. */
export const emptyAnswers = (bench: Bench): Promise<number> => interactive(bench, bench.emptyUrl, '[role=button]');

/** The list of jobs, with a job in it to open, against the almost-empty app; by turns, so that a drift hits both alike. */
export async function benchFirst(bench: Bench): Promise<Row[]> {
  const pairs: { ours: number; empty: number }[] = [];
  const ratios = (): number[] => pairs.map(({ ours, empty }) => ours / empty);
  const loads = {
    ours: () => interactive(bench, bench.url, '[data-testid=job] [role=link]'),
    empty: () => emptyAnswers(bench),
  };
  while (pairs.length < ROUNDS || (pairs.length < MOST_ROUNDS && unsureOf(ratios()) > SURE)) {
    const pair = { ours: 0, empty: 0 };
    // Each is first by turns.
    for (const app of pairs.length % 2 === 0 ? (['empty', 'ours'] as const) : (['ours', 'empty'] as const))
      pair[app] = await loads[app]();
    pairs.push(pair);
  }
  const [ours, empty] = [median(pairs.map((pair) => pair.ours)), median(pairs.map((pair) => pair.empty))];
  return [
    {
      name: 'first screen answers, time over that of the almost-empty app',
      value: median(ratios()),
      limit: 1.3,
      keep: 'at most',
      detail: `${ours.toFixed(0)} against ${empty.toFixed(0)} ms at ${SLOWER}× slow-down, ${pairs.length} rounds, ± ${(100 * unsureOf(ratios())).toFixed(1)} %`,
    },
  ];
}
