import type { Convex } from './convex';
import { always, FREE, leastAt, NEVER, orHigher, orLower, raised, sum, tilted, valueAt } from './convex';
import type { Bounds, Strip } from './strip';
import { farAt, stripOf, through, turnedBounds } from './strip';

/**
 * The levels of a network of runs at which it costs least, proven: nothing within the bounds costs less.
 *
 * What a node's level costs all that hangs on it is a convex function of straight pieces. Such a function is handed
 * from the ends of a tree to its root, run by run: the far end of a run lies best where its own cost turns, unless
 * the run's bounds hold it, so what a run makes of it is again such a function. The root takes its best level, and the
 * others follow on the way back. Each run is gone through twice; the whole grows as the pieces of all messages do.
 */

/** How the low end of a run lies to the level of the node that it comes to, which is that of what leaves there. */
export type Join =
  | { readonly join: 'falls'; readonly drop: number }
  | { readonly join: 'level' }
  /** Nothing leaves there. */
  | { readonly join: 'free' };

export interface TreeRun {
  readonly lower: number;
  readonly upper: number;
  /** Of its levels, 0 at its low end. Its high end is the level of its upper node. */
  readonly bounds: Bounds;
  /** For each metre that an end lies higher. */
  readonly cost: { readonly low: number; readonly high: number };
  readonly at: Join;
}

export interface Laid {
  readonly low: number;
  readonly high: number;
}

export type Least =
  | { readonly ok: true; readonly runs: readonly Laid[]; readonly cost: number }
  /** The run at which it is found that nothing works; what is amiss may lie anywhere under it. */
  | { readonly ok: false; readonly run: number };

interface Sent {
  readonly strip: Strip;
  /** What the far end costs, by its level, and where that is least. */
  readonly far: Convex;
  readonly best: number;
  /** What the run and all beyond it cost, by its near end. */
  readonly near: Convex;
}

/** @param nodes how many there are; runs among them make no ring */
export function leastTree(nodes: number, runs: readonly TreeRun[]): Least {
  const at: number[][] = Array.from({ length: nodes }, () => []);
  runs.forEach(({ lower, upper }, index) => {
    at[lower]?.push(index);
    at[upper]?.push(index);
  });
  const laid: Laid[] = [];
  const seen = new Uint8Array(nodes);
  let cost = 0;
  for (let root = 0; root < nodes; root += 1) {
    if (seen[root]) continue;
    const { order, parent } = treeFrom(root, at, runs, seen);
    const held: Convex[] = [];
    const sent: Sent[] = [];
    for (let index = order.length - 1; index >= 0; index -= 1) {
      const node = order[index] as number;
      let own: Convex = FREE;
      for (const run of at[node] as number[]) {
        if (run === parent[node]) continue;
        const message = send(runs[run] as TreeRun, node, held);
        if (message.near.x.length === 0) return { ok: false, run };
        sent[run] = message;
        own = sum(own, toNode(runs[run] as TreeRun, node, message.near));
        if (own.x.length === 0) return { ok: false, run };
      }
      held[node] = own;
    }
    const level: number[] = [];
    const best = leastAt(held[root] as Convex);
    level[root] = best;
    cost += valueAt(held[root] as Convex, best);
    for (const node of order)
      for (const run of at[node] as number[]) {
        if (run === parent[node]) continue;
        const { lower, upper, at: join } = runs[run] as TreeRun;
        const message = sent[run] as Sent;
        const here = level[node] as number;
        if (node === lower) {
          const low = nearLevel(join, message.near, here);
          const high = farAt(message.strip, message.far, message.best, low);
          laid[run] = { low, high };
          level[upper] = high;
        } else {
          const low = farAt(message.strip, message.far, message.best, here);
          laid[run] = { low, high: here };
          const below = leastAt(held[lower] as Convex);
          level[lower] = join.join === 'falls' ? Math.min(below, low - join.drop) : join.join === 'level' ? low : below;
        }
      }
  }
  return { ok: true, runs: laid, cost };
}

/** The nodes of a tree from its root on, and by which run each is come to. */
function treeFrom(
  root: number,
  at: readonly (readonly number[])[],
  runs: readonly TreeRun[],
  seen: Uint8Array,
): { readonly order: readonly number[]; readonly parent: readonly (number | undefined)[] } {
  const order = [root];
  const parent: (number | undefined)[] = [];
  seen[root] = 1;
  for (let next = 0; next < order.length; next += 1) {
    const node = order[next] as number;
    for (const run of at[node] as number[]) {
      if (run === parent[node]) continue;
      const { lower, upper } = runs[run] as TreeRun;
      const other = lower === node ? upper : lower;
      if (seen[other]) throw new RangeError('the runs make a ring');
      seen[other] = 1;
      parent[other] = run;
      order.push(other);
    }
  }
  return { order, parent };
}

/** What a run and all beyond it cost, as its end at a node sees it. */
function send({ lower, upper, bounds, cost, at }: TreeRun, node: number, held: readonly Convex[]): Sent {
  const down = node === lower;
  const strip = stripOf(down ? bounds : turnedBounds(bounds));
  const beyond = held[down ? upper : lower] as Convex;
  const far = tilted(down ? beyond : fromNode(at, beyond), down ? cost.high : cost.low);
  return {
    strip,
    far,
    best: leastAt(far),
    near: far.x.length === 0 ? NEVER : through(strip, far, down ? cost.low : cost.high),
  };
}

/** What it is to the level of a node that a run ends there. */
function toNode({ lower, at }: TreeRun, node: number, near: Convex): Convex {
  if (node !== lower || at.join === 'level') return near;
  if (at.join === 'free') return always(valueAt(near, leastAt(near)));
  return raised(orHigher(near), -at.drop);
}

/** What it is to the low end of a run that a node has its level. */
function fromNode(at: Join, node: Convex): Convex {
  if (at.join === 'level') return node;
  if (at.join === 'free') return always(valueAt(node, leastAt(node)));
  return raised(orLower(node), at.drop);
}

function nearLevel(at: Join, near: Convex, node: number): number {
  if (at.join === 'level') return node;
  const best = leastAt(near);
  return at.join === 'free' ? best : Math.max(best, node + at.drop);
}
