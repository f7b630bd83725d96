import type { Row } from './measure';
import { median } from './measure';
import type { Bench } from './page';
import { slowPage, SLOWER } from './page';

const NEXT = 40;
const ROUNDS = 5;

/** Milliseconds to the frame that shows the grade sheet of 200 runs, and from one station in the trench to the next. */
export async function benchDig(bench: Bench): Promise<Row[]> {
  const opened: number[] = [];
  const next: number[] = [];
  for (let round = 0; round < ROUNDS; round += 1) {
    const { page } = await slowPage(bench.browser, async (fresh) => {
      await fresh.goto(`${bench.url}/job/${bench.jobs.large}/trench`);
      await fresh.getByTestId('save-state').getByText('Saved').waitFor();
      await fresh.waitForTimeout(6_000);
    });
    opened.push(
      await page.evaluate(
        () =>
          new Promise<number>((resolve, reject) => {
            const tab = [...document.querySelectorAll<HTMLElement>('[role=tab]')].find((element) =>
              element.textContent?.startsWith('Dig'),
            );
            if (!tab) return reject(new Error('no tab for Dig'));
            const begun = performance.now();
            const look = (): void => {
              const rows = [...document.querySelectorAll('[role=button], button')].filter(
                (element) =>
                  element.textContent?.includes('Open in the trench view') &&
                  element.checkVisibility({ visibilityProperty: true }),
              );
              if (rows.length > 0) setTimeout(() => resolve(performance.now() - begun));
              else if (performance.now() - begun > 20_000) reject(new Error('the grade sheet does not open'));
              else requestAnimationFrame(look);
            };
            requestAnimationFrame(look);
            tab.click();
          }),
      ),
    );
    // A rod that needs no level: there is something to read everywhere.
    await page.getByRole('radio', { name: 'Elevation rod' }).click();
    await page.getByRole('button', { name: 'In the trench', exact: true }).click();
    await page.getByRole('button', { name: 'Next' }).waitFor();
    next.push(
      ...(await page.evaluate(async (times) => {
        const button = [...document.querySelectorAll<HTMLElement>('button')].find(
          (element) => element.textContent === 'Next',
        );
        if (!button) throw new Error('no button for the next');
        const took: number[] = [];
        for (let time = 0; time < times; time += 1) {
          const begun = performance.now();
          button.click();
          await new Promise((resolve) => requestAnimationFrame(() => setTimeout(resolve)));
          took.push(performance.now() - begun);
          await new Promise((resolve) => setTimeout(resolve, 60));
        }
        return took;
      }, NEXT)),
    );
    await page.close();
  }
  return [
    {
      name: 'the grade sheet of 200 runs by 5 ft opens, ms',
      value: median(opened),
      limit: 300,
      keep: 'at most',
      detail: `at ${SLOWER}× slow-down, on a phone`,
    },
    {
      name: 'in the trench, from one station to the next, ms',
      value: median(next),
      limit: 50,
      keep: 'at most',
      detail: `at ${SLOWER}× slow-down, to the frame that shows it; the slowest ${Math.max(...next).toFixed(0)}`,
    },
  ];
}
