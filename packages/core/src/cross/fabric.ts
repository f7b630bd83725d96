import type { Fabric } from '@alveus/plan';
import type { Envelope } from '../trench';
import type { CrossSection, Spot } from './outline';

/** Filter fabric at one place of a trench. */
export interface FabricAcross {
  /** Where it lies, from where it closes, down, round and over to there again; without its lap. */
  readonly line: readonly Spot[];
  /** Across the roll: what lies round, and the lap; m. */
  readonly wide: number;
}

/**
 * Fabric closed round all that is bought of the layers that are not of the surface, or laid over that.
 * @returns undefined where there is nothing for it to part from the soil, and for a sock, which the pipe brings with it
 */
export function fabricAcross(fabric: Fabric, of: Envelope, cross: CrossSection): FabricAcross | undefined {
  if (fabric.laid === 'sock') return undefined;
  const index = of.layers.reduce(
    (last, { material, group }, at) => (material !== 'native' && (group === 'below' || group === 'above') ? at : last),
    -1,
  );
  const top = cross.tops[index];
  if (!top || top.every(([, over]) => over <= 1e-9)) return undefined;
  const topAt = (x: number): number => heightOn(top, x);
  const round = below(cross.hole, topAt);
  const [from, to] = [round[0], round[round.length - 1]];
  if (!from || !to) return undefined;
  const over = [to, ...top.filter(([x]) => x > from[0] && x < to[0]).reverse(), from];
  const line = fabric.laid === 'round' ? [...round, ...over.slice(1)] : over;
  return { line, wide: lengthOf(line) + fabric.lap };
}

/** The part of the walls and the bottom that lies under an edge. */
function below(hole: readonly Spot[], topAt: (x: number) => number): Spot[] {
  const over = ([x, y]: Spot): number => y - topAt(x);
  const kept: Spot[] = [];
  hole.forEach((spot, index) => {
    const before = hole[index - 1];
    if (before && over(before) > 0 !== over(spot) > 0) kept.push(crossing(before, spot, over));
    if (over(spot) <= 0) kept.push(spot);
  });
  return kept;
}

/** Where the edge is met between two spots on different sides of it: halved until nothing is left between them. */
function crossing(a: Spot, b: Spot, over: (spot: Spot) => number): Spot {
  const at = (share: number): Spot => [a[0] + (b[0] - a[0]) * share, a[1] + (b[1] - a[1]) * share];
  const first = over(a) > 0;
  let [near, far] = [0, 1];
  for (let step = 0; step < 50; step += 1) {
    const middle = (near + far) / 2;
    if (over(at(middle)) > 0 === first) near = middle;
    else far = middle;
  }
  return at((near + far) / 2);
}

/** Height of an edge at a place across; level beyond its ends. */
function heightOn(edge: readonly Spot[], x: number): number {
  const after = edge.findIndex(([right]) => right >= x);
  const next = edge[after < 0 ? edge.length - 1 : after] as Spot;
  const before = edge[after - 1];
  if (!before || after < 0 || next[0] === before[0]) return next[1];
  return before[1] + ((next[1] - before[1]) * (x - before[0])) / (next[0] - before[0]);
}

const lengthOf = (line: readonly Spot[]): number =>
  line.reduce((sum, [x, y], index) => {
    const before = line[index - 1];
    return before ? sum + Math.hypot(x - before[0], y - before[1]) : sum;
  }, 0);
