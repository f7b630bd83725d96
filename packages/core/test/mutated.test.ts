import { readFileSync } from 'node:fs';
import path from 'node:path';
import { itemsOf, openPlanFile, planOf } from '@alveus/plan';
import type { Item, Plan } from '@alveus/plan';
import { CATALOGUE, evaluate, findingsOf, networkSpots, reverseLine, say } from '../src';
import { removeRun } from '../src/edits/network';
import { joinRuns } from '../src/edits/join';
import { splitRun } from '../src/edits/split';
import { compute, Computed, gradeTable } from '../src/interchange';
import { newId } from './builders';

/** Plan files that somebody mended by hand, or that came to harm: none crashes, hangs or gives a figure that is none. */

const DEMO = readFileSync(path.join(__dirname, '../../../demo/tansy-hill.json'), 'utf8');
const COUNT = 300 * Number(process.env['SOAK'] ?? 1);

function chance(seed: number): () => number {
  let state = seed;
  return () => {
    state = (state + 0x6d2b79f5) | 0;
    let t = Math.imul(state ^ (state >>> 15), 1 | state);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 4_294_967_296;
  };
}

type Node = Record<string, unknown> | unknown[];
const isNode = (value: unknown): value is Node => typeof value === 'object' && value !== null;

/** A file with one to four things in it changed: a value, a field, an item, or bytes of its text. */
function mutated(seed: number): string {
  const random = chance(seed * 104_729 + 7);
  const pick = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)] as T;
  const file = JSON.parse(DEMO) as { items: Record<string, unknown>[] };
  const numbers = [
    0, -0, 1e-300, -1e-300, 1e-9, 0.001, 1e5, 99_999.9, -12_000, 12_000, 1e300, -1e300, 2, -2, 30, 5e-324,
  ];
  const ids = file.items.map(({ id }) => id);
  for (let turn = 0; turn < 1 + random() * 2; turn += 1) {
    let at: Node = pick(file.items);
    let key: string | number = pick(Object.keys(at));
    while (isNode((at as Record<string, unknown>)[key]) && random() < 0.8) {
      const inner: Node = (at as Record<string, unknown>)[key] as Node;
      const keys = Object.keys(inner);
      if (keys.length === 0) break;
      at = inner;
      key = pick(keys);
    }
    const was = (at as Record<string, unknown>)[key];
    const set = (value: unknown): void => void ((at as Record<string, unknown>)[key] = value);
    const way = random();
    if (typeof was === 'number' && way < 0.85) set(way < 0.3 ? pick(numbers) : was * (0.3 + random() * 1.4));
    else if (typeof was === 'string' && way < 0.7) set(pick(was.length === 36 ? ids : ['pond', 'gas', 'x', '']));
    else if (way < 0.85) {
      if (random() < 0.5) file.items.splice(Math.floor(random() * file.items.length), 1);
      else file.items.push({ ...pick(file.items), id: pick(ids) });
    } else if (way < 0.93) delete (at as Record<string, unknown>)[key];
    else set(pick([null, '', [], {}, true, 'x', -1]));
  }
  const text = JSON.stringify(file, null, random() < 0.3 ? 1 : undefined);
  if (random() < 0.85) return text;
  const cut = Math.floor(random() * text.length);
  return random() < 0.5
    ? text.slice(0, cut)
    : text.slice(0, cut) + pick(['', ',', '"', '}', '\\', '9']) + text.slice(cut + 1);
}

/** Every number in it is one, and what the published schema says of it holds once it is printed. */
function expectSound(plan: Plan): void {
  const computed = compute(plan, 5);
  const walk = (value: unknown): void => {
    if (typeof value === 'number' && !Number.isFinite(value)) throw new Error(`${value} among the figures`);
    else if (isNode(value)) for (const inner of Object.values(value)) walk(inner);
  };
  walk(computed);
  expect(Computed.safeParse(JSON.parse(JSON.stringify(computed))).error).toBeUndefined();
}

test(`${COUNT} files that came to harm are told or worked through, with no crash and no figure that is none`, () => {
  let opened = 0;
  for (let seed = 0; seed < COUNT; seed += 1) {
    const result = openPlanFile(mutated(seed));
    if (!result.ok) {
      expect(result.message.length).toBeGreaterThan(10);
      expect(result.message.length).toBeLessThan(500);
      continue;
    }
    opened += 1;
    const { plan } = result;
    try {
      expectSound(plan);
      const evaluation = evaluate(plan);
      for (const finding of findingsOf(evaluation))
        expect(say(finding.what, 'feet')).not.toMatch(/NaN|Infinity|undefined/);
      for (const spot of networkSpots(plan, evaluation.topology).values())
        expect(Number.isFinite(spot.east + spot.north)).toBe(true);
      const [line] = evaluation.lines.values();
      if (line) expect(JSON.stringify(gradeTable(evaluation, line, 'inches', 5))).not.toMatch(/NaN|Infinity/);
      const [run] = Object.values(plan.run);
      if (run) {
        splitRun(
          evaluation,
          run.id,
          (evaluation.runs.get(run.id)?.length ?? 0) / 2,
          { name: 'Wye', form: 'fitting' },
          newId,
        );
        joinRuns(evaluation, run.b, newId);
        reverseLine(plan, run.line);
        removeRun(plan, run.id);
      }
    } catch (error) {
      throw new Error(`file ${seed}: ${(error as Error).message}`);
    }
  }
  // Many are still good plans: it is those that are worked through.
  expect(opened).toBeGreaterThan(COUNT / 6);
});

