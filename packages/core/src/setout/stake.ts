import type { ItemOf, Plan, Uuid } from '@alveus/plan';
import type { Evaluation } from '../evaluate';
import { underOf } from '../trench';

/** What the stake of a structure tells. Elevations in m; undefined of what is not known. */
export interface Stake {
  readonly node: ItemOf<'node'>;
  readonly ground: number | undefined;
  readonly rim: number | undefined;
  /** Of the hole; where none was told, of the deepest trench that comes to it. */
  readonly bottom: number | undefined;
  readonly holed: boolean;
  /** Top of what it stands on. */
  readonly base: number | undefined;
  readonly knockouts: readonly Knockout[];
  /** Made up by risers and frame, from its top to the rim. */
  readonly risers: number | undefined;
}

export interface Knockout {
  readonly run: Uuid;
  readonly name: string;
  readonly way: 'out' | 'in';
  readonly invert: number | undefined;
  readonly inside: number | undefined;
  /** As on a clock that lies in it and is read from above, with the pipe out at 6: to the half hour. Undefined where it is not on the sketch. */
  readonly clock: number | undefined;
}

export function stakeOf(evaluation: Evaluation, id: Uuid): Stake | undefined {
  const { nodes, holes, runs, plan } = evaluation;
  const result = nodes.get(id);
  if (!result) return undefined;
  const { node, ground, rim, leaving, arriving } = result;
  const hole = holes.get(id);
  const out = leaving[0];
  const bearingOf = (run: Uuid): number | undefined => bearing(plan, id, run);
  const axis = out && bearingOf(out.run);
  const knockouts = [...leaving, ...arriving].map(({ run, name, invert, inside }, index): Knockout => {
    const way = index < leaving.length ? 'out' : 'in';
    const to = bearingOf(run);
    return {
      run,
      name,
      way,
      invert,
      inside,
      clock: axis === undefined || to === undefined ? undefined : hours(to - axis),
    };
  });
  const bottoms = knockouts.flatMap(({ run, invert }) => {
    const envelope = runs.get(run)?.envelope;
    return invert === undefined || !envelope ? [] : [invert - envelope.invert];
  });
  const base = hole?.bottom === undefined ? undefined : hole.bottom + underOf(hole.hole);
  return {
    node,
    ground,
    rim,
    bottom: hole?.bottom ?? (bottoms.length > 0 ? Math.min(...bottoms) : undefined),
    holed: hole?.bottom !== undefined,
    base,
    knockouts,
    risers: base === undefined || rim === undefined || !hole ? undefined : rim - base - hole.hole.tall,
  };
}

/** Which way a run leaves a node on the sketch, clockwise from north. */
function bearing({ nodePlace, run }: Plan, node: Uuid, id: Uuid): number | undefined {
  const item = run[id];
  const here = nodePlace[node];
  const there = item && nodePlace[item.a === node ? item.b : item.a];
  return here && there ? Math.atan2(there.east - here.east, there.north - here.north) : undefined;
}

/** Clockwise from the pipe out, which is at 6. */
function hours(turn: number): number {
  const half = Math.round((turn * 12) / Math.PI) / 2;
  const hour = (((half + 6) % 12) + 12) % 12;
  return hour === 0 ? 12 : hour;
}
