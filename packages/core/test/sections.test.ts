import { applyEdits, SERVICES } from '@alveus/plan';
import { evaluate, findingsOf, SECTIONS, sectionItems } from '../src';
import { boughtOf, perLength, SCHOOLS, sectionsFor } from '../src/sections';
import { ft, inch, newId } from './builders';
import { job, oneRun } from './support/jobs';

/** Sections that a line could be dug by, side by side. */

const LENGTH = 80;

function drain(service: 'french-drain' | 'leader', key: keyof typeof SECTIONS) {
  const { section, items } = sectionItems(key, [], newId);
  const { plan } = job({
    ...oneRun(
      { length: LENGTH, low: 97, slope: 0.01 },
      {
        service,
        pipe: '4 in SDR 35',
        section,
        out: { form: 'daylight', ground: 100 },
        top: { form: 'cleanout', ground: 100 },
      },
    ),
    more: items.filter(({ kind }) => kind === 'material'),
  });
  const line = Object.keys(plan.line)[0] ?? '';
  return { plan, line, sections: sectionsFor(evaluate(plan), line, newId) };
}

test('stone under the pipe of a French drain is 3 in more to dig, and as much more stone, for each foot of its 12 in', () => {
  const { sections } = drain('french-drain', 'frenchBedded');
  const of = (key: string) => sections.find((one) => one.key === key);
  const [under, bottom] = [of('frenchBedded'), of('french')];
  if (!under || !bottom) throw new Error('not in the library');
  expect(under.now).toBe(true);
  expect(sections[0]).toBe(under);
  const more = inch(3) * inch(12);
  expect(
    (perLength(under.quantities.excavation, under) ?? NaN) - (perLength(bottom.quantities.excavation, bottom) ?? NaN),
  ).toBeCloseTo(more, 9);
  const stone = (one: typeof under) =>
    one.quantities.layers.filter(({ name }) => name !== 'surface').reduce((sum, { placed }) => sum + placed, 0);
  expect((stone(under) - stone(bottom)) / ft(LENGTH)).toBeCloseTo(more, 9);
  // With 5 % of waste.
  expect((boughtOf(under) - boughtOf(bottom)) / ft(LENGTH)).toBeCloseTo(more * 1.05, 9);
  expect((under.deepest ?? NaN) - (bottom.deepest ?? NaN)).toBeCloseTo(inch(3), 9);
  expect(under.usual && bottom.usual).toBe(true);
});

test('a leader refuses stone, and says why; tried in it, it is stopped', () => {
  const { plan, sections } = drain('leader', 'native');
  const stone = sections.filter(({ refused }) => refused !== undefined);
  expect(stone.map(({ key }) => key)).toContain('storm');
  for (const { key, edits } of stone) {
    const { below, above } = SECTIONS[key ?? 'native'];
    const bought = [...below, ...above].filter(({ material }) => material === 'stone');
    if (bought.length === 0) continue;
    const found = findingsOf(evaluate(applyEdits(plan, edits))).filter(({ rule }) => rule === 'stone-at-leader');
    expect(found.map(({ severity }) => severity)).toEqual(['stop']);
  }
  expect(sections.find(({ key }) => key === 'native')?.refused).toBeUndefined();
});

test('a section that is tried is the plan with the line dug by it, and takes nothing else along', () => {
  const { plan, line, sections } = drain('french-drain', 'french');
  for (const { edits, quantities, now } of sections) {
    if (now) continue;
    const after = applyEdits(plan, edits);
    expect(evaluate(after).lines.get(line)?.quantities).toEqual(quantities);
    expect(after.runGrade).toEqual(plan.runGrade);
    for (const edit of edits)
      expect(['section', 'material', 'line', 'run']).toContain(edit.op === 'put' ? edit.item.kind : 'nothing');
  }
});

test('every section of the library says why, and every service has one that is made for it', () => {
  for (const key of Object.keys(SECTIONS)) {
    const school = SCHOOLS[key as keyof typeof SECTIONS];
    for (const words of [school.why, school.good, school.drawback]) expect(words.length).toBeGreaterThan(10);
    expect(school.refused?.services.some((service) => school.for.includes(service)) ?? false).toBe(false);
  }
  for (const service of SERVICES)
    expect(Object.values(SCHOOLS).some((school) => school.for.includes(service))).toBe(true);
});
