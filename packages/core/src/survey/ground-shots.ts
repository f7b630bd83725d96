import type { Shot, Uuid } from '@alveus/plan';
import type { Book } from './book';

/** Ground found with the level, by the place it was shot at. */
export interface GroundShot {
  readonly shot: Uuid;
  readonly elevation: number;
}
export interface RunShot extends GroundShot {
  /** Distance from the run's lower node, m. */
  readonly at: number;
}

export interface GroundShots {
  readonly nodes: ReadonlyMap<Uuid, GroundShot>;
  /** In order up each run, none twice at one place. */
  readonly runs: ReadonlyMap<Uuid, readonly RunShot[]>;
  /** Shots that stand, of one place, that do not say the same; the later one is used. */
  readonly disagreeing: readonly { readonly used: Shot; readonly other: Shot; readonly by: number }[];
}

/** Places nearer than this are one place: nobody sets a rod down more exactly. */
export const SAME_PLACE = 0.01;
/** Two readings of one place that differ by more are not the same reading: about 1/4 in; common practice. */
const SAME_LEVEL = 0.006;

export const NO_SHOTS: GroundShots = { nodes: new Map(), runs: new Map(), disagreeing: [] };

export function groundShots(book: Book): GroundShots {
  const nodes = new Map<Uuid, GroundShot & { readonly from: Shot }>();
  const runs = new Map<Uuid, (RunShot & { readonly from: Shot })[]>();
  const disagreeing: { used: Shot; other: Shot; by: number }[] = [];
  const compare = (used: Shot, elevation: number, before: { readonly from: Shot; readonly elevation: number }): void => {
    const by = Math.abs(elevation - before.elevation);
    if (by > SAME_LEVEL) disagreeing.push({ used, other: before.from, by });
  };
  for (const { shots } of book.setups) {
    for (const shot of shots) {
      const elevation = book.elevations.get(shot.id)?.adjusted;
      const { target } = shot;
      if (elevation === undefined || shot.sight !== 'fore') continue;
      if (target.on === 'node' && target.what === 'ground') {
        const before = nodes.get(target.node);
        if (before) compare(shot, elevation, before);
        nodes.set(target.node, { shot: shot.id, elevation, from: shot });
      } else if (target.on === 'run') {
        const list = runs.get(target.run) ?? [];
        const before = list.findIndex((one) => Math.abs(one.at - target.at) < SAME_PLACE);
        if (before >= 0) compare(shot, elevation, list[before] as (typeof list)[number]);
        list.splice(before >= 0 ? before : list.length, before >= 0 ? 1 : 0, { shot: shot.id, at: target.at, elevation, from: shot });
        runs.set(target.run, list);
      }
    }
  }
  for (const list of runs.values()) list.sort((a, b) => a.at - b.at);
  return { nodes, runs, disagreeing };
}
