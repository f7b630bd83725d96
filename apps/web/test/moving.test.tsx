import type { Evaluation, LineShape, Preview } from '@alveus/core';
import { atRest, evaluate, followInvert, lineRoute, regrade } from '@alveus/core';
import { act, render } from '@testing-library/react';
import { frameOf } from '../src/drawing/section/frame';
import { extentOf, runShapes } from '../src/drawing/section/geometry';
import { LongSection } from '../src/drawing/section/LongSection';
import type { Moving } from '../src/drawing/section/moving';
import { movingPaths } from '../src/drawing/section/moving';
import type { Source } from '../src/drawing/section/useMoving';
import { ThemeProvider } from '../src/theme/ThemeProvider';
import { demo } from './support/demo';

/** The long section on the page while an invert is dragged: what is written, and what is left alone. */

const rest = evaluate(demo());
const line = [...rest.lines.values()].reduce((a, b) => (b.order.runs.length > a.order.runs.length ? b : a));
const frame = frameOf(extentOf(runShapes(rest, line, 5), []), line.order.length, 390, 276);

/** A plan that moves when it is told to. */
function moved() {
  let now: Moving = { evaluation: rest, line };
  const hearers = new Set<() => void>();
  const source: Source = {
    now: () => now,
    follow: (hear) => {
      hearers.add(hear);
      return () => hearers.delete(hear);
    },
  };
  const to = (evaluation: Preview, of: LineShape = line): void =>
    act(() => {
      now = { evaluation, line: of };
      for (const hear of hearers) hear();
    });
  return { source, to, hearers };
}

const section = (evaluation: Evaluation, source: Source) => (
  <ThemeProvider light="light">
    <LongSection
      evaluation={evaluation}
      route={lineRoute(evaluation.lines.get(line.id) ?? line)}
      findings={[]}
      rest={atRest(evaluation)}
      source={source}
      frame={frame}
      system="feet"
      handles
    />
  </ThemeProvider>
);

/** All strokes on the page, however many paths they are in. */
const strokes = (root: Element): string[] =>
  [...root.querySelectorAll('path')].flatMap((element) =>
    (element.getAttribute('d') ?? '').split(/(?=M)/).filter(Boolean),
  );
const wanted = (moving: Moving): string[] =>
  Object.values(movingPaths(moving, frame, true)).flatMap((d) => d.split(/(?=M)/).filter(Boolean));

function dragged(by: number, which = 1): Preview {
  const run = line.order.runs[which]?.id as string;
  const high = rest.runs.get(run)?.grade.high as number;
  return regrade(rest, followInvert(rest.plan, rest.grade, run, 'high')(high + by)) as Preview;
}

test('every step of a drag is on the page whole, and what does not move is written once', () => {
  const { source, to } = moved();
  const { container } = render(section(rest, source));
  const still = container.querySelectorAll('path').length;
  const write = jest.spyOn(Element.prototype, 'setAttribute');
  const writes: number[] = [];
  for (const by of [-0.05, -0.1, -0.2, 0.1]) {
    write.mockClear();
    to(dragged(by));
    writes.push(write.mock.calls.filter(([name]) => name === 'd').length);
    for (const stroke of wanted({ evaluation: dragged(by), line })) expect(strokes(container)).toContain(stroke);
  }
  write.mockRestore();
  // The first step parts what moves from what stays; those after it write what moves alone.
  expect(Math.max(...writes.slice(1))).toBeLessThan(writes[0] as number);
  expect(container.querySelectorAll('path').length).toBeGreaterThan(still);
});

test('let go where it was, the page is as it was; taken on at another run, nothing of the first is left', () => {
  const { source, to } = moved();
  const { container } = render(section(rest, source));
  const before = strokes(container);
  const paths = container.querySelectorAll('path').length;
  to(dragged(-0.2));
  to(rest);
  expect(strokes(container)).toEqual(before);
  expect(container.querySelectorAll('path')).toHaveLength(paths);
  to(dragged(-0.2, 0));
  to(dragged(-0.15, 1));
  const [left, right] = [strokes(container), wanted({ evaluation: dragged(-0.15, 1), line })];
  for (const stroke of right) expect(left).toContain(stroke);
  to(rest);
  expect(strokes(container)).toEqual(before);
});

test('what was dragged and kept is the plan at rest from then on, in one piece', () => {
  const { source, to } = moved();
  const { container, rerender, unmount } = render(section(rest, source));
  const paths = container.querySelectorAll('path').length;
  to(dragged(-0.2));
  const run = line.order.runs[1]?.id as string;
  const high = rest.runs.get(run)?.grade.high as number;
  const edits = followInvert(rest.plan, rest.grade, run, 'high')(high - 0.2);
  const plan = { ...rest.plan, runGrade: { ...rest.plan.runGrade } };
  for (const edit of edits) if (edit.op === 'put') plan.runGrade[edit.item.id] = edit.item as never;
  const kept = evaluate(plan, rest);
  const lineNow = kept.lines.get(line.id) as LineShape;
  to(kept, lineNow);
  rerender(section(kept, source));
  for (const stroke of wanted({ evaluation: kept, line: lineNow })) expect(strokes(container)).toContain(stroke);
  expect(container.querySelectorAll('path')).toHaveLength(paths);
  unmount();
});

test('a section that is gone follows nothing any more', () => {
  const { source, to, hearers } = moved();
  const { unmount } = render(section(rest, source));
  to(dragged(0.05));
  unmount();
  expect(hearers.size).toBe(0);
});
