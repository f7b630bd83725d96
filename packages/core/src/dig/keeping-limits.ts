import type { Keeping, Uuid } from '@alveus/plan';
import { groundAt } from '../ground';
import { DATUM, highOf, JUST, LEAST, lowOf, MOST } from '../least';
import { keptHeight, keptPlaces, keptStretch } from '../limits';
import type { NodeResult } from '../results';
import type { Gathering, LaidRun } from './gathering';
import { inForce } from './gathering';

/** What somebody says besides that a run or a node keeps to. */

export function keepingsOf(gathering: Gathering): ReadonlyMap<Uuid, readonly Keeping[]> {
  const by = new Map<Uuid, Keeping[]>();
  if (!inForce(gathering, 'keeping')) return by;
  for (const keeping of Object.values(gathering.evaluation.plan.keeping)) {
    const at = 'run' in keeping.at ? keeping.at.run : keeping.at.node;
    const list = by.get(at);
    if (list) list.push(keeping);
    else by.set(at, [keeping]);
  }
  return by;
}

function limitOf({ limits }: Gathering, { id, name, at }: Keeping): number {
  return limits.add({
    from: { keeping: id },
    words: [name],
    source: 'said in the plan',
    ...('run' in at ? { run: at.run } : { node: at.node }),
  });
}

/** @returns whether it is told of a stretch whose ground must be known, and is not */
export function keepRun(gathering: Gathering, run: LaidRun, keeping: Keeping): boolean {
  const { at, keeps } = keeping;
  if (!('run' in at)) return false;
  const { rows } = gathering;
  const { result, index, pipe, envelope } = run;
  const limit = limitOf(gathering, keeping);
  const stretch = keptStretch(result.run, result.length, at);
  const level = (place: number, is: 'least' | 'most', value: number): void =>
    rows.along(index, place / result.length, is === 'least' ? LEAST : MOST, value, limit);
  switch (keeps.what) {
    case 'invert':
    case 'crown':
    case 'bottom': {
      const height = keptHeight(keeps.what, pipe, envelope);
      for (const place of stretch) level(place, keeps.is, keeps.level - height);
      return false;
    }
    case 'depth':
    case 'cover': {
      const height = keptHeight(keeps.what, pipe, envelope);
      let missing = false;
      for (const place of keptPlaces(stretch, result.ground)) {
        const ground = groundAt(result.ground, place);
        if (ground === undefined) missing = true;
        // The deeper, the lower.
        else level(place, keeps.is === 'least' ? 'most' : 'least', ground - keeps.value - height);
      }
      return missing;
    }
    case 'slope':
      rows.apart(highOf(index), lowOf(index), keeps.is === 'least' ? LEAST : MOST, keeps.value * result.length, limit);
      return false;
    case 'drop':
      return false;
    default: {
      const [from, to] = stretch;
      const [low, high] = [groundAt(result.ground, from), groundAt(result.ground, to)];
      if (low === undefined || high === undefined || to <= from) return true;
      rows.apart(highOf(index), lowOf(index), JUST, ((high - low) / (to - from)) * result.length, limit);
      return false;
    }
  }
}

export function keepNode(
  gathering: Gathering,
  node: NodeResult,
  at: ReadonlyMap<Uuid, LaidRun>,
  keeping: Keeping,
): boolean {
  const { keeps } = keeping;
  const { rows } = gathering;
  const limit = limitOf(gathering, keeping);
  const ends = (list: NodeResult['arriving'], of: (run: number) => number) =>
    list.flatMap(({ run }) => {
      const laid = at.get(run);
      return laid ? [{ laid, end: of(laid.index) }] : [];
    });
  const [arriving, leaving] = [ends(node.arriving, lowOf), ends(node.leaving, highOf)];
  const all = [...arriving, ...leaving];
  switch (keeps.what) {
    case 'invert':
    case 'crown':
    case 'bottom':
      for (const { laid, end } of all) {
        const height = keptHeight(keeps.what, laid.pipe, laid.envelope);
        rows.apart(end, DATUM, keeps.is === 'least' ? LEAST : MOST, keeps.level - height, limit);
      }
      return false;
    case 'depth':
    case 'cover':
      if (node.ground === undefined) return true;
      for (const { laid, end } of all) {
        const height = keptHeight(keeps.what, laid.pipe, laid.envelope);
        rows.apart(end, DATUM, keeps.is === 'least' ? MOST : LEAST, node.ground - keeps.value - height, limit);
      }
      return false;
    case 'drop':
      for (const { end } of arriving) for (const out of leaving) rows.apart(end, out.end, LEAST, keeps.value, limit);
      return false;
    default:
      return false;
  }
}
