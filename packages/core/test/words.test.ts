import { readFileSync } from 'node:fs';
import path from 'node:path';
import { openPlanFile } from '@alveus/plan';
import type { Finding, System } from '../src';
import { evaluate, findingsOf, print, RULES, say } from '../src';
import { gradeTable } from '../src/interchange';
import { explain } from '../src/workings';
import { job } from './support/jobs';
import { allFigures } from './support/figures';
import { situations } from './support/situations';
import { faultOf } from './support/unsaid';

/** Every finding and every rule, said as crews say it: in their words, and no figure finer than they set. */

const opened = openPlanFile(readFileSync(path.join(__dirname, '../../../demo/tansy-hill.json'), 'utf8'));
if (!opened.ok) throw new Error(opened.message);
const DEMO = evaluate(opened.plan);

const SYSTEMS_READ = ['feet', 'metric'] as const;

const linesOf = ({ what, why, gives, source, by }: Finding, system: System): string[] => [
  say(what, system),
  say(why, system),
  `Rule: ${source}`,
  ...(by ? [say([by], system)] : []),
  ...gives.map(({ words }) => say(words, system)),
];

const faults = (lines: readonly string[], system: 'feet' | 'metric'): string[] => [
  ...new Set(lines.flatMap((line) => faultOf(line, system) ?? [])),
];

describe.each(SYSTEMS_READ)('in %s', (system) => {
  test('every finding of every situation, its reasons, and what would help', () => {
    const found = situations.flatMap(({ job: spec }) => findingsOf(evaluate(job(spec).plan)));
    expect(found.length).toBeGreaterThan(500);
    expect(
      faults(
        found.flatMap((finding) => linesOf(finding, system)),
        system,
      ),
    ).toEqual([]);
  });

  test('every rule, its number and its source', () => {
    const lines = RULES.flatMap(({ title, number, source }) => [
      title,
      `Rule: ${source}`,
      ...(number ? [`${number.words}: ${print(number.value, number.quantity, system)}`] : []),
    ]);
    expect(faults(lines, system)).toEqual([]);
  });

  test('every working of every figure: its title, its steps, its source, and what it depends on', () => {
    const plans = [opened.plan, ...situations.map(({ job: spec }) => job(spec).plan)];
    const lines = plans.flatMap((plan) => {
      const evaluation = evaluate(plan);
      // A pipe has a size in its name, as it is sold.
      const sold = Object.values(plan.pipe).map(({ name }) => name);
      const unnamed = (line: string): string => sold.reduce((text, name) => text.replaceAll(name, 'pipe'), line);
      const texts = allFigures(evaluation).flatMap((ref) => {
        const working = explain(evaluation, ref);
        return working
          ? [
              working.title,
              ...(working.value ? [say([working.value], system)] : []),
              ...working.steps.flatMap(({ formula, numbers }) => [formula, say(numbers, system)]),
              `Source: ${working.source}`,
              ...working.rests.map(({ words }) => words),
            ]
          : [];
      });
      return texts.map(unnamed);
    });
    expect(lines.length).toBeGreaterThan(5_000);
    expect(faults([...new Set(lines)], system)).toEqual([]);
  });

  test('the grade table that is saved for other programs', () => {
    const cells = [...DEMO.lines.values()].flatMap((line) => gradeTable(DEMO, line, system, 5).flat());
    expect(cells.length).toBeGreaterThan(200);
    expect(faults(cells, system)).toEqual([]);
  });
});

test('a word of riddles, a figure too fine and the units of another system are faults', () => {
  for (const line of [
    'Nobody has',
    'Look twice',
    'it would come out 34" over its rim',
    '0.600 in',
    '98.2044 ft',
    '12.63 cu yd',
  ])
    expect(faultOf(line, 'feet')).toBeDefined();
  expect(faultOf('152 mm wide', 'feet')).toBeDefined();
  expect(faultOf('6 ft wide', 'metric')).toBeDefined();
  expect(faultOf('6" wide', 'metric')).toBeDefined();
});
