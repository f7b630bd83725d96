import type { NodeForm, Service, Uuid } from '@alveus/plan';
import { lowerOf, upperOf } from '@alveus/plan';
import type { Evaluation, Route } from '../evaluate';

/** A structure on a route as a table tells it: its levels, and the pipe that leaves it. Elevations and lengths in m. */
export interface StructureRow {
  readonly node: Uuid;
  readonly name: string;
  readonly form: NodeForm;
  readonly rim: number | undefined;
  /** The pipe of the route that comes in from above, and the one that leaves. */
  readonly in: PipeEnd | undefined;
  readonly out: PipeEnd | undefined;
  /** Rim to the lowest invert. */
  readonly depth: number | undefined;
  /** From the invert in down to the invert out. */
  readonly drop: number | undefined;
  /** What comes in besides, the highest first. */
  readonly besides: readonly {
    readonly run: Uuid;
    readonly service: Service | undefined;
    readonly invert: number | undefined;
  }[];
}

export interface PipeEnd {
  readonly run: Uuid;
  readonly name: string;
  readonly invert: number | undefined;
  readonly length: number;
  readonly slope: number | undefined;
}

/** The structures of a route, from its low end up. */
export function structureRows({ plan, runs, nodes }: Evaluation, { order }: Route): StructureRow[] {
  const end = (id: Uuid | undefined, which: 'low' | 'high'): PipeEnd | undefined => {
    const run = id === undefined ? undefined : runs.get(id);
    if (!run) return undefined;
    const { grade, length } = run;
    return { run: run.id, name: run.run.name, invert: grade[which], length, slope: grade.slope };
  };
  const [lowest] = order.runs;
  const ids = lowest ? [lowerOf(lowest), ...order.runs.map(upperOf)] : [];
  return ids.map((node, index): StructureRow => {
    const item = plan.node[node];
    const there = nodes.get(node);
    const above = end(order.runs[index]?.id, 'low');
    const below = end(order.runs[index - 1]?.id, 'high');
    const besides = (there?.arriving ?? [])
      .filter(({ run }) => run !== above?.run)
      .map(({ run, invert }) => ({ run, service: plan.line[plan.run[run]?.line ?? '']?.service, invert }))
      .sort((a, b) => (b.invert ?? 0) - (a.invert ?? 0));
    return {
      node,
      name: item?.name ?? '',
      form: item?.form ?? 'fitting',
      rim: there?.rim,
      in: above,
      out: below,
      depth: there?.depth,
      drop: above?.invert === undefined || below?.invert === undefined ? undefined : above.invert - below.invert,
      besides,
    };
  });
}
