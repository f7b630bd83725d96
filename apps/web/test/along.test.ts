import fc from 'fast-check';
import type { Crossing, Plan, Run } from '@alveus/plan';
import { lineageOf, planOf, nameAfter } from '@alveus/plan';
import { toldFromA, toldUp } from '../src/features/parts/along';
import { targetWords } from '../src/features/parts/targets';

/** What forms do between how people read a place, up from the lower end, and how the plan keeps it. */

const id = (n: number): string => `40000000-0000-4000-8000-${n.toString(16).padStart(12, '0')}`;
const run = (more: Partial<Run> = {}): Run => ({
  kind: 'run',
  id: id(1),
  line: id(2),
  name: 'Orchard edge',
  a: id(3),
  b: id(4),
  flow: 'to-a',
  length: { from: 'typed', value: 100 },
  vehicles: false,
  ...more,
});
const beside = (from: number, to: number): Crossing => ({
  kind: 'crossing',
  id: id(5),
  run: id(1),
  name: 'Gas main',
  utility: 'gas',
  size: 0.1,
  lies: { how: 'beside', from, to, off: 1 },
  level: { by: 'depth', of: 'top', value: 1 },
  measured: false,
  markedBy: '',
  markedOn: '',
});

test('a utility is read up the run whichever way it flows, and kept at its place', () => {
  const down = planOf([run({ flow: 'to-b' })]);
  expect(toldUp(beside(20, 70), down).lies).toEqual({ how: 'beside', from: 30, to: 80, off: 1 });
  expect(toldUp(beside(20, 70), planOf([run()]))).toEqual(beside(20, 70));
  const places = fc.tuple(fc.double({ min: 0, max: 50, noNaN: true }), fc.double({ min: 51, max: 100, noNaN: true }));
  fc.assert(
    fc.property(places, ([from, to]) => {
      const lies = toldFromA(toldUp(beside(from, to), down), down).lies;
      if (lies.how !== 'beside') throw new Error('it lies beside');
      expect(lies.from).toBeCloseTo(from, 9);
      expect(lies.to).toBeCloseTo(to, 9);
    }),
  );
});

test('the book says where a shot lies now: after the run was turned, parted, or taken out', () => {
  const target = { on: 'run', run: id(1), at: 30 } as const;
  const words = (plan: Plan): string => targetWords(target, plan, 'metric', lineageOf(plan.run));
  expect(words(planOf([run()]))).toBe('Orchard edge, 30 m up');
  expect(words(planOf([run({ flow: 'to-b' })]))).toBe('Orchard edge, 70 m up');
  const parts = [
    run({ id: id(6), b: id(8), length: { from: 'typed', value: 20 }, was: [{ run: id(1), from: 0, to: 20, at: 0 }] }),
    run({
      id: id(7),
      name: 'Above the wye',
      a: id(8),
      length: { from: 'typed', value: 80 },
      was: [{ run: id(1), from: 20, at: 0 }],
    }),
  ];
  expect(words(planOf(parts))).toBe('Above the wye, 10 m up');
  expect(words(planOf([]))).toBe('a run that was taken out');
  const ground = { on: 'node', node: id(8), what: 'ground' } as const;
  const joined = planOf([run({ was: [{ node: id(8), at: 20 }] })]);
  expect(targetWords(ground, joined, 'metric', lineageOf(joined.run))).toBe('Orchard edge, 20 m up');
});

test('a name goes with what it names, until somebody gives it another', () => {
  const usual = (what: 'gas' | 'power'): string => (what === 'gas' ? 'Gas main' : 'Power cable');
  expect(nameAfter('Gas main', 'gas', 'power', usual)).toBe('Power cable');
  expect(nameAfter('Gas main 2', 'gas', 'power', usual)).toBe('Power cable 2');
  expect(nameAfter(' ', 'gas', 'power', usual)).toBe('Power cable');
  expect(nameAfter('Gas main to the barn', 'gas', 'power', usual)).toBe('Gas main to the barn');
});
