import type { StickBy, StickMark } from '@alveus/core/setout';
import { levelsAt, PROBE, stickMarks } from '@alveus/core/setout';
import type { RunResult } from '@alveus/core';
import type { Digging } from '@alveus/plan';

/** The sticks that there are: read where the beam meets them, held on the bottom, or pushed into stone. */
export type StickKind = 'beam' | 'foot' | 'probe';

export interface NamedMark {
  /** The mark of the section, or that of the probe. */
  readonly mark: StickMark['mark'] | 'probe';
  /** Over the foot, m. */
  readonly height: number;
}

/** The same all along a run of one grade and one section. */
export function marksOf(kind: StickKind, run: RunResult, { beam }: Digging): readonly NamedMark[] {
  if (kind === 'probe') return [...PROBE].reverse().map((height) => ({ mark: 'probe', height }));
  const by: StickBy = kind === 'beam' ? { by: 'beam', over: beam } : { by: 'foot' };
  return stickMarks(levelsAt(run, run.trench?.deepest?.at ?? 0), by).filter(({ height }) => height > 0);
}

/** Room over the topmost mark, m. */
const OVER = 0.03;

export const stickHeight = (marks: readonly NamedMark[]): number =>
  Math.max(0.1, ...marks.map(({ height }) => height)) + OVER;