describe('heavy but valid plans are worked through, or refused plainly', () => {
  const pipe: Item = { kind: 'pipe', id: newId(), ...(CATALOGUE[0] as (typeof CATALOGUE)[number]) };
  const section: Item = {
    kind: 'section',
    id: newId(),
    name: 'Bare',
    width: { rule: 'fixed', width: 1 },
    below: [],
    above: [],
    surface: [],
  };
  const line = (): Item & { kind: 'line' } => ({
    kind: 'line',
    id: newId(),
    name: 'Line',
    service: 'storm',
    pipe: pipe.id,
    section: section.id,
    startChainage: 0,
  });
  const run = (of: string, a: string, b: string, length: number): Item => ({
    kind: 'run',
    id: newId(),
    line: of,
    name: 'Run',
    a,
    b,
    flow: 'to-a',
    length: { from: 'typed', value: length },
    vehicles: false,
  });
  const node = (): Item => ({ kind: 'node', id: newId(), name: 'Node', form: 'manhole' });
  const quickly = <T>(most: number, work: () => T): T => {
    const start = performance.now();
    const result = work();
    expect(performance.now() - start).toBeLessThan(most);
    return result;
  };

  test('200 runs of 100 km', () => {
    const base = line();
    const nodes = Array.from({ length: 201 }, node);
    const runs = nodes.slice(1).map((upper, index) => run(base.id, (nodes[index] as Item).id, upper.id, 100_000));
    const plan = planOf([
      pipe,
      section,
      base,
      ...nodes,
      ...runs,
      ...nodes.map(({ id }): Item => ({ kind: 'nodeGround', id, elevation: 5 })),
      { kind: 'runGrade', id: (runs[0] as Item).id, a: 0, slope: 0 },
    ]);
    quickly(3_000, () => evaluate(plan));
    expect(() => compute(plan, 5)).toThrow(/too many .* a step of 101 m or more/);
    expect(quickly(5_000, () => compute(plan, 101)).lines[0]?.runs).toHaveLength(200);
    expect(compute(plan, 1_000).lines[0]?.runs[0]?.stations).toHaveLength(101);
    const evaluation = evaluate(plan);
    const [only] = evaluation.lines.values();
    if (only) expect(quickly(8_000, () => gradeTable(evaluation, only, 'feet', 5)).length).toBeGreaterThan(10_000);
  });

  test('1,000 runs into a node and 1,000 out of it', () => {
    const hub = node();
    const items = Array.from({ length: 2_000 }, (_, index): Item[] => {
      const [own, far] = [line(), node()];
      const made = index % 2 === 0 ? run(own.id, hub.id, far.id, 10) : run(own.id, far.id, hub.id, 10);
      return [
        own,
        far,
        made,
        {
          kind: 'runGrade',
          id: made.id,
          slope: 0.01,
          stepA: 0.01,
          ...(index % 4 === 1 ? { b: 5 + index / 1e5 } : {}),
        },
      ];
    });
    const plan = planOf([pipe, section, hub, ...items.flat()]);
    const evaluation = quickly(10_000, () => evaluate(plan));
    // All that come in stand 1 cm over the highest that goes out.
    const [first] = items;
    expect(evaluation.runs.get((first?.[2] as Item).id)?.grade.low).toBeCloseTo(5 + 1_997 / 1e5 + 0.01, 9);
  });

  test('2,000 setups in a chain, each closing on the benchmark', () => {
    const mark: Item = { kind: 'benchmark', id: newId(), name: 'Step', elevation: 100, assumed: true, description: '' };
    const items = Array.from({ length: 2_000 }, (_, index): Item[] => {
      const id = newId();
      const shot = (
        sight: 'back' | 'fore',
        target: (Item & { kind: 'shot' })['target'],
        value: number,
        order: number,
      ): Item => ({
        kind: 'shot',
        id: newId(),
        setup: id,
        order,
        sight,
        target,
        reading: { by: 'rod', value },
        note: '',
      });
      return [
        { kind: 'setup', id, name: `Setup ${index + 1}`, order: index, sights: 40 },
        shot(
          'back',
          index === 0 ? { on: 'benchmark', benchmark: mark.id } : { on: 'turning', name: `TP${index}` },
          1.5,
          0,
        ),
        shot('fore', { on: 'turning', name: `TP${index + 1}` }, 1.5, 1),
        shot('fore', { on: 'benchmark', benchmark: mark.id }, 1.4999, 2),
      ];
    });
    const plan = planOf([mark, ...items.flat()]);
    const { book } = quickly(10_000, () => evaluate(plan));
    expect(book.circuits).toHaveLength(2_000);
    expect(itemsOf(plan)).toHaveLength(8_001);
  });
});
