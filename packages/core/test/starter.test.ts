import { applyEdits, EMPTY_PLAN, Item, itemsOf, serviceOf, SERVICES } from '@alveus/plan';
import type { Service, Uuid } from '@alveus/plan';
import { evaluate, findingsOf, FOOT, MATERIALS, POUND, sectionItems } from '../src';
import { LIBRARY } from '../src/sections';
import { removeRun } from '../src/edits/network';
import { extendLine, startLine } from '../src/grow';
import { MATERIAL_CATALOGUE } from '../src/library';
import { ft, newId } from './builders';

/** What a person does in one step, as the screens do it. */

function lineOf(service: Service, runs: number) {
  const start = startLine(
    EMPTY_PLAN,
    { name: 'Line', service, outlet: { name: 'Ditch', form: 'daylight', ground: ft(98) } },
    newId,
  );
  let plan = applyEdits(EMPTY_PLAN, start.edits);
  const ids: Uuid[] = [];
  for (let number = 1; number <= runs; number += 1) {
    const made = extendLine(
      plan,
      start.line,
      {
        name: `Run ${number}`,
        length: ft(40),
        ...(number === 1 && { low: ft(95) }),
        slope: 0.01,
        upper: { name: `Box ${number}`, form: 'catch-basin', ground: ft(99 + number / 2) },
      },
      newId,
      start.outlet,
    );
    plan = applyEdits(plan, made.edits);
    ids.push(made.run);
  }
  return { plan, line: start.line, ids };
}

test.each(SERVICES)('a new %s line gets a pipe and a section at once, and its depth follows', (service) => {
  const { plan, line } = lineOf(service, 2);
  for (const table of Object.values(plan))
    for (const item of Object.values(table)) expect(Item.safeParse(item).success).toBe(true);
  const evaluation = evaluate(plan);
  expect(evaluation.lines.get(line)?.gaps).toMatchObject({ length: 0, holes: 0, lost: [] });
  for (const run of evaluation.runs.values()) expect(run.trench?.deepest?.depth).toBeGreaterThan(0);
  expect(findingsOf(evaluation).filter(({ rule }) => rule === 'layers-overlap' || rule === 'trench-narrow')).toEqual(
    [],
  );
});

test('leaders are bedded in native soil: stone would carry a leak unseen to the lowest lateral (fact of the trade)', () => {
  expect(serviceOf('leader').sections).toEqual(['native']);
  const { section } = sectionItems(LIBRARY.native, [], newId);
  expect([...section.below, ...section.above].every(({ material }) => material === 'native')).toBe(true);
});

test.each(Object.keys(LIBRARY))('the section “%s” can be built, and takes the materials that are there', (key) => {
  const first = sectionItems(LIBRARY[key as keyof typeof LIBRARY], [], newId);
  for (const item of first.items) expect(Item.safeParse(item).success).toBe(true);
  const materials = first.items.filter((item) => item.kind === 'material');
  const again = sectionItems(LIBRARY[key as keyof typeof LIBRARY], materials, newId);
  expect(again.items.filter((item) => item.kind === 'material')).toEqual([]);
});

describe('the catalogue of materials', () => {
  test.each(MATERIAL_CATALOGUE)('$name can be bought', (model) => {
    expect(Item.safeParse({ kind: 'material', id: newId(), ...model }).success).toBe(true);
    // From bark to concrete, kg/m³.
    expect(model.density).toBeGreaterThan(50);
    expect(model.density).toBeLessThan(2500);
  });

  test('each has a name of its own, and those of the sections are among them', () => {
    const names = MATERIAL_CATALOGUE.map(({ name }) => name);
    expect(new Set(names).size).toBe(names.length);
    for (const { name } of Object.values(MATERIALS)) expect(names).toContain(name);
  });

  test('concrete weighs 150 lb to the cubic foot (unit weight of ACI 318, from memory)', () => {
    const concrete = MATERIAL_CATALOGUE.find(({ name }) => name === 'Concrete');
    expect(((concrete?.density ?? 0) / POUND) * FOOT ** 3).toBeCloseTo(150, 0);
  });
});

describe('taking a run out', () => {
  test('in the middle brings the rest down to where it began, with all its facts', () => {
    const { plan, line, ids } = lineOf('storm', 3);
    const after = evaluate(applyEdits(plan, removeRun(plan, ids[1] ?? '')));
    const order = after.lines.get(line)?.order;
    expect(order?.runs.map(({ id }) => id)).toEqual([ids[0], ids[2]]);
    expect(order?.astray).toEqual([]);
    expect(after.runs.get(ids[2] ?? '')?.grade.slope).toBe(0.01);
  });

  test('the last one takes its line and nodes along, and leaves nothing behind', () => {
    const { plan, ids } = lineOf('storm', 1);
    const after = applyEdits(plan, removeRun(plan, ids[0] ?? ''));
    expect(itemsOf(after).map(({ kind }) => kind)).toEqual(
      itemsOf(plan).flatMap(({ kind }) => (['pipe', 'material', 'section'].includes(kind) ? [kind] : [])),
    );
  });
});
