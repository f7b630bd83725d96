import type { Keeping, Run, UpRun } from '@alveus/plan';
import type { GroundProfile } from '../../ground';
import { upRun } from '../../length';
import type { Envelope } from '../../trench';

/** What somebody said besides the rules, as heights and places of a run: findings judge by it, and the least dig keeps to it. */

type Of = Keeping['keeps']['what'];

/** What a height or a depth is told of. */
export type KeptLevel = Extract<Of, 'invert' | 'crown' | 'bottom'>;
export type KeptDepth = Extract<Of, 'depth' | 'cover'>;

/** Height over the invert of what is told of, m: of a cover the outside crown, of a depth the bottom of the trench. */
export function keptHeight(
  what: KeptLevel | KeptDepth,
  pipe: { readonly outside: number; readonly wall: number },
  envelope: Pick<Envelope, 'invert'>,
): number {
  switch (what) {
    case 'invert':
      return 0;
    case 'crown':
    case 'cover':
      return pipe.outside - pipe.wall;
    case 'bottom':
    case 'depth':
      return -envelope.invert;
  }
}

/** The stretch that it is told of, up the run, as far as the run goes. */
export function keptStretch(
  run: Pick<Run, 'flow'>,
  length: number,
  { from, to }: Extract<Keeping['at'], { run: unknown }>,
): readonly [UpRun, UpRun] {
  const [start, other] = [from, to]
    .map((at) => Math.min(length, Math.max(0, upRun(run, length, at))))
    .sort((a, b) => a - b);
  return [start as UpRun, other as UpRun];
}

/** Where what follows the ground can be kept least along a stretch: at its ends and wherever the ground bends. */
export const keptPlaces = ([from, to]: readonly [UpRun, UpRun], ground: Pick<GroundProfile, 'points'>): UpRun[] => [
  from,
  ...ground.points.map(({ at }) => at).filter((at) => at > from && at < to),
  to,
];
