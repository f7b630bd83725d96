import type { Item, Piece, Run } from '../kinds';
import { itemOn, kindOf, pieceOf } from '../kinds';
import type { FromA, Uuid } from '../values';
import type { Plan } from './plan';

/**
 * Where things told of runs and nodes that are no longer there lie now. A split or a join takes runs away and puts
 * others in their stead, which tell what they were; what was written of the old ones, or still arrives from
 * somebody who had not heard, finds its place by that.
 */
export interface Lineage {
  /** The parts a run that is gone lies in now; none for one that was taken out, or never was. */
  readonly pieces: ReadonlyMap<Uuid, readonly Piece[]>;
  /** Where on a run a node that is gone stood. */
  readonly spots: ReadonlyMap<Uuid, { readonly run: Uuid; readonly at: FromA }>;
}

export function lineageOf(runs: Readonly<Record<Uuid, Run>>): Lineage {
  const pieces = new Map<Uuid, Piece[]>();
  const spots = new Map<Uuid, { run: Uuid; at: FromA }>();
  for (const id in runs) {
    const run = runs[id] as Run;
    for (const was of run.was ?? []) {
      if ('node' in was) {
        const before = spots.get(was.node);
        // Two people who parted one run at the same time made two of each; which one holds must not hang on order.
        if (!before || run.id < before.run) spots.set(was.node, { run: run.id, at: was.at });
        continue;
      }
      const list = pieces.get(was.run);
      if (list) list.push(pieceOf(run, was));
      else pieces.set(was.run, [pieceOf(run, was)]);
    }
  }
  for (const list of pieces.values()) list.sort((x, y) => (x.run === y.run ? x.from - y.from : x.run < y.run ? -1 : 1));
  return { pieces, spots };
}

/** The item as it lies now: itself where its run is there (or was taken out), else what of it lies on each part of that run. */
export function itemsNow<T extends Item>(item: T, plan: Pick<Plan, 'run'>, lineage: Lineage): readonly T[] {
  const { along } = kindOf(item.kind);
  const run = along?.run(item);
  if (!along || run === undefined || plan.run[run]) return [item];
  const pieces = lineage.pieces.get(run);
  if (!pieces) return [item];
  const parts = pieces.flatMap((piece) => (itemOn(along, item, piece) as T | undefined) ?? []);
  const points = along.spans(item).every(({ from, to }) => from === to);
  return points ? parts.slice(0, along.spans(item).length) : parts;
}
