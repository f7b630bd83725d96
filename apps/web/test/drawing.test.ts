import fc from 'fast-check';
import type { Preview } from '@alveus/core';
import { evaluate, followInvert, regrade } from '@alveus/core';
import { applyEdits, otherFlow } from '@alveus/plan';
import type { Plan, Run } from '@alveus/plan';
import { exaggeration, path as line, scale, spread, ticks } from '../src/drawing/scale';
import { extentOf, runShapes } from '../src/drawing/section/geometry';
import { handlesOf } from '../src/drawing/section/handles';
import { frameOf } from '../src/drawing/section/frame';
import { movedRuns, movingPaths } from '../src/drawing/section/moving';
import { nameRows } from '../src/drawing/section/nameRows';
import { layoutOf } from '../src/ui/rowLayout';
import { demo } from './support/demo';

/** The geometry of the section, its axes and names, and of long lists, without a screen. */

const number = (min: number, max: number) => fc.double({ min, max, noNaN: true });

describe('axes and labels', () => {
  test('a scale goes there and back', () => {
    fc.assert(
      fc.property(
        number(-100, 100),
        number(0.01, 300),
        number(-50, 500),
        number(-100, 100),
        (from, factor, start, value) => {
          const drawn = scale(from, factor, start);
          expect(drawn.from(drawn.to(value))).toBeCloseTo(value, 6);
        },
      ),
    );
  });

  test('the exaggeration is the largest round one that fits, and 1 where none does', () => {
    expect(exaggeration(2, 200, 10)).toBe(10);
    expect(exaggeration(2, 199, 10)).toBe(8);
    expect(exaggeration(900, 200, 10)).toBe(1);
  });

  test('ticks lie within, are round in the unit, evenly apart and no more than asked', () => {
    fc.assert(
      fc.property(
        number(-500, 500),
        number(0.2, 3000),
        fc.integer({ min: 1, max: 12 }),
        fc.constantFrom(1, 0.3048),
        (from, span, most, unit) => {
          const found = ticks(from, from + span, most, unit);
          expect(found.length).toBeLessThanOrEqual(most + 1);
          for (const at of found) {
            expect(at).toBeGreaterThanOrEqual(from - 1e-6);
            expect(at).toBeLessThanOrEqual(from + span + 1e-6);
          }
          const gaps = found.slice(1).map((at, index) => at - (found[index] as number));
          for (const gap of gaps) expect(gap).toBeCloseTo(gaps[0] as number, 6);
        },
      ),
    );
    expect(ticks(0, 100, 5, 1)).toEqual([0, 20, 40, 60, 80, 100]);
    expect(ticks(5, 5, 5, 1)).toEqual([]);
  });

  test('labels are moved apart, keep their order, and move no further than they must', () => {
    const wanted = fc.array(number(0, 100), { minLength: 1, maxLength: 6 }).map((all) => all.sort((a, b) => a - b));
    fc.assert(
      fc.property(wanted, (all) => {
        const placed = spread(all, 14, 0, 100);
        placed
          .slice(1)
          .forEach((at, index) => expect(at - (placed[index] as number)).toBeGreaterThanOrEqual(14 - 1e-9));
        expect(placed[placed.length - 1]).toBeLessThanOrEqual(100 + 1e-9);
        const apart = all.every((at, index) => index === 0 || at - (all[index - 1] as number) >= 14);
        if (apart) expect(placed).toEqual(all);
      }),
    );
  });

  test('a path of points is written shortly, closed where it should be', () => {
    expect(
      line(
        [
          [0, 1],
          [2.04, 3.06],
        ],
        true,
      ),
    ).toBe('M0 1L2 3.1Z');
    expect(line([])).toBe('');
  });
});

