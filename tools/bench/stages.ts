import type { Row } from './measure';
import { median } from './measure';
import type { Bench } from './page';
import { slowPage, SLOWER } from './page';

/** Each stage, and what is there once it is open. */
const STAGES = [
  { name: 'Site', shown: '[role=application] svg path' },
  { name: 'Ground', shown: '[role=group][aria-label="Loop closure"]' },
  { name: 'Trench', shown: 'svg[role=img][aria-label^="Trench section"]' },
  { name: 'Order', shown: '[role=main] [role=heading]' },
  { name: 'Dig', shown: '[role=radiogroup][aria-label="View"]' },
  { name: 'Grade', shown: '[role=group][aria-label^="Grade of"]' },
] as const;
const ROUNDS = 5;

/** Milliseconds from the tap on a stage, for the first time on a page, to the frame that shows it. */
export async function benchStages(bench: Bench): Promise<Row[]> {
  const times = new Map<string, number[]>(STAGES.map(({ name }) => [name, []]));
  for (let round = 0; round < ROUNDS; round += 1) {
    // One page starts at Grade and goes round; another starts at Order, so that Grade is opened from elsewhere too.
    for (const start of ['grade', 'order']) {
      const { page } = await slowPage(bench.browser, async (fresh) => {
        await fresh.goto(`${bench.url}/job/${bench.jobs.demo}/${start}`);
        await fresh.getByTestId('save-state').getByText('Saved').waitFor();
        await fresh.waitForTimeout(4_000);
      });
      for (const { name, shown } of STAGES) {
        if (name.toLowerCase() === start || (start === 'order' && name !== 'Grade')) continue;
        const took = await page.evaluate(
          ([label, selector]) =>
            new Promise<number>((resolve, reject) => {
              const tab = [...document.querySelectorAll<HTMLElement>('[role=tab]')].find((element) =>
                element.textContent?.startsWith(label),
              );
              if (!tab) return reject(new Error(`no tab for ${label}`));
              const begun = performance.now();
              // A stage may have been made out of sight: it counts once it can be seen and the frame is drawn.
              const look = (): void => {
                const shown = [...document.querySelectorAll(selector)].some((part) =>
                  part.checkVisibility({ visibilityProperty: true }),
                );
                if (shown) setTimeout(() => resolve(performance.now() - begun));
                else if (performance.now() - begun > 20_000) reject(new Error(`${label} does not open`));
                else requestAnimationFrame(look);
              };
              requestAnimationFrame(look);
              tab.click();
            }),
          [name, shown] as const,
        );
        times.get(name)?.push(took);
        await page.waitForTimeout(700);
      }
      await page.close();
    }
  }
  const medians = STAGES.map(({ name }) => ({ name, ms: median(times.get(name) ?? []) }));
  const slowest = medians.reduce((a, b) => (b.ms > a.ms ? b : a));
  return [
    {
      name: 'a stage opens for the first time, ms (the slowest)',
      value: slowest.ms,
      limit: 200,
      keep: 'at most',
      detail: `at ${SLOWER}× slow-down: ${medians.map(({ name, ms }) => `${name} ${ms.toFixed(0)}`).join(', ')}`,
    },
  ];
}
