import type { ItemOf, Uuid } from '@alveus/plan';
import { ONLY } from '@alveus/plan';
import { lineQuantities } from '../../estimate';
import type { LineOrder } from '../../grade';
import type { HoleResult, Reader, RunResult } from '../../results';
import { eachPass } from '../pass';

/** Soil of which nothing was said; swell and shrink are common practice for mixed earth. */
export const DEFAULT_NATIVE: ItemOf<'native'> = {
  kind: 'native',
  id: ONLY,
  name: 'Native soil',
  swell: 0.25,
  shrink: 0.1,
};

const NONE: readonly HoleResult[] = [];

/** Holes whose amounts are the line's. */
function holesOf(id: Uuid, read: Reader): readonly HoleResult[] {
  const nodes = read.of('holesOf', id);
  return nodes ? nodes.flatMap((node) => read.of('hole', node) ?? []) : NONE;
}

/** A line: what it takes. */
export const line = eachPass<'line'>({
  name: 'line',
  kind: 'line',
  work: (id, read) => {
    const order = read.of('order', id) as LineOrder;
    const runs = order.runs.map((run) => read.of('run', run.id) as RunResult);
    return {
      id,
      line: read.item('line', id) as ItemOf<'line'>,
      order,
      quantities: lineQuantities(runs, holesOf(id, read), read, read.item('native', ONLY) ?? DEFAULT_NATIVE),
    };
  },
});
