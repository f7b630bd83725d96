import type { Page } from '@playwright/test';
import { emptyAnswers } from './first';
import type { Row } from './measure';
import { median, unsureOf } from './measure';
import type { Bench } from './page';
import { slowPage, SLOWER } from './page';

const [ROUNDS, MOST_ROUNDS, SURE] = [7, 15, 0.05];

/** Milliseconds from the tap on a job in the list to the frame with its long section, when nothing else is worked on. */
const openJob = (page: Page): Promise<number> =>
  page.evaluate(
    () =>
      new Promise<number>((resolve) => {
        const job = document.querySelector<HTMLElement>('[data-testid=job] [role=link]');
        const begun = performance.now();
        const look = (): void => {
          const section = document
            .querySelector('[role=slider][aria-label="Station along the line"]')
            ?.checkVisibility({ visibilityProperty: true });
          // The frame is drawn, and a task that follows it has had its turn: the page answers.
          if (section) requestAnimationFrame(() => setTimeout(() => resolve(performance.now() - begun)));
          else if (performance.now() - begun > 60_000) resolve(Number.NaN);
          else requestAnimationFrame(look);
        };
        job?.click();
        look();
      }),
  );

/** A job opened from the list that somebody has looked at for a moment, against a whole load of the almost-empty app. */
export async function benchOpens(bench: Bench): Promise<Row[]> {
  const pairs: { ours: number; empty: number }[] = [];
  const ratios = (): number[] => pairs.map(({ ours, empty }) => ours / empty);
  while (pairs.length < ROUNDS || (pairs.length < MOST_ROUNDS && unsureOf(ratios()) > SURE)) {
    const { page } = await slowPage(bench.browser, async (fresh) => {
      await fresh.goto(bench.url);
      await fresh.locator('[data-testid=job] [role=link]').first().waitFor();
      await fresh.waitForLoadState('networkidle');
    });
    const ours = await openJob(page);
    await page.context().close();
    pairs.push({ ours, empty: await emptyAnswers(bench) });
  }
  const [ours, empty] = [median(pairs.map((pair) => pair.ours)), median(pairs.map((pair) => pair.empty))];
  return [
    {
      name: 'a job opens, time over a load of the almost-empty app',
      value: median(ratios()),
      limit: 1.5,
      keep: 'at most',
      detail: `${ours.toFixed(0)} against ${empty.toFixed(0)} ms at ${SLOWER}× slow-down, ${pairs.length} rounds, ± ${(100 * unsureOf(ratios())).toFixed(1)} %`,
    },
  ];
}
