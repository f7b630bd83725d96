import type { Route } from '@alveus/core';
import type { Plan } from '@alveus/plan';

/** The next places before and after one on a route, m from its low end; undefined where there are none. */
interface Neighbours {
  readonly before: number | undefined;
  readonly after: number | undefined;
}

/** Nearer than this is the same place, m. */
const SAME = 0.005;

/** The structures before and after a place on a route. */
export const structuresFrom = ({ order }: Pick<Route, 'order'>, at: number): Neighbours =>
  neighbours([...order.starts, order.length], at);

function neighbours(places: readonly number[], at: number): Neighbours {
  return {
    before: places.findLast((place) => place < at - SAME),
    after: places.find((place) => place > at + SAME),
  };
}

/** Where the structures of a route stand, and, between them, where its sticks of pipe end, from its low end up. */
export function stepsFrom(
  { order }: Pick<Route, 'order'>,
  plan: Pick<Plan, 'pipe' | 'line'>,
  at: number,
): { readonly structures: Neighbours; readonly sticks: Neighbours } {
  const structures = [...order.starts, order.length];
  const sticks: number[] = [];
  order.runs.forEach((run, index) => {
    const [start, end] = [structures[index] as number, structures[index + 1] as number];
    const stick = plan.pipe[run.pipe ?? plan.line[run.line]?.pipe ?? '']?.stick ?? 0;
    for (let place = start; place < end; place += Math.max(stick, SAME * 10)) {
      sticks.push(place);
      if (stick <= 0) break;
    }
  });
  sticks.push(order.length);
  return { structures: neighbours(structures, at), sticks: neighbours(sticks, at) };
}
