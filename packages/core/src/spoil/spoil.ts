import type { Native } from '@alveus/plan';
import { FOOT } from '../units';
import type { CrossSection } from '../cross';
import { openingOf } from '../cross';
import { SETBACK } from '../trench';

/** What lies beside an open trench: its spoil, and the ground that it all takes. */

/** A heap of loose earth lies about 1½ out for one up: common practice, 34°. */
export const REPOSE = 1.5;

/** Clear to walk and to set down pipe on the other side, m: common practice. */
export const CLEAR_SIDE = 2 * FOOT;

export interface Spoil {
  /** Area of the heap, cut across, m²: all that is dug there, loose. */
  readonly area: number;
  readonly height: number;
  readonly base: number;
  /** From the edge of the trench to the foot of the heap, m. */
  readonly setback: number;
}

/** A strip of ground along a trench, from its own pipe to both sides, m. */
export interface StripOfGround {
  readonly left: number;
  readonly right: number;
}

/** A heap with sides as flat as the soil lies, its two slopes meeting: area = height² × repose. */
export function spoilOf(cross: CrossSection, native: Pick<Native, 'swell' | 'repose'>): Spoil {
  const repose = native.repose ?? REPOSE;
  const area = areaOf(cross) * (1 + native.swell);
  const height = Math.sqrt(area / repose);
  return { area, height, base: 2 * height * repose, setback: SETBACK };
}

/** Ground taken, with the heap on one side: the uphill one, so that rain does not wash it in, is the other. */
export function stripOfGround(cross: CrossSection, spoil: Spoil, side: 'left' | 'right'): StripOfGround {
  const first = cross.hole[0]?.[0] ?? 0;
  const last = first + openingOf(cross);
  const heap = spoil.setback + spoil.base;
  return side === 'left'
    ? { left: -first + heap, right: last + CLEAR_SIDE }
    : { left: -first + CLEAR_SIDE, right: last + heap };
}

/** Across a slope the heap lies downhill, so that what it sheds runs off; on level ground to the right. */
export const heapSide = ({ across }: Pick<CrossSection, 'across'>): 'left' | 'right' => (across > 0 ? 'left' : 'right');

/** Area inside the outline of the hole, m². */
export function areaOf({ hole }: CrossSection): number {
  let twice = 0;
  hole.forEach(([x, y], index) => {
    const [nextX, nextY] = hole[(index + 1) % hole.length] as (typeof hole)[number];
    twice += x * nextY - nextX * y;
  });
  return Math.abs(twice) / 2;
}
