import type { LineShape, Preview, RunEnd } from '@alveus/core';
import { factsOf, withoutWorkedOut } from '@alveus/core';
import type { Uuid } from '@alveus/plan';
import { disc } from '../scale';
import type { SectionFrame } from './frame';

/** An invert that can be taken hold of. */
export interface Handle {
  readonly run: Uuid;
  readonly name: string;
  readonly end: RunEnd;
  /** Distance along the line, m. */
  readonly at: number;
  readonly elevation: number;
  readonly fixed: boolean;
  /** Where two handles share a node they stand a little apart, px. */
  readonly shift: number;
}

/** One handle a node: the invert going out of it; and the one coming in where there is a drop. */
export function handlesOf(line: LineShape, evaluation: Preview, wanted: (run: Uuid) => boolean = () => true): Handle[] {
  return line.order.runs.flatMap((item, index): Handle[] => {
    const run = wanted(item.id) ? evaluation.runs.get(item.id) : undefined;
    if (!run) return [];
    const start = line.order.starts[index] as number;
    const { low, high } = run.grade;
    const facts = factsOf(item, withoutWorkedOut(evaluation.plan.runGrade[item.id]));
    const below = index > 0 ? evaluation.runs.get(line.order.runs[index - 1]?.id ?? '')?.grade.high : undefined;
    const dropped = index > 0 && low !== undefined && below !== undefined && Math.abs(low - below) > 1e-6;
    const of = { run: item.id, name: item.name };
    const handles: Handle[] = [];
    if (low !== undefined && (index === 0 || dropped)) {
      const shift = index === 0 ? 0 : 15;
      handles.push({ ...of, end: 'low', at: start, elevation: low, fixed: facts.low !== undefined, shift });
    }
    const above = line.order.runs[index + 1];
    const lowAbove = above && evaluation.runs.get(above.id)?.grade.low;
    const apart = lowAbove !== undefined && high !== undefined && Math.abs(lowAbove - high) > 1e-6;
    if (high !== undefined) {
      const at = start + run.length;
      handles.push({
        ...of,
        end: 'high',
        at,
        elevation: high,
        fixed: facts.high !== undefined,
        shift: apart ? -15 : 0,
      });
    }
    return handles;
  });
}

/** The knobs as two paths: a drag moves many of them, and draws two things. */
export function knobPaths(handles: readonly Handle[], { x, y }: SectionFrame): { free: string; fixed: string } {
  const paths = { free: '', fixed: '' };
  for (const { at, shift, elevation, fixed } of handles)
    paths[fixed ? 'fixed' : 'free'] += disc(x.to(at) + shift, y.to(elevation), 7);
  return paths;
}
