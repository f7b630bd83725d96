import type { LayerMaterial, MaterialClass } from '@alveus/plan';
import { classOf } from '@alveus/plan';
import type { Envelope } from '../trench';
import { layerTops } from '../trench';
import { INCH } from '../units';

/** How a trench is filled at one place: lift by lift, each side alike, with what must be seen before the next goes on. */

/** The parts of a trench by what is done in them. */
export type Zone = 'bed' | 'haunch' | 'side' | 'overlay' | 'backfill' | 'surface' | 'pieces';

/** Thickness of a lift before it is worked, m, and how: common practice. */
export const LIFTS: Readonly<Record<Zone, { readonly most: number; readonly passes: number; readonly how: string }>> = {
  bed: { most: 6 * INCH, passes: 2, how: 'plate compactor, to grade' },
  haunch: { most: 6 * INCH, passes: 0, how: 'worked under the pipe by hand, both sides alike' },
  side: { most: 8 * INCH, passes: 3, how: 'tamped at the trench edges, both sides alike' },
  overlay: { most: 6 * INCH, passes: 1, how: 'by hand; nothing heavy over the pipe' },
  backfill: { most: 12 * INCH, passes: 4, how: 'plate or wheel compactor, evenly' },
  surface: { most: 6 * INCH, passes: 2, how: 'to the ground, slightly mounded' },
  pieces: { most: Infinity, passes: 0, how: 'set in one piece, to line and level; sides filled by hand' },
};

/** So much higher may one side of what is set whole be filled than the other, m: common practice. */
export const MOST_DIFFERENCE = 12 * INCH;

/**
 * How firm a lift is made: left as placed, or to a share of standard Proctor density. As placed for crushed stone, 90 %
 * for sand and soil round a pipe, 95 % for what is driven on: ASTM D2321 by class of soil, from memory; the
 * specification decides.
 */
export type Firmness = 'placed' | 'firm' | 'dense';
export const FIRMNESS: Readonly<Record<Exclude<Firmness, 'placed'>, number>> = { firm: 0.9, dense: 0.95 };

/** Over a field nothing is rammed, rolled or vibrated, and nothing heavy passes: its soil has to stay open. */
export const OVER_FIELD = 'by hand, or lowered from a bucket beside it; no plate or wheel compactor';

/** How a lift is worked. @param field whether what is filled is part of a septic field */
export const howOf = (zone: Zone, field: boolean): string =>
  field && OVER.includes(zone) ? OVER_FIELD : LIFTS[zone].how;

const OVER: readonly Zone[] = ['overlay', 'backfill', 'surface'];

export function firmnessOf(zone: Zone, of: MaterialClass | 'native', vehicles: boolean, field: boolean): Firmness {
  if (field && (OVER.includes(zone) || zone === 'side')) return 'placed';
  const { placed = false, grows = false } = of === 'native' ? {} : classOf(of);
  if (zone === 'pieces' || placed) return 'placed';
  if (zone === 'surface') return vehicles && !grows ? 'dense' : 'placed';
  return vehicles && (zone === 'backfill' || zone === 'bed') ? 'dense' : 'firm';
}

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

export interface Filled {
  /** Whether a material comes in pieces: what lies in one is one lift, whatever part of the trench it fills. */
  readonly inPieces?: (material: LayerMaterial) => boolean;
  /** In a septic field: what effluent runs through, all of which is seen before straw, fabric or soil goes over it. */
  readonly fieldOf?: (material: LayerMaterial) => boolean;
}

/** @param depth ground over the trench bottom, m */
export function liftsOf(of: Envelope, depth: number, { inPieces, fieldOf }: Filled = {}): readonly Lift[] {
  const tops = layerTops(of, depth);
  const springline = of.underside + of.radius;
  const crown = of.underside + 2 * of.radius;
  const borders = [of.underside, springline, crown, crown + 12 * INCH];
  const lifts: Lift[] = [];
  const add = (zone: Zone, material: LayerMaterial, from: number, to: number): void => {
    const last = lifts[lifts.length - 1];
    if (zone === 'pieces' && last?.zone === 'pieces' && last.material === material)
      lifts[lifts.length - 1] = { ...last, to, mark: to - crown };
    else
      lifts.push({ zone, material, from, to, mark: to - crown, before: holdsBefore(zone, material, lifts, fieldOf) });
  };
  let under = 0;
  of.layers.forEach(({ material, group }, index) => {
    const top = tops[index] as number;
    const whole = inPieces?.(material) === true;
    const between = whole ? [] : borders.filter((border) => border > under + 1e-6 && border < top - 1e-6);
    const cuts = [under, ...between, top];
    for (let piece = 1; piece < cuts.length; piece += 1) {
      const [from, to] = [cuts[piece - 1] as number, cuts[piece] as number];
      if (to - from <= 1e-6) continue;
      const zone = whole ? 'pieces' : group === 'surface' ? 'surface' : zoneAt((from + to) / 2, borders);
      const count = whole ? 1 : Math.ceil((to - from) / LIFTS[zone].most - 1e-9);
      for (let lift = 0; lift < count; lift += 1)
        add(zone, material, from + ((to - from) * lift) / count, from + ((to - from) * (lift + 1)) / count);
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

function holdsBefore(
  zone: Zone,
  material: LayerMaterial,
  before: readonly Lift[],
  fieldOf: Filled['fieldOf'],
): readonly Hold[] {
  const last = before[before.length - 1];
  const holds: Hold[] = [];
  if (before.length === 0) holds.push('bottom');
  if (zone !== 'bed' && last?.zone === 'bed') holds.push('bed');
  if (zone === 'haunch' && last?.zone !== 'haunch') holds.push('pipe');
  if (before.some((step) => step.before.includes('cover'))) return holds;
  const covers = fieldOf
    ? !fieldOf(material) && last !== undefined && fieldOf(last.material)
    : zone === 'overlay' || zone === 'backfill' || zone === 'surface';
  if (covers) holds.push('cover');
  return holds;
}
