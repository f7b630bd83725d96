import type { Chosen } from './choose';
import { choose } from './choose';
import type { Bent, Plane, Program } from './program';
import { bentAt, highOf, lowOf, planeAt } from './program';

/** What a run costs by both its ends: convex, and how steep it is there. */
export interface BentCost {
  readonly run: number;
  at(low: number, high: number): { readonly value: number; readonly low: number; readonly high: number };
}

/** So near to what they stand for tangents come, as a part of the cost. */
const NEAR_ENOUGH = 1e-6;
/** More rounds than this no cost has needed by far. */
const ROUNDS = 200;

export type Bending = Chosen & { readonly program: Program };

/**
 * The cheapest levels where costs are convex but not straight, by cutting planes (Kelley): each cost is bounded from below
 * by its tangents, so that a solution costs no more than the best; where its true cost is higher than its tangents', a
 * tangent there is added. Ends when the two agree to 1e-6 of the cost.
 */
export function chooseBent(program: Program, costs: readonly BentCost[], goOn: () => boolean = () => true): Bending {
  if (costs.length === 0) return { ...choose(program, goOn), program };
  const planes = costs.map(({ run, at }): Plane[] => [tangent(at, ...beginAt(program, run))]);
  for (let round = 0; ; round += 1) {
    const bent = costs.map(({ run }, index): Bent => ({ run, planes: planes[index] as Plane[] }));
    const tried: Program = { ...program, bent };
    const found = choose(tried, goOn);
    if (!found.ok) return { ...found, program: tried };
    const off = costs.map(({ run, at }, index) => {
      const [low, high] = [found.ends[lowOf(run)] as number, found.ends[highOf(run)] as number];
      return { low, high, at, more: at(low, high).value - bentAt(bent[index] as Bent, low, high) };
    });
    const more = off.reduce((sum, piece) => sum + Math.max(0, piece.more), 0);
    const cost = found.cost + more;
    if (more <= NEAR_ENOUGH * (1 + Math.abs(cost)) || round >= ROUNDS || !goOn())
      return { ...found, cost, gap: found.gap + more, program: tried };
    off.forEach(({ low, high, at, more: lacks }, index) => {
      if (lacks > 0) (planes[index] as Plane[]).push(tangent(at, low, high));
    });
  }
}

function tangent(at: BentCost['at'], low: number, high: number): Plane {
  const { value, low: byLow, high: byHigh } = at(low, high);
  const plane = { base: 0, low: byLow, high: byHigh };
  return { ...plane, base: value - planeAt(plane, low, high) };
}

/** Somewhere within the limits of a run by itself. */
function beginAt({ rows }: Program, run: number): readonly [number, number] {
  for (let row = 0; row < rows.count; row += 1)
    if (rows.one[row] === highOf(run) && (rows.share[row] as number) >= 0) {
      const level = rows.value[row] as number;
      return [level, level];
    }
  return [0, 0];
}
