import fc from 'fast-check';
import { applyEdits } from '@alveus/plan';
import type { Way } from '../src';
import { evaluate, invertFor, REACHED, stationAt, waysToReach } from '../src';
import { buildLine, ft, inch, newId, section } from './builders';
import { surveyedArb } from './support/surveyed';

/** A level along the run is typed, and the grade follows. */

const stationOf = (plan: Parameters<typeof evaluate>[0], id: string, at: number) => {
  const run = evaluate(plan).runs.get(id);
  if (!run) throw new Error('no run');
  return { run, station: stationAt(run.grade, run.ground, run.envelope, at) };
};
const shallow = section({ above: [{ material: 'native', upTo: { mark: 'ground', offset: 0 } }] });
/** 100 ft at 1 % from 97.00; the ground lies at 99.00. */
const drain = () =>
  buildLine({
    section: { ...shallow, id: newId() },
    ground: ft(99),
    runs: [{ length: ft(100), low: ft(97), slope: 0.01, ground: ft(99) }],
  });

test('ten inches deep at the head: the outlet comes up, or the slope is steeper', () => {
  const { plan, runs } = drain();
  const [run = ''] = runs;
  const evaluation = evaluate(plan);
  const now = stationOf(plan, run, ft(100));
  const invert = invertFor(now.run, ft(100), 'depth', inch(10)) ?? NaN;
  // The bottom is a wall under the invert, 0.36 in of the 12 in pipe.
  expect(invert).toBeCloseTo(ft(99) - inch(10) + inch(0.36), 9);
  const ways = waysToReach(evaluation, run, ft(100), invert);
  const given = (what: Way['gives']['what']) => ways.find(({ gives }) => gives.what === what)?.gives;
  expect(given('alone')).toBeDefined();
  const slope = given('slope');
  expect(slope?.what === 'slope' && slope.slope).toBeCloseTo((invert - ft(97)) / ft(100), 9);
  for (const { edits } of ways)
    expect(stationOf(applyEdits(plan, edits), run, ft(100)).station.depth).toBeCloseTo(inch(10), 6);
});

test('in the middle of a run its slope can give way about either end', () => {
  const { plan, runs } = drain();
  const [run = ''] = runs;
  const slopes = waysToReach(evaluate(plan), run, ft(50), ft(98)).flatMap(({ gives, edits }) =>
    gives.what === 'slope' ? [[gives.slope, stationOf(applyEdits(plan, edits), run, 0).station.invert]] : [],
  );
  // About the low end, 97.00: 1 ft in 50; about the high one, 98.00, no fall is left.
  expect(slopes.map(([slope]) => +(slope as number).toFixed(9))).toEqual([0.02, 0]);
});

test('whatever is typed stands there afterwards, by every way that is offered, and nothing new contradicts', () => {
  let tried = 0;
  fc.assert(
    fc.property(
      surveyedArb,
      fc.nat(),
      fc.double({ min: 0, max: 1, noNaN: true }),
      fc.constantFrom(...REACHED),
      fc.double({ min: -1, max: 1, noNaN: true }),
      ({ plan }, which, share, level, by) => {
        const evaluation = evaluate(plan);
        const runs = [...evaluation.runs.values()];
        const run = runs[which % Math.max(1, runs.length)];
        if (!run) return;
        const at = share * run.length;
        const is = stationAt(run.grade, run.ground, run.envelope, at)[level];
        if (is === undefined) return;
        const invert = invertFor(run, at, level, is + by);
        if (invert === undefined) return;
        const before = evaluation.grade.surplus.filter(({ contradicts }) => contradicts).length;
        for (const { edits } of waysToReach(evaluation, run.id, at, invert)) {
          tried += 1;
          const after = evaluate(applyEdits(plan, edits), evaluation);
          const now = after.runs.get(run.id);
          const there = now && stationAt(now.grade, now.ground, now.envelope, at)[level];
          expect(Math.abs((there ?? NaN) - (is + by))).toBeLessThan(1e-5);
          expect(after.grade.surplus.filter(({ contradicts }) => contradicts).length).toBeLessThanOrEqual(before);
        }
      },
    ),
    { numRuns: 60 },
  );
  expect(tried).toBeGreaterThan(0);
});
