import type { Profile, UpLine } from '@alveus/plan';
import type { LineShape, RunResult } from '../results';
import { numberFor } from '../rules';
import { LADDER_FROM, stationsOf } from '../trench';

/** How deep a trench is, in the classes by which it is made safe. */

export const DEPTH_CLASSES = ['shallow', 'ladder', 'protect', 'engineer'] as const;
export type DepthClass = (typeof DEPTH_CLASSES)[number];

/** Depths from which each class holds, m, by the rules in force. */
export function classDepths(profile: Pick<Profile, 'rules'>): Readonly<Record<DepthClass, number>> {
  const protect = numberFor(profile, 'protection').value;
  return {
    shallow: 0,
    ladder: Math.min(LADDER_FROM, protect),
    protect,
    engineer: Math.max(protect, numberFor(profile, 'deep-trench').value),
  };
}

/** A stretch of a line that is of one class all along. */
export interface ClassStretch {
  readonly from: UpLine;
  readonly to: UpLine;
  readonly class: DepthClass;
  /** The deepest of it, m. */
  readonly deepest: number;
}

/** Stretches along a line, those that go on in one class put together; ground that is not known is left out. */
export function classesAlong(
  line: Pick<LineShape, 'order'>,
  runs: ReadonlyMap<string, RunResult>,
  profile: Pick<Profile, 'rules'>,
): readonly ClassStretch[] {
  const depths = classDepths(profile);
  const borders = DEPTH_CLASSES.slice(1).map((name) => depths[name]);
  const classAt = (depth: number): DepthClass =>
    DEPTH_CLASSES[borders.filter((border) => depth >= border - 1e-6).length] as DepthClass;
  const found: { from: UpLine; to: UpLine; class: DepthClass; deepest: number }[] = [];
  const add = (from: UpLine, to: UpLine, name: DepthClass, deepest: number): void => {
    const last = found[found.length - 1];
    if (last && last.class === name && from - last.to < 1e-6) {
      last.to = to;
      last.deepest = Math.max(last.deepest, deepest);
    } else if (to - from > 1e-6) found.push({ from, to, class: name, deepest });
  };
  line.order.runs.forEach(({ id }, index) => {
    const run = runs.get(id);
    if (!run) return;
    const start = line.order.starts[index] as UpLine;
    const stations = stationsOf(run.grade, run.ground, run.envelope);
    for (let place = 1; place < stations.length; place += 1) {
      const [low, high] = [
        stations[place - 1] as (typeof stations)[number],
        stations[place] as (typeof stations)[number],
      ];
      const cuts = borders
        .map((border) => (border - low.depth) / (high.depth - low.depth))
        .filter((share) => share > 0 && share < 1)
        .sort((a, b) => a - b);
      const shares = [0, ...cuts, 1];
      for (let piece = 1; piece < shares.length; piece += 1) {
        const [from, to] = [shares[piece - 1] as number, shares[piece] as number];
        const depthAt = (share: number): number => low.depth + (high.depth - low.depth) * share;
        const at = (share: number): UpLine => start + low.at + (high.at - low.at) * share;
        add(at(from), at(to), classAt(depthAt((from + to) / 2)), Math.max(depthAt(from), depthAt(to)));
      }
    }
  });
  return found;
}
