import type { Item } from '@alveus/plan';
import { planOf } from '@alveus/plan';
import { workBook } from '../src';
import { ft, newId } from './builders';

/** A loop of four setups with one reading a foot off: where it is likely, by what was shot from two of them. */

const NAMES = ['Setup 1', 'Setup 2', 'Setup 3', 'Setup 4'];

/** What was shot, by setup, as true elevations; `wrong` is read a foot too low. */
type Sighted = readonly (readonly [
  setup: number,
  sight: 'back' | 'fore',
  at: string,
  elevation: number,
  wrong?: 'wrong',
])[];

const LOOP: Sighted = [
  [0, 'back', 'Step', 100],
  [0, 'fore', 'TP1', 98],
  [1, 'back', 'TP1', 98],
  [1, 'fore', 'TP2', 101],
  [2, 'back', 'TP2', 101],
  [2, 'fore', 'TP3', 99],
  [3, 'back', 'TP3', 99],
  [3, 'fore', 'Step', 100],
];

function likely(loop: Sighted): string[] {
  const mark = newId();
  const ids = NAMES.map(() => newId());
  const heights = [105, 104, 106, 103];
  const items: Item[] = [
    { kind: 'benchmark', id: mark, name: 'Step', elevation: ft(100), assumed: true, description: '' },
    ...NAMES.map((name, order): Item => ({ kind: 'setup', id: ids[order] as string, name, order })),
    ...loop.map(([setup, sight, at, elevation, wrong], order): Item => ({
      kind: 'shot',
      id: newId(),
      setup: ids[setup] as string,
      order,
      sight,
      target: at === 'Step' ? { on: 'benchmark', benchmark: mark } : { on: 'turning', name: at },
      reading: { by: 'rod', value: ft((heights[setup] as number) - elevation + (wrong ? 1 : 0)) },
      note: '',
    })),
  ];
  const [circuit] = workBook(planOf(items)).circuits;
  expect(Math.abs(circuit?.misclosure ?? 0)).toBeCloseTo(ft(1), 9);
  expect(circuit?.adjusted).toBe(false);
  return (circuit?.suspects ?? []).map((id) => NAMES[ids.indexOf(id)] as string);
}

/** With the reading of one sight a foot off. */
const off = (loop: Sighted, setup: number, sight: 'back' | 'fore', at: string): Sighted =>
  loop.map((sighting) =>
    sighting[0] === setup && sighting[1] === sight && sighting[2] === at
      ? [sighting[0], sighting[1], sighting[2], sighting[3], 'wrong']
      : sighting,
  );

/** More shots, before the setup they are from turns. */
const also = (loop: Sighted, ...more: Sighted): Sighted =>
  [...loop, ...more].sort((a, b) => a[0] - b[0] || (a[1] === b[1] ? 0 : a[1] === 'back' ? -1 : 1));

test('nothing was shot twice: the readings cannot tell', () => {
  expect(likely(off(LOOP, 2, 'fore', 'TP3'))).toEqual([]);
});

test('a curb that two setups agree on clears the turn between them', () => {
  const loop = also(LOOP, [0, 'fore', 'Curb', 97], [1, 'fore', 'Curb', 97]);
  // One end of it is cleared, and every setup may have the wrong reading still.
  expect(likely(off(loop, 2, 'fore', 'TP3'))).toEqual([]);
});

test('a curb that two setups disagree on by what the loop misses names the turn between them', () => {
  const loop = also(LOOP, [2, 'fore', 'Curb', 97], [3, 'fore', 'Curb', 97]);
  expect(likely(off(loop, 3, 'back', 'TP3'))).toEqual(['Setup 3', 'Setup 4']);
});

test('one that is shot on the way to the third and agrees with the first leaves the rest', () => {
  const loop = also(
    LOOP,
    [0, 'fore', 'Curb', 97],
    [2, 'fore', 'Curb', 97],
    [2, 'fore', 'Wall', 99.5],
    [3, 'fore', 'Wall', 99.5],
  );
  expect(likely(off(loop, 3, 'back', 'TP3'))).toEqual(['Setup 3', 'Setup 4']);
});
