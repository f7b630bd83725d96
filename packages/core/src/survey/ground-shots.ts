import type { FromA, Lineage, Plan, Shot, Uuid } from '@alveus/plan';
import { itemsNow } from '@alveus/plan';
import type { Book } from './book';

/** Ground found with the level, by the place it was shot at. */
export interface GroundShot {
  readonly shot: Uuid;
  readonly elevation: number;
}
export interface RunShot extends GroundShot {
  /** Distance from the run's end a, m. */
  readonly at: FromA;
}

/** What else was found at a node: the top of a box, the invert of a pipe, the water that stood there. */
export type NodeLevels = { readonly [What in Exclude<NodeTarget['what'], 'ground'>]?: GroundShot };
type NodeTarget = Extract<Shot['target'], { on: 'node' }>;

export interface GroundShots {
  readonly nodes: ReadonlyMap<Uuid, GroundShot>;
  readonly levels: ReadonlyMap<Uuid, NodeLevels>;
  /** In order along each run, none twice at one place. */
  readonly runs: ReadonlyMap<Uuid, readonly RunShot[]>;
  /** Shots that stand, of one place, that say another thing, however little; the later one is used. */
  readonly disagreeing: readonly { readonly used: Shot; readonly other: Shot; readonly by: number }[];
}

/** Places nearer than this are one place: nobody sets a rod down more exactly. */
export const SAME_PLACE = 0.01;
export const NO_SHOTS: GroundShots = { nodes: new Map(), levels: new Map(), runs: new Map(), disagreeing: [] };

type Places = { readonly plan: Pick<Plan, 'run' | 'node'>; readonly lineage: Lineage };
type FromShot<T> = T & { readonly from: Shot };

/**
 * @param places where runs and nodes are that a shot may have been told of before they were split or joined
 */
export function groundShots(book: Book, places: Places): GroundShots {
  const nodes = new Map<Uuid, FromShot<GroundShot>>();
  const runs = new Map<Uuid, Map<number, FromShot<RunShot>>>();
  const levels = new Map<Uuid, NodeLevels>();
  const disagreeing: { used: Shot; other: Shot; by: number }[] = [];
  const compare = (used: Shot, elevation: number, before: FromShot<GroundShot> | undefined): void => {
    const by = before ? Math.abs(elevation - before.elevation) : 0;
    if (before && by > 0) disagreeing.push({ used, other: before.from, by });
  };
  for (const { shots } of book.setups) {
    for (const shot of shots) {
      const elevation = book.elevations.get(shot.id)?.adjusted;
      if (elevation === undefined || shot.sight !== 'fore') continue;
      const { target } = shot;
      // The later one is used, as of ground.
      if (target.on === 'node' && target.what !== 'ground')
        levels.set(target.node, { ...levels.get(target.node), [target.what]: { shot: shot.id, elevation } });
      const place = groundPlace(shot, places);
      if (!place) continue;
      if ('node' in place) {
        compare(shot, elevation, nodes.get(place.node));
        nodes.set(place.node, { shot: shot.id, elevation, from: shot });
        continue;
      }
      const list = runs.get(place.run) ?? new Map<number, FromShot<RunShot>>();
      const slot = slotOf(list, place.at);
      compare(shot, elevation, list.get(slot));
      list.delete(slot);
      list.set(Math.floor(place.at / SAME_PLACE), { shot: shot.id, at: place.at, elevation, from: shot });
      runs.set(place.run, list);
    }
  }
  const inOrder = new Map<Uuid, RunShot[]>();
  for (const [run, list] of runs) {
    const along = [...list.values()].map(({ shot, at, elevation }): RunShot => ({ shot, at, elevation }));
    inOrder.set(
      run,
      along.sort((a, b) => a.at - b.at),
    );
  }
  const atNodes = new Map(
    [...nodes].map(([node, { shot, elevation }]): [Uuid, GroundShot] => [node, { shot, elevation }]),
  );
  return { nodes: atNodes, levels, runs: inOrder, disagreeing };
}

/** The slot of a shot at the same place, or the slot that is free for this one. */
function slotOf(list: ReadonlyMap<number, RunShot>, at: FromA): number {
  const own = Math.floor(at / SAME_PLACE);
  for (const slot of [own, own - 1, own + 1]) {
    const before = list.get(slot);
    if (before && Math.abs(before.at - at) < SAME_PLACE) return slot;
  }
  return own;
}

/** Where the ground is that a shot tells of, as the plan is now; undefined where it tells of none, or that is gone. */
function groundPlace(
  shot: Shot,
  { plan, lineage }: Places,
): { readonly node: Uuid } | { readonly run: Uuid; readonly at: FromA } | undefined {
  const { target } = shot;
  if (target.on === 'node') {
    if (target.what !== 'ground') return undefined;
    return plan.node[target.node] ? { node: target.node } : (lineage.spots.get(target.node) ?? { node: target.node });
  }
  if (target.on !== 'run') return undefined;
  const [now] = itemsNow(shot, plan, lineage);
  return now?.target.on === 'run' ? now.target : undefined;
}
