import type { LayerMaterial } from '@alveus/plan';
import type { Envelope } from '../trench';
import { layerTops } from '../trench';
import { INCH } from '../units';

/** How a trench is filled at one place: lift by lift, each side alike, with what must be seen before the next goes on. */

/** The parts of a trench by what is done in them. */
export type Zone = 'bed' | 'haunch' | 'side' | 'overlay' | 'backfill' | 'surface';

/** Thickness of a lift before it is worked, m, and how: common practice. */
export const LIFTS: Readonly<Record<Zone, { readonly most: number; readonly passes: number; readonly how: string }>> = {
  bed: { most: 6 * INCH, passes: 2, how: 'plate, and to grade' },
  haunch: { most: 6 * INCH, passes: 0, how: 'worked under the pipe by hand, both sides alike' },
  side: { most: 8 * INCH, passes: 3, how: 'tamped at the trench edges, both sides alike' },
  overlay: { most: 6 * INCH, passes: 1, how: 'by hand; nothing heavy over the pipe' },
  backfill: { most: 12 * INCH, passes: 4, how: 'plate or wheel, evenly' },
  surface: { most: 6 * INCH, passes: 2, how: 'to the ground, a little proud' },
};

/** What must be seen before it is covered: common practice; the inspector’s list comes first. */
export type Hold = 'bottom' | 'bed' | 'pipe' | 'cover';

export interface Lift {
  readonly zone: Zone;
  readonly material: LayerMaterial;
  /** Over the trench bottom, m. */
  readonly from: number;
  readonly to: number;
  /** How far its top lies over the pipe's crown, m; negative under it: the fill mark on the pipe. */
  readonly mark: number;
  /** What is seen before it goes in. */
  readonly before: readonly Hold[];
}

/** Cover over the crown from which machines may cross while it is built: ASTM D2321, 24 in or once the outside, from memory. */
export const machineCover = (outside: number): number => Math.max(24 * INCH, outside);

/** @param depth ground over the trench bottom, m */
export function liftsOf(of: Envelope, depth: number): readonly Lift[] {
  const tops = layerTops(of, depth);
  const springline = of.underside + of.radius;
  const crown = of.underside + 2 * of.radius;
  const borders = [of.underside, springline, crown, crown + 12 * INCH];
  const lifts: Lift[] = [];
  let under = 0;
  of.layers.forEach(({ material, group }, index) => {
    const top = tops[index] as number;
    const cuts = [under, ...borders.filter((border) => border > under + 1e-6 && border < top - 1e-6), top];
    for (let piece = 1; piece < cuts.length; piece += 1) {
      const [from, to] = [cuts[piece - 1] as number, cuts[piece] as number];
      if (to - from <= 1e-6) continue;
      const zone = group === 'surface' ? 'surface' : zoneAt((from + to) / 2, borders);
      const count = Math.ceil((to - from) / LIFTS[zone].most - 1e-9);
      for (let lift = 0; lift < count; lift += 1) {
        const [low, high] = [from + ((to - from) * lift) / count, from + ((to - from) * (lift + 1)) / count];
        lifts.push({ zone, material, from: low, to: high, mark: high - crown, before: holdsBefore(zone, lifts) });
      }
    }
    under = Math.max(under, top);
  });
  return lifts;
}

function zoneAt(height: number, [underside, springline, crown, over]: readonly number[]): Zone {
  if (height < (underside as number)) return 'bed';
  if (height < (springline as number)) return 'haunch';
  if (height < (crown as number)) return 'side';
  return height < (over as number) ? 'overlay' : 'backfill';
}

function holdsBefore(zone: Zone, before: readonly Lift[]): readonly Hold[] {
  const last = before[before.length - 1]?.zone;
  const holds: Hold[] = [];
  if (before.length === 0) holds.push('bottom');
  if (zone !== 'bed' && last === 'bed') holds.push('bed');
  if (zone === 'haunch' && last !== 'haunch') holds.push('pipe');
  if (
    (zone === 'overlay' || zone === 'backfill' || zone === 'surface') &&
    !before.some((one) => one.before.includes('cover'))
  )
    holds.push('cover');
  return holds;
}
