import type { ItemOf, Plan, Uuid } from '@alveus/plan';
import { lowerOf, upperOf } from '@alveus/plan';
import { byName } from '../by-name';
import type { LineOrder } from '../grade';
import { orderLine, runsByLine } from '../grade';
import { runLength } from '../length';

/** Who meets whom: follows from lines, runs and lengths alone, so most edits leave it as it is. */
export interface Topology {
  readonly orders: ReadonlyMap<Uuid, LineOrder>;
  /** Runs that carry water away from a node, by name: those whose upper end it is. Several only where it parts. */
  readonly leaving: ReadonlyMap<Uuid, readonly Uuid[]>;
  /** Runs that bring water to a node. */
  readonly arriving: ReadonlyMap<Uuid, readonly Uuid[]>;
  /** Runs whose water would come back to where it was. */
  readonly ringed: ReadonlyMap<Uuid, true>;
}

export function topologyOf(plan: Pick<Plan, 'line' | 'run' | 'nodePlace'>): Topology {
  const byLine = runsByLine(plan);
  const lengthOf = (run: ItemOf<'run'>): number => runLength(plan, run) ?? 0;
  const orders = new Map(Object.keys(plan.line).map((id) => [id, orderLine(byLine.get(id) ?? [], lengthOf)]));
  const leaving = new Map<Uuid, Uuid[]>();
  const arriving = new Map<Uuid, Uuid[]>();
  for (const run of Object.values(plan.run)) {
    add(leaving, upperOf(run), run.id);
    add(arriving, lowerOf(run), run.id);
  }
  const named = (a: Uuid, b: Uuid): number => byName(plan.run[a] as ItemOf<'run'>, plan.run[b] as ItemOf<'run'>);
  for (const ends of [leaving, arriving]) for (const ids of ends.values()) if (ids.length > 1) ids.sort(named);
  return {
    orders,
    leaving,
    arriving,
    ringed: new Map([...ringedRuns(plan, leaving, arriving)].map((id) => [id, true])),
  };
}

function add(map: Map<Uuid, Uuid[]>, key: Uuid | undefined, id: Uuid): void {
  if (key === undefined) return;
  const list = map.get(key);
  if (list) list.push(id);
  else map.set(key, [id]);
}

/**
 * Runs on or between rings. Taking away, again and again, the runs that nothing feeds and those that feed
 * nothing leaves just these (Kahn's algorithm, from both ends). Without a ring, which is nearly always, the
 * first pass takes all.
 */
function ringedRuns(
  plan: Pick<Plan, 'run'>,
  leaving: ReadonlyMap<Uuid, readonly Uuid[]>,
  arriving: ReadonlyMap<Uuid, readonly Uuid[]>,
): Set<Uuid> {
  const left = new Set(Object.keys(plan.run));
  const peel = (
    nextOf: (run: ItemOf<'run'>) => Uuid,
    before: ReadonlyMap<Uuid, readonly Uuid[]>,
    after: ReadonlyMap<Uuid, readonly Uuid[]>,
  ): void => {
    /** By node: runs that still feed it. What feeds a run feeds the node at its beginning. */
    const feeding = new Map<Uuid, number>();
    const free: Uuid[] = [];
    for (const [node, ids] of before) {
      let count = 0;
      for (const id of ids) if (left.has(id)) count += 1;
      if (count > 0) feeding.set(node, count);
    }
    for (const [node, ids] of after) if (!feeding.has(node)) for (const id of ids) if (left.has(id)) free.push(id);
    for (let id = free.pop(); id !== undefined; id = free.pop()) {
      left.delete(id);
      const node = nextOf(plan.run[id] as ItemOf<'run'>);
      const count = (feeding.get(node) ?? 0) - 1;
      feeding.set(node, count);
      if (count === 0) for (const next of after.get(node) ?? NONE) if (left.has(next)) free.push(next);
    }
  };
  peel(lowerOf, arriving, leaving);
  if (left.size > 0) peel(upperOf, leaving, arriving);
  return left;
}

const NONE: readonly Uuid[] = [];

export function pipeIdOf(run: ItemOf<'run'>, plan: Pick<Plan, 'line'>): Uuid | undefined {
  return run.pipe ?? plan.line[run.line]?.pipe;
}

export function sectionIdOf(run: ItemOf<'run'>, plan: Pick<Plan, 'line'>): Uuid | undefined {
  return run.section ?? plan.line[run.line]?.section;
}
