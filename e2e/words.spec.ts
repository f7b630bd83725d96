import type { Page } from '@playwright/test';
import { choose, expect, tap, test } from './app';
import { closed, go, opened, openDemo, SHEETS, STAGES } from './tour';

/** Every word shown, as a foreman reads it: the trade's own, and no figure finer than crews can set. */

test.use({ contextOptions: { reducedMotion: 'reduce' }, busy: true });

/** Words and phrases that nobody on a job says. */
const UNSAID: readonly RegExp[] = [
  /look twice/i,
  /in (work|trouble)\b/i,
  /\bsettled\b(?! (soil|ground))/i,
  /heights drawn/i,
  /dig(s)? least/i,
  /room to be wrong/i,
  /stands against/i,
  /\bof findings\b/i,
  /would (go|come) (and|out)/i,
  /lay the line out/i,
  /turn it round/i,
  /is parted\b/i,
  /pipe out, long/i,
  /\bits slope\b/i,
  /a schematic\b/i,
  /off the sketch/i,
  /go on shooting/i,
  /\b(behind|ahead) \d/,
  /sights back and fore/i,
  /needs leave/i,
  /\btold\b/i,
  /would come out/i,
  /closed round/i,
  /nobody has/i,
  /firmness/i,
  /\barticles?\b/i,
  /written down as/i,
  /that are wanting/i,
  /off the top\b/i,
  /\bsay it\b/i,
  /\bi am at\b/i,
  /fixed twice/i,
  /is known of\b/i,
  /next is typed/i,
  /struck out/i,
  /found then|no longer found/i,
  /it is no digging/i,
  /\bleave them\b/i,
  /stand-in/i,
  /\banew\b/i,
  /chainage/i,
  /\bwhat stands\b/i,
  /\bheld (back|over)\b/i,
  /\b(metre|centre|colour|neighbour|grey|travell|levell)/i,
  /\bround (it|the|its|which)\b/i,
];

/** Lengths finer than crews set: thousandths of a foot, decimals of an inch, 32nds, tenths of a millimetre. */
const TOO_FINE: readonly RegExp[] = [
  /\d\.\d{3,} ?(ft|')/,
  /\d\.\d+ (in|mm)\b/,
  /\d\/(32|64|128)\b/,
  /≈ ?0 in/,
  /\d{3,}\.\d+ (cu yd|ton|sq ft|t|m³|m²)\b/,
  /\d\.\d\d+ (cu yd|ton|sq ft|gal|t|m³|m²)\b(?!\/)/,
];

const METRIC = /\d ?(mm|cm|m|km|kg|m³|m²|L|t)\b(?! \()/;
const FEET = /\d ?(ft|in|cu yd|sq ft|lb|gal|ton)\b|\d["']/;
/** Names that have a size in them, as they are sold, and laws that name one. */
const NAMES =
  /\b\d+ in (twin-wall|SDR|schedule|concrete|corrugated|tall|tube|in|below|under|under,|over)\b.*?(?=\n|$)|\d[\d /]* in\b|\b\d+ ft\b/;

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
    for (const one of front.querySelectorAll('[aria-label], [placeholder], [aria-valuetext]'))
      for (const name of ['aria-label', 'placeholder', 'aria-valuetext']) add(one.getAttribute(name));
    return [...said];
  });

function faults(where: string, lines: readonly string[], metric: boolean): string[] {
  return lines.flatMap((line) => {
    const bad = [...UNSAID, ...TOO_FINE].find((pattern) => pattern.test(line));
    const unit = metric ? FEET.test(line.replace(NAMES, '')) : METRIC.test(line);
    return bad || unit ? [`${where}: “${line}” (${bad ?? 'the other units'})`] : [];
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
    const look = async (where: string): Promise<void> => {
      await expect(page.getByText(/^(Opening…|Working out|Working it out)/).filter({ visible: true })).toHaveCount(0);
      const lines = await heard(page);
      said.push(`## ${where}`, ...lines);
      wrong.push(...faults(where, lines, units === 'Metric'));
    };
    for (const stage of STAGES) {
      await go(page, stage);
      await look(stage);
      for (const row of await page.getByRole('list', { name: 'Findings' }).getByRole('button').all()) {
        if (!(await row.isVisible())) continue;
        await row.click();
      }
      await look(`${stage}, findings opened`);
    }
    await tap(page, 'Menu');
    await tap(page, 'Rules');
    await look('rules');
    await tap(page, 'All jobs');
    await look('jobs');
    await page.getByTestId('job').first().click();
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
    await info.attach('words', { body: said.join('\n') });
    if (process.env.WORDS_TO)
      (await import('node:fs')).writeFileSync(`${process.env.WORDS_TO}-${units}.txt`, said.join('\n'));
    expect([...new Set(wrong)]).toEqual([]);
  });
