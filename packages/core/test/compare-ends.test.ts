import { applyEdits } from '@alveus/plan';
import { evaluate, findingsOf, say } from '../src';
import { endsAt } from '../src/compare/ends';
import { holeFor } from '../src/shared';
import { takeoff } from '../src/takeoff';
import { ft, material } from './builders';
import { job, oneRun } from './support/jobs';

/** Ends that a line could have, side by side. */

/** A yard with no fall: 1 % in the pipe, level ground, and a grate set into it. */
const yard = (form: 'pop-up' | 'daylight' | 'structure' = 'pop-up') =>
  job(
    oneRun(
      { low: 97.8, slope: 0.01 },
      {
        service: 'yard-drain',
        pipe: '4 in SDR 35',
        out: { form, ground: 99.9, rim: 98.4 },
        top: { form: 'inlet', ground: 100.5 },
      },
    ),
  );

test('a yard with no fall: what must rise stands full, what goes through a wall drains dry, daylight is under the ground', () => {
  const { plan, ids } = yard();
  const ends = endsAt(evaluate(plan), ids['Out'] ?? '');
  const of = (form: string, entry?: string) => ends.find((end) => end.form === form && end.entry === entry);
  expect(ends.filter(({ now }) => now).map(({ form }) => form)).toEqual(['pop-up']);
  for (const form of ['pop-up', 'stand-pipe', 'bubble-up']) {
    const stands = of(form)?.stands;
    expect((stands?.wet ?? NaN) / ft(1)).toBeCloseTo(60, 6);
    expect((stands?.full ?? NaN) / ft(1)).toBeCloseTo(26.875, 3);
    expect((stands?.level ?? NaN) / ft(1)).toBeCloseTo(98.4, 9);
  }
  expect(of('structure', 'wall')?.stands).toBeUndefined();
  expect(((of('structure', 'grate')?.stands?.wet ?? NaN) / ft(1)).toFixed(2)).toBe('60.00');
  expect(of('sump')?.stands).toBeUndefined();
  // 2.10 ft to the invert, less the bore of 3.975 in.
  expect(say(of('daylight')?.cannot ?? [], 'feet')).toBe('the ground is 1.77 ft above the top of the pipe here');
  expect(of('stand-pipe')?.cannot).toBeUndefined();
  // A stand-pipe has 2 ft of pipe below it in its hole.
  expect((of('stand-pipe')?.hole ?? NaN) / ft(1)).toBeCloseTo(4.1, 9);
});

test('each end is one change of what stands there, and tells what the plan then says', () => {
  const { plan, ids } = yard('structure');
  const evaluation = evaluate(plan);
  for (const { edits, stands, changes } of endsAt(evaluation, ids['Out'] ?? '')) {
    expect(edits.map((edit) => (edit.op === 'put' ? edit.item.id : edit.id))).toEqual([ids['Out']]);
    const after = evaluate(applyEdits(plan, edits));
    const wet = [...after.rest.runs.values()].reduce((sum, run) => sum + run.wet, 0);
    expect(stands?.wet ?? 0).toBeCloseTo(wet, 9);
    const were = new Set(findingsOf(evaluation).map(({ id }) => id));
    expect(changes.come.map(({ id }) => id)).toEqual(
      findingsOf(after)
        .map(({ id }) => id)
        .filter((id) => !were.has(id)),
    );
  }
});

test('a node that is gone has no ends', () => {
  expect(endsAt(evaluate(yard().plan), '00000000-0000-4000-8000-00000000dead')).toEqual([]);
});

test('the hole of a stand-pipe that is set is the one that comparing ends tells of, and its pipe goes down to its foot', () => {
  const { plan, ids } = yard();
  const out = ids['Out'] ?? '';
  const before = endsAt(evaluate(plan), out).find(({ form }) => form === 'stand-pipe');
  const put = applyEdits(plan, before?.edits ?? []);
  const stone = material('Large stone');
  const dug = applyEdits(put, [
    { op: 'put', item: stone },
    { op: 'put', item: holeFor('stand-pipe', out, stone.id) },
  ]);
  const evaluation = evaluate(dug);
  expect(evaluation.holes.get(out)?.depth).toBeCloseTo(before?.hole ?? NaN, 9);
  const now = endsAt(evaluation, out).find((end) => end.now);
  expect([now?.form, now?.hole]).toEqual(['stand-pipe', evaluation.holes.get(out)?.depth]);
  const { sums } = takeoff(evaluation);
  // From 17 in under the invert of 97.80 up to the grate at 98.40.
  const riser = sums.find(({ what }) => what.of === 'riser');
  expect((riser?.amount ?? NaN) / ft(1)).toBeCloseTo(0.6 + 17 / 12, 9);
  expect(sums.map(({ name }) => name)).toEqual(expect.arrayContaining(['Stand-pipe tee with grate', 'Large stone']));
});