describe('the long section', () => {
  const shapesOf = (plan: Plan) => {
    const evaluation = evaluate(plan);
    return [...evaluation.lines.values()].map((line) => ({ one: line, shapes: runShapes(evaluation, line, 8) }));
  };

  test('runs lie end to end along the line, ground and pipe within what is on show', () => {
    for (const { one: line, shapes } of shapesOf(demo())) {
      expect(shapes.map(({ start }) => start)).toEqual([...line.order.starts]);
      const extent = extentOf(shapes, []);
      for (const { start, run, ground, pipe, layers } of shapes) {
        expect(ground[0]?.[0]).toBeCloseTo(start, 9);
        expect(ground[ground.length - 1]?.[0]).toBeCloseTo(start + run.length, 9);
        expect(pipe).toHaveLength(4);
        for (const [, level] of [...ground, ...pipe.flat(), ...layers.flatMap(({ points }) => points)]) {
          expect(level).toBeGreaterThanOrEqual((extent?.lowest ?? NaN) - 1e-9);
          expect(level).toBeLessThanOrEqual((extent?.highest ?? NaN) + 1e-9);
        }
      }
    }
    expect(extentOf([], [])).toBeUndefined();
    expect(extentOf([], [undefined, 5])).toEqual({ lowest: 5, highest: 5.1 });
  });

  test('a line turned round is its own mirror image', () => {
    const plan = demo();
    const roof = Object.values(plan.line).find(({ name }) => name === 'Barn roof drain');
    const runs = Object.values(plan.run).filter((run) => run.line === roof?.id);
    const turned = applyEdits(
      plan,
      runs.map((run: Run) => ({ op: 'put', item: { ...run, flow: otherFlow(run.flow) } })),
    );
    const find = (of: Plan) => shapesOf(of).find(({ one: line }) => line.id === roof?.id);
    const [before, after] = [find(plan), find(turned)];
    const length = before?.one.order.length ?? NaN;
    const ground = (of: typeof before) => of?.shapes.flatMap((shape) => shape.ground) ?? [];
    const mirrored = ground(after)
      .map(([at, level]) => [length - at, level] as const)
      .reverse();
    ground(before).forEach(([at, level], index) => {
      expect(mirrored[index]?.[0]).toBeCloseTo(at, 9);
      expect(mirrored[index]?.[1]).toBe(level);
    });
  });

  test('what moves is drawn where it lies: knobs at their inverts, and nothing that is not a number', () => {
    const evaluation = evaluate(demo());
    for (const line of evaluation.lines.values()) {
      const shapes = runShapes(evaluation, line, 5);
      const frame = frameOf(extentOf(shapes, []), line.order.length, 390, 276);
      const paths = movingPaths({ evaluation, line }, frame, true);
      for (const d of Object.values(paths)) expect(d).not.toMatch(/NaN|undefined|Infinity/);
      const knobs = `${paths.free}${paths.fixed}`.split('Z').filter(Boolean);
      const handles = handlesOf(line, evaluation);
      expect(knobs).toHaveLength(handles.length);
      for (const { at, shift, elevation, fixed } of handles) {
        const [x, y] = [frame.x.to(at) + shift - 7, frame.y.to(elevation)];
        const wanted = `M${Math.round(x * 10) / 10} ${Math.round(y * 10) / 10}a`;
        expect(fixed ? paths.fixed : paths.free).toContain(wanted);
        expect(y).toBeGreaterThan(0);
        expect(y).toBeLessThan(frame.height);
      }
      // Layers of the first run begin at the outlet.
      expect(paths.outside.startsWith(`M${frame.x.to(0)} `)).toBe(paths.outside !== '');
    }
  });

  test('what is dragged and what stays are drawn apart, and are together what is drawn whole', () => {
    const rest = evaluate(demo());
    const strokes = (...all: string[]): string[] => all.flatMap((d) => d.split(/(?=M)/).filter(Boolean)).sort();
    for (const line of rest.lines.values()) {
      const frame = frameOf(extentOf(runShapes(rest, line, 5), []), line.order.length, 390, 276);
      for (const { id } of line.order.runs) {
        const high = rest.runs.get(id)?.grade.high;
        if (high === undefined) continue;
        for (const by of [-0.3, 0.07]) {
          const edits = followInvert(rest.plan, rest.grade, id, 'high')(high + by);
          const evaluation = regrade(rest, edits) as Preview;
          const moving = { evaluation, line };
          const moved = movedRuns(moving, rest);
          const [whole, apart, others] = [undefined, moved, moved].map((set, index) =>
            movingPaths(moving, frame, true, (run) => !set || set.has(run) === (index === 1)),
          ) as [ReturnType<typeof movingPaths>, ReturnType<typeof movingPaths>, ReturnType<typeof movingPaths>];
          const before = movingPaths({ evaluation: rest, line }, frame, true, (run) => !moved.has(run));
          expect(others).toEqual(before);
          for (const part of Object.keys(whole) as (keyof typeof whole)[])
            expect(strokes(apart[part], others[part])).toEqual(strokes(whole[part]));
        }
      }
    }
  });
});

test('a long list keeps the room of rows that are not made, under whatever stands before them', () => {
  fc.assert(
    fc.property(
      fc.array(fc.option(fc.integer({ min: 0, max: 200 })), { maxLength: 30 }),
      fc.nat(900),
      (heights, top) => {
        const rows = heights.map((height) => (height === null ? {} : { height }));
        const at = layoutOf(rows, top);
        let end = top;
        rows.forEach((_, index) => {
          expect(at(rows, index)).toEqual({ index, offset: end, length: heights[index] ?? 56 });
          end += at(rows, index).length;
        });
        // A row that has just gone is asked for once more.
        expect(at(rows, rows.length).offset).toBe(end);
      },
    ),
  );
});

describe('names over the long section', () => {
  const evaluation = evaluate(demo());

  test('no name lies over another or over the edge, and both ends of the line are named, whatever they are called', () => {
    const lines = [...evaluation.lines.values()].filter(({ order }) => order.length > 0);
    fc.assert(
      fc.property(
        fc.constantFrom(...lines),
        fc.array(fc.string({ minLength: 1, maxLength: 30 }), { minLength: 40, maxLength: 40 }),
        fc.integer({ min: 320, max: 1400 }),
        (chosen, called, width) => {
          const nodes = Object.values(evaluation.plan.node);
          const node = Object.fromEntries(
            nodes.map((node, index) => [node.id, { ...node, name: called[index % called.length] ?? 'x' }]),
          );
          const frame = frameOf({ lowest: 90, highest: 100 }, chosen.order.length, width, 276);
          const names = nameRows(chosen, { node }, frame);
          expect(names).toHaveLength(chosen.order.runs.length + 1);
          const boxes = names
            .filter(({ text }) => text !== '')
            .map(({ x, y, text }) => ({ y, left: x, right: x + text.length * 6.6 }));
          for (const { left, right } of boxes) {
            expect(left).toBeGreaterThanOrEqual(0);
            expect(right).toBeLessThanOrEqual(width);
          }
          boxes.forEach((box, index) => {
            for (const other of boxes.slice(index + 1))
              expect(box.y !== other.y || box.left >= other.right || other.left >= box.right).toBe(true);
          });
          expect(names[0]?.text).not.toBe('');
          expect(names.at(-1)?.text).not.toBe('');
        },
      ),
    );
  });
});
