import { readFile } from 'node:fs/promises';
import type { Page } from '@playwright/test';
import { faultOf } from '../packages/core/test/support/unsaid';
import { choose, expect, tap, test } from './app';
import { closed, go, opened, openDemo, SHEETS, STAGES } from './tour';

/** Every word shown, as a foreman reads it: the trade's own, and no figure finer than crews can set. */

test.use({ contextOptions: { reducedMotion: 'reduce' }, busy: true });

/** Everything of the page that is read or heard: its text, what its drawings say, its labels. */
const heard = (page: Page): Promise<string[]> =>
  page.evaluate(() => {
    const said = new Set<string>();
    const add = (text: string | null | undefined): void => {
      for (const line of (text ?? '').split('\n')) if (line.trim() !== '') said.add(line.trim());
    };
    const front = [...document.querySelectorAll<HTMLElement>('[role=dialog]')].at(-1) ?? document.body;
    add(front.innerText);
    for (const svg of front.querySelectorAll('svg'))
      for (const text of svg.querySelectorAll('text')) add(text.textContent);
    for (const element of front.querySelectorAll('[aria-label], [placeholder], [aria-valuetext]'))
      for (const name of ['aria-label', 'placeholder', 'aria-valuetext']) add(element.getAttribute(name));
    return [...said];
  });

function faults(where: string, lines: readonly string[], system: 'feet' | 'metric'): string[] {
  return lines.flatMap((line) => {
    const fault = faultOf(line, system);
    return fault === undefined ? [] : [`${where}: ${fault}`];
  });
}

for (const units of ['Decimal feet', 'Metric'] as const)
  test(`every word on every stage and sheet, in ${units.toLowerCase()}`, async ({ page, app }, info) => {
    test.setTimeout(300_000);
    page.setDefaultTimeout(20_000);
    await openDemo(page, app);
    await tap(page, 'Menu');
    await page.getByRole('radio', { name: units, exact: true }).click();
    await tap(page, 'Close');
    const said: string[] = [];
    const wrong: string[] = [];
    const note = (where: string, lines: readonly string[]): void => {
      expect(lines.length, where).toBeGreaterThan(5);
      said.push(`## ${where}`, ...lines);
      wrong.push(...faults(where, lines, units === 'Metric' ? 'metric' : 'feet'));
    };
    const look = async (where: string): Promise<void> => {
      await expect(page.getByText(/^(Opening…|Working out|Working it out)/).filter({ visible: true })).toHaveCount(0);
      note(where, await heard(page));
    };
    for (const stage of STAGES) {
      await go(page, stage);
      await look(stage);
      await page
        .getByRole('list', { name: 'Findings' })
        .locator('[aria-expanded=false]')
        .evaluateAll((rows) => {
          for (const row of rows) if (row instanceof HTMLElement && row.checkVisibility()) row.click();
        });
      await look(`${stage}, findings opened`);
    }
    await tap(page, 'Menu');
    await tap(page, 'Rules');
    await look('rules');
    await tap(page, 'All jobs');
    await look('jobs');
    await page.getByRole('link', { name: /^Tansy Hill/ }).click();
    // Findings that were opened have gone to other lines.
    await go(page, 'Grade');
    await choose(page, /^Line:/, 'Barn storm line');
    for (const sheet of SHEETS) {
      await opened(page, sheet);
      await look(sheet.name);
      await closed(page);
    }
    await go(page, 'Grade');
    await choose(page, /^Line:/, 'Barn storm line');
    await tap(page, 'Least digging');
    await page
      .getByText(/limits conflict|Nothing within/)
      .first()
      .waitFor();
    await look('least digging');
    await tap(page, 'Close');
    await page.keyboard.press('Control+p');
    await page.getByRole('radio', { name: /^All \d+$/ }).click();
    await page.emulateMedia({ media: 'print' });
    const paper = page.locator('.paper');
    await expect(paper).toContainText('Order list');
    note('paper', [
      ...(await paper.innerText()).split(/[\n\t]/),
      ...(await paper.locator('svg text').allTextContents()),
    ]);
    await page.emulateMedia({ media: 'screen' });
    const [text] = await Promise.all([page.waitForEvent('download'), tap(page, 'Share as text')]);
    note('shared text', (await readFile(await text.path(), 'utf8')).split(/\n|, /));
    await closed(page);
    await info.attach('words', { body: said.join('\n') });
    if (process.env.WORDS_TO)
      (await import('node:fs')).writeFileSync(`${process.env.WORDS_TO}-${units}.txt`, said.join('\n'));
    expect([...new Set(wrong)]).toEqual([]);
  });
