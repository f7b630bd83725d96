import type { Uuid } from '@alveus/plan';
import { memo } from 'react';
import { Path } from 'react-native-svg';
import { useTones } from '../../theme/ThemeProvider';
import type { Point } from '../scale';
import { path } from '../scale';
import type { DrawnRun } from './paths';

/** Ground that an open trench takes along a run: at places up it, so far to each side, and how far of that is trench, m. */
export interface StripAlong {
  readonly at: number;
  readonly left: number;
  readonly right: number;
  readonly open: { readonly left: number; readonly right: number };
}

/** By run. */
export type Strips = ReadonlyMap<Uuid, readonly StripAlong[]>;

/** Behind the pipes: the strip of ground that is taken while the trench stands open, and in it the trench. */
export const StripsOfGround = memo(function StripsOfGround({
  strips,
  runs,
  zoom,
}: {
  strips: Strips;
  runs: readonly DrawnRun[];
  zoom: number;
}) {
  const tones = useTones();
  let [ground, open] = ['', ''];
  for (const { run, a, b } of runs) {
    const along = strips.get(run.id);
    if (!along || along.length < 2 || run.length <= 0) continue;
    const [ux, uy] = [(b.x - a.x) / run.length, (b.y - a.y) / run.length];
    const far = Math.hypot(ux, uy) || 1;
    // To the right of somebody who looks up the run; the picture's y runs down.
    const spot = (at: number, right: number): Point => [
      a.x + ux * at - (uy / far) * right * zoom,
      a.y + uy * at + (ux / far) * right * zoom,
    ];
    const outline = (of: (strip: StripAlong) => { left: number; right: number }): string =>
      path(
        [
          ...along.map((strip) => spot(strip.at, of(strip).right)),
          ...[...along].reverse().map((strip) => spot(strip.at, -of(strip).left)),
        ],
        true,
      );
    ground += outline((strip) => strip);
    open += outline((strip) => strip.open);
  }
  return (
    <>
      <Path d={ground} fill={tones.earth} stroke={tones.ink} strokeWidth={1} strokeDasharray="5 4" opacity={0.6} />
      <Path d={open} fill={tones.watch} opacity={0.55} />
    </>
  );
});
