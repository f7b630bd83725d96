import type { ItemOf, Uuid } from '@alveus/plan';
import { same, sumpOf } from '@alveus/plan';
import { byName } from '../../by-name';
import { insideDiameter } from '../../pipe';
import type { NodeEnd, NodeResult, Reader } from '../../results';
import { nodeGround } from '../../survey';
import { NEAR } from '../../tolerance';
import { eachPass } from '../pass';

/** A node: what comes together there. */
export const node = eachPass<'node'>({ name: 'node', kind: 'node', work: workNode, same });

function workNode(id: Uuid, read: Reader): NodeResult {
  const item = read.item('node', id) as ItemOf<'node'>;
  const ground = nodeGround(id, read)?.elevation;
  const leaving = endsOf(read.of('leaving', id), 'high', undefined, read);
  const arriving = endsOf(read.of('arriving', id), 'low', lowest(leaving), read);
  let invert: number | undefined;
  for (const ends of [leaving, arriving])
    for (const end of ends)
      if (end.invert !== undefined && (invert === undefined || end.invert < invert)) invert = end.invert;
  const rim = item.rim ?? ground;
  return {
    id,
    node: item,
    ground,
    rim,
    arriving,
    leaving,
    invert,
    bottom: invert === undefined ? undefined : invert - sumpOf(item),
    depth: rim === undefined || invert === undefined ? undefined : rim - invert,
  };
}

/** @param out invert of the lowest way out, which what arrives drops to, m */
function endsOf(
  runs: readonly Uuid[] | undefined,
  which: 'low' | 'high',
  out: number | undefined,
  read: Reader,
): readonly NodeEnd[] {
  if (!runs) return NONE;
  const ends: NodeEnd[] = [];
  for (const id of runs) {
    const run = read.of('run', id);
    const invert = run?.grade[which];
    ends.push({
      run: id,
      name: run?.run.name ?? '',
      line: run?.run.line ?? '',
      service: run?.line?.service,
      invert,
      slope: run?.grade.slope,
      inside: run?.pipe && insideDiameter(run.pipe),
      drop: invert === undefined || out === undefined ? undefined : invert - out,
    });
  }
  return ends.length > 1 ? ends.sort(byLevel) : ends;
}

/** The lowest first, of those at one level the largest, of those alike by name: their order follows from what they are. */
function byLevel(a: NodeEnd, b: NodeEnd): number {
  const low = Math.round((a.invert ?? Infinity) / NEAR);
  const lower = Math.round((b.invert ?? Infinity) / NEAR);
  if (low !== lower) return low - lower;
  return (b.inside ?? 0) - (a.inside ?? 0) || byName({ id: a.run, name: a.name }, { id: b.run, name: b.name });
}

/** Undefined where one of the ways out is not known. */
function lowest(leaving: readonly NodeEnd[]): number | undefined {
  let found: number | undefined;
  for (const { invert } of leaving) {
    if (invert === undefined) return undefined;
    if (found === undefined || invert < found) found = invert;
  }
  return found;
}

const NONE: readonly NodeEnd[] = [];
