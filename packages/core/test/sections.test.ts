import { applyEdits, SERVICES } from '@alveus/plan';
import type { ItemOf } from '@alveus/plan';
import type { CompanyItem } from '@alveus/plan/company';
import { SharedSection, sharedFrom } from '@alveus/plan/company';
import { evaluate, findingsOf, keptModel, PER_CUBIC_YARD, say, sectionItems, sharedSection, TON } from '../src';
import { perLength, sectionsFor } from '../src/compare/sections';
import { LIBRARY, SCHOOLS } from '../src/sections';
import { catalogue, ft, inch, material, newId, section } from './builders';
import { job, oneRun } from './support/jobs';
import { takes } from './support/takes';

/** Sections that a line could be dug by, side by side. */

const LENGTH = 80;

function drain(service: 'french-drain' | 'leader', key: keyof typeof LIBRARY) {
  const { section: laid, items } = sectionItems(LIBRARY[key], [], newId);
  const { plan } = job({
    ...oneRun(
      { length: LENGTH, low: 97, slope: 0.01 },
      {
        service,
        pipe: '4 in SDR 35',
        section: laid,
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
  const of = (key: string) => sections.find((section) => section.key === key);
  const [under, bottom] = [of('frenchBedded'), of('french')];
  if (!under || !bottom) throw new Error('not in the library');
  expect(under.now).toBe(true);
  expect(sections[0]).toBe(under);
  const more = inch(3) * inch(12);
  expect(
    (perLength(under.soil.excavation, under) ?? NaN) - (perLength(bottom.soil.excavation, bottom) ?? NaN),
  ).toBeCloseTo(more, 9);
  // With 5 % of waste.
  expect((under.bought.volume - bottom.bought.volume) / ft(LENGTH)).toBeCloseTo(more * 1.05, 9);
  expect((under.deepest ?? NaN) - (bottom.deepest ?? NaN)).toBeCloseTo(inch(3), 9);
  expect(under.usual && bottom.usual).toBe(true);
});

test('a leader refuses stone, and says why; tried in it, it is stopped', () => {
  const { plan, sections } = drain('leader', 'native');
  const stone = sections.filter(({ refused }) => refused !== undefined);
  expect(stone.map(({ key }) => key)).toContain('storm');
  for (const { key, edits } of stone) {
    const { below, above } = LIBRARY[key ?? 'native'];
    const bought = [...below, ...above].filter(({ material }) => material === 'stone');
    if (bought.length === 0) continue;
    const found = findingsOf(evaluate(applyEdits(plan, edits))).filter(({ rule }) => rule === 'stone-at-leader');
    expect(found.map(({ severity }) => severity)).toEqual(['stop']);
  }
  expect(sections.find(({ key }) => key === 'native')?.refused).toBeUndefined();
});

test('a section that is tried is the plan with the line dug by it, and takes nothing else along', () => {
  const { plan, line, sections } = drain('french-drain', 'french');
  for (const { edits, soil, bought, now } of sections) {
    if (now) continue;
    const after = applyEdits(plan, edits);
    const evaluation = evaluate(after);
    expect(evaluation.lines.get(line)?.soil).toEqual(soil);
    const mass = takes(evaluation, line).reduce(
      (sum, take) => (take.what.of === 'material' ? sum + take.mass : sum),
      0,
    );
    expect(bought.mass).toBeCloseTo(mass, 9);
    expect(after.runGrade).toEqual(plan.runGrade);
    for (const edit of edits)
      expect(['section', 'material', 'line', 'run']).toContain(edit.op === 'put' ? edit.item.kind : 'nothing');
  }
});

test('every section of the library says why, and every service has one that is made for it', () => {
  for (const key of Object.keys(LIBRARY)) {
    const school = SCHOOLS[key as keyof typeof LIBRARY];
    for (const words of [school.why, school.good, school.drawback]) expect(words.length).toBeGreaterThan(10);
    expect(school.refused?.services.some((service) => school.for.includes(service)) ?? false).toBe(false);
  }
  for (const service of SERVICES)
    expect(Object.values(SCHOOLS).some((school) => school.for.includes(service))).toBe(true);
});

test('2,500 ft of 54 in concrete pipe, 65 in outside: 3,181 ton of stone; by its nominal size it would be 2,557 (worked out beforehand)', () => {
  const stone = material('Crushed stone', { density: 1.46 * PER_CUBIC_YARD, waste: 0.05 });
  const thick: ItemOf<'pipe'> = {
    ...catalogue('54 in concrete, wall B'),
    outside: inch(65),
    wall: inch(5.5),
    nominal: inch(54),
  };
  const dug = (beside: 'outside' | 'nominal') =>
    evaluate(
      job({
        ...oneRun(
          { length: 2500, low: 90, slope: 0.001 },
          {
            service: 'storm',
            pipe: thick,
            out: { form: 'structure', ground: 104 },
            top: { form: 'manhole', ground: 106.5 },
            section: section({
              width: { rule: 'room', each: inch(10), beside },
              below: [{ material: stone.id, thickness: inch(6) }],
              above: [{ material: stone.id, upTo: { mark: 'crown', offset: inch(6) } }],
            }),
          },
        ),
        more: [stone],
      }).plan,
    );
  const evaluation = dug('outside');
  const [line] = [...evaluation.lines.values()];
  const bought = takes(evaluation, line?.id ?? '').find(({ what }) => what.of === 'material');
  // 85 × 77 in less the pipe, at 1.46 ton to the cubic yard and 5 % of waste.
  expect((bought?.mass ?? NaN) / TON).toBeCloseTo(3180.6, 1);
  const [found] = findingsOf(dug('nominal')).filter(({ rule }) => rule === 'by-nominal');
  expect(say(found?.what ?? [], 'feet')).toMatch(/: that takes 2557 ton\. By its outside, .* it takes 3181 ton\.$/);
  expect(findingsOf(evaluation).filter(({ rule }) => rule === 'by-nominal')).toEqual([]);
});

test('a section that the company keeps is dug as it was kept, its materials with it, and is known again in the job', () => {
  const { plan, line } = drain('french-drain', 'french');
  const deep = sectionItems(
    { ...LIBRARY.frenchBedded, name: 'Our drain', width: { rule: 'fixed', width: inch(15) } },
    [],
    newId,
  );
  const materials = Object.fromEntries(
    deep.items.flatMap((item) => (item.kind === 'material' ? [[item.id, { ...item, name: `Our ${item.name}` }]] : [])),
  );
  const body = SharedSection.parse(sharedFrom({ ...deep.section, from: { section: newId(), version: 4 } }, materials));
  const kept: CompanyItem<'section'> = { id: newId(), version: 2, body, changedAt: '2030-05-01T08:00:00Z' };
  const ours = sectionsFor(evaluate(plan), line, newId, [kept]).find(({ of }) => of === 'company');
  if (!ours) throw new Error('not offered');
  expect(ours.name).toBe('Our drain');
  const after = applyEdits(plan, ours.edits);
  const laid = after.section[after.line[line]?.section ?? ''];
  expect(laid?.from).toEqual({ section: kept.id, version: 2 });
  expect(laid?.width).toEqual({ rule: 'fixed', width: inch(15) });
  const names = [...(laid?.below ?? []), ...(laid?.above ?? [])].map(({ material: id }) => after.material[id]?.name);
  expect(names).toContain(`Our ${Object.values(materials)[0]?.name.replace('Our ', '')}`);
  // Taken once, it is there: taking it again makes nothing new. One that was changed in the job is another.
  expect(sharedSection(after, keptModel(kept), newId).items).toEqual([]);
  expect(sectionsFor(evaluate(after), line, newId, [kept]).find(({ now }) => now)?.of).toBe('company');
  if (!laid) throw new Error('not laid');
  const changed = applyEdits(after, [{ op: 'put', item: { ...laid, name: 'Changed here' } }]);
  expect(sharedSection(changed, keptModel(kept), newId).items.length).toBeGreaterThan(0);
});
