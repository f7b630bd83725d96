import { readFileSync } from 'node:fs';
import path from 'node:path';
import fc from 'fast-check';
import type { Edit, ItemOf, Plan, Uuid } from '@alveus/plan';
import { applyEdits, lowerOf, openPlanFile, upperOf } from '@alveus/plan';
import { deflection, evaluate, findingsOf, fromBearing, fromRun, networkSpots, snapped, topologyOf } from '../src';
import { buildLine } from './builders';
import { network, networkArb, pipe, stone, template } from './support/trees';

/** Where nodes lie on the ground, and the lengths that follow from it. */

const rules = (plan: Plan): string[] => findingsOf(evaluate(plan)).map(({ rule }) => rule);

describe('lengths from the sketch', () => {
  const base = buildLine(
    {
      ground: 9,
      pipe,
      section: template,
      runs: [{ length: 50, low: 5, slope: 0.01, ground: 9, breaks: [{ at: 20, elevation: 9.2 }] }],
    },
    [stone],
  );
  const run = base.plan.run[base.runs[0] ?? ''] as ItemOf<'run'>;
  const place = (id: Uuid | undefined, east: number, north = 0): Edit => ({
    op: 'put',
    item: { kind: 'nodePlace', id: id ?? '', east, north },
  });

  test('follow the nodes; without a place there is none, and it is said', () => {
    const drawn: Edit = { op: 'put', item: { ...run, length: { from: 'plan' } } };
    const open = applyEdits(base.plan, [drawn]);
    expect(rules(open)).toContain('length-open');
    const placed = applyEdits(open, [place(base.nodes[0], 0), place(base.nodes[1], 30, 40)]);
    expect(evaluate(placed).runs.get(run.id)?.length).toBeCloseTo(50, 9);
    const moved = applyEdits(placed, [place(base.nodes[1], 60, 80)]);
    expect(evaluate(moved, evaluate(placed)).runs.get(run.id)?.grade.high).toBeCloseTo(6, 9);
  });

  test('typed ground is not stretched with a run that is moved: it is said that the profile no longer fits', () => {
    const plan = applyEdits(base.plan, [
      { op: 'put', item: { ...run, length: { from: 'plan' } } },
      { op: 'put', item: { kind: 'runGround', id: run.id, breaks: [{ at: 20, elevation: 9.2 }], over: 50 } },
      place(base.nodes[0], 0),
      place(base.nodes[1], 50),
    ]);
    expect(rules(plan)).not.toContain('profile-no-fit');
    const moved = applyEdits(plan, [place(base.nodes[1], 60)]);
    expect(rules(moved)).toContain('profile-no-fit');
    expect(evaluate(moved).runs.get(run.id)?.ground.points[1]?.at).toBe(20);
  });

  test('a typed length that the sketch contradicts is said, and still counts', () => {
    const plan = applyEdits(base.plan, [place(base.nodes[0], 0), place(base.nodes[1], 53)]);
    expect(rules(plan)).toContain('length-differs');
    expect(evaluate(plan).runs.get(run.id)?.length).toBe(50);
  });
});

describe('the sketch', () => {
  test('an undrawn network is laid out by itself: every node has a spot, and runs are as long as they are', () => {
    fc.assert(
      fc.property(networkArb, (specs) => {
        const built = network(specs.map((spec) => ({ ...spec, drawn: false })));
        const plan = { ...built.plan, nodePlace: {} };
        const spots = networkSpots(plan, topologyOf(plan));
        for (const id of Object.keys(plan.node)) expect(spots.get(id)).toMatchObject({ placed: false });
        for (const run of Object.values(plan.run)) {
          const [a, b] = [spots.get(run.a), spots.get(run.b)];
          expect(Math.hypot((a?.east ?? 0) - (b?.east ?? 0), (a?.north ?? 0) - (b?.north ?? 0))).toBeCloseTo(
            run.length.from === 'typed' ? run.length.value : NaN,
            6,
          );
        }
      }),
      { numRuns: 40 },
    );
  });

  test('laterals from a box are laid out side by side, none over another, as far as their leaders take them', () => {
    const demo = openPlanFile(readFileSync(path.join(__dirname, '../../../demo/tansy-hill.json'), 'utf8'));
    if (!demo.ok) throw new Error(demo.message);
    const plan = { ...demo.plan, nodePlace: {} };
    const spots = networkSpots(plan, topologyOf(plan));
    const laterals = Object.values(plan.run).filter(({ name }) => name.startsWith('Lateral'));
    expect(laterals).toHaveLength(3);
    const [first, ...others] = laterals.map((run) => {
      const [head, end] = [spots.get(upperOf(run)), spots.get(lowerOf(run))];
      if (!head || !end) throw new Error('no spot');
      const long = Math.hypot(end.east - head.east, end.north - head.north);
      return { head, x: (end.east - head.east) / long, y: (end.north - head.north) / long };
    });
    if (!first) throw new Error('no lateral');
    const off = others.map(({ head, x, y }) => {
      expect([x, y]).toEqual([expect.closeTo(first.x, 9), expect.closeTo(first.y, 9)]);
      return (head.north - first.head.north) * first.x - (head.east - first.head.east) * first.y;
    });
    for (const [index, distance] of off.entries())
      for (const other of [0, ...off.slice(0, index)]) expect(Math.abs(distance - other)).toBeGreaterThan(1);
  });

  test('a place by distance and bearing, and by chainage and offset, by hand', () => {
    // 10 m due east of (5, 5); 3 m right of the middle of a run that goes north.
    expect(fromBearing({ east: 5, north: 5 }, 10, Math.PI / 2)).toEqual({
      east: expect.closeTo(15, 9),
      north: expect.closeTo(5, 9),
    });
    expect(fromRun({ east: 0, north: 0 }, { east: 0, north: 20 }, 10, 3)).toEqual({ east: 3, north: 10 });
    expect(deflection({ east: 0, north: 0 }, { east: 10, north: 0 }, { east: 20, north: 10 })).toBeCloseTo(
      Math.PI / 4,
      9,
    );
  });

  test('a tap snaps to a node that is near, else to a round distance and an even angle', () => {
    const from = { east: 0, north: 0 };
    expect(snapped({ east: 10.2, north: 0.1 }, from, [{ east: 10, north: 0 }], 0.5, 1)).toEqual({ east: 10, north: 0 });
    expect(snapped({ east: 7.3, north: 0.2 }, from, [], 0.5, 1)).toEqual({
      east: expect.closeTo(7, 9),
      north: expect.closeTo(0, 9),
    });
    const free = snapped({ east: 20, north: 3 }, from, [], 0.5, 1);
    expect(Math.hypot(free.east, free.north)).toBeCloseTo(20, 9);
    expect(free.north).toBeGreaterThan(2);
  });
});
