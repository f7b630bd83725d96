import { INCH } from '../units';
import type { Levels, Mark } from './levels';
import { MARKS } from './levels';

/** Marks of a grade stick: a lath that is read where the beam meets it, or held against what is there. */

export type StickBy =
  /** Its foot stands on each thing in turn, and the beam must meet the mark of that. */
  | { readonly by: 'beam'; readonly over: number }
  /** Its foot stands on the trench bottom, and each thing must come up to its mark. */
  | { readonly by: 'foot' };

export interface StickMark {
  readonly mark: Mark;
  /** Over the foot, m. */
  readonly height: number;
}

/** What a stick in the trench is used for; the ground is told by a rod, and the overlay lies over the beam. */
const ON_STICK: Readonly<Record<StickBy['by'], ReadonlySet<Mark>>> = {
  beam: new Set<Mark>(['bottom', 'foundation', 'bedding', 'flow', 'top']),
  foot: new Set<Mark>(['bottom', 'foundation', 'bedding', 'flow', 'top', 'overlay']),
};

/** @returns the topmost first; what lies over the beam, or has no level, has no mark */
export function stickMarks(levels: Levels, stick: StickBy): readonly StickMark[] {
  const from = stick.by === 'foot' ? levels.bottom : levels.flow;
  if (from === undefined) return [];
  return MARKS.flatMap((mark): StickMark[] => {
    const level = levels[mark];
    if (level === undefined || !ON_STICK[stick.by].has(mark)) return [];
    const height = stick.by === 'foot' ? level - from : from + stick.over - level;
    return height >= 0 ? [{ mark, height }] : [];
  }).sort((a, b) => b.height - a.height);
}

/** A bar that is pushed into stone to feel how deep it is: marks over its point, m. Common practice. */
export const PROBE = [8 * INCH, 12 * INCH] as const;

/** A stick on paper: strips that are glued end to end, each from where to where over the foot, m. */
export interface Strip {
  readonly from: number;
  readonly to: number;
}

/** @param sheet what one strip takes, m @param lap how far one lies over the next, m */
export function stripsOf(height: number, sheet: number, lap: number): readonly Strip[] {
  const strips: Strip[] = [];
  for (let from = 0; strips.length === 0 || from + lap < height; from += sheet - lap)
    strips.push({ from, to: Math.min(from + sheet, Math.max(height, lap)) });
  return strips;
}
