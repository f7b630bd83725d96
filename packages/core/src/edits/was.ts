import type { FromA, Piece, Was } from '@alveus/plan';
import { LIMITS, spanOn } from '@alveus/plan';

/** What a run tells of what lay there before, carried on when it is split or joined in its turn. */

/** Lengths that differ by less meet. */
const MEETS = 1e-9;

type Stretch = Extract<Was, { run: string }>;

/** What a piece of a run tells of what that run was before. */
export function wasOn(was: readonly Was[], piece: Piece): Was[] {
  return was.flatMap((place): Was[] => {
    if ('node' in place) {
      const on = spanOn(piece, { from: place.at, to: place.at });
      return on ? [{ node: place.node, at: on.from }] : [];
    }
    const part = partOn(place, piece);
    return part ? [part] : [];
  });
}

/** The part of an older run's stretch that lies on a piece of the run it had become a part of. */
function partOn(older: Stretch, piece: Piece): Stretch | undefined {
  // Along the run between, the stretch goes from `at` by its length, on or back; open ends reach past that run.
  const long = older.to === undefined ? Infinity : older.to - older.from;
  const low = older.turned ? older.at - long : older.at;
  const high = older.turned ? older.at : older.at + long;
  const from = Math.max(low, piece.from);
  const to = Math.min(high, piece.to ?? Infinity);
  if (!(to > from)) return undefined;
  const first = older.turned ? to : from;
  // What reaches past end a of the run between stays with the piece that begins there.
  const last = older.turned ? (piece.from === 0 && low < 0 ? low : from) : to;
  const place = (along: FromA): FromA => piece.at + (piece.turned ? piece.from - along : along - piece.from);
  const began: FromA = older.from + Math.abs(first - older.at);
  const ended = older.from + Math.abs(last - older.at);
  const turned = (older.turned === true) !== (piece.turned === true);
  return {
    run: older.run,
    from: began,
    ...(Number.isFinite(ended) ? { to: ended } : {}),
    at: Math.max(0, place(first)),
    ...(turned ? { turned } : {}),
  };
}

/** The same with stretches that meet end to end put together: what a join tells after a split is what was before. */
export function joinedWas(was: readonly Was[]): Was[] {
  const stretches = was.filter((place): place is Stretch => 'run' in place);
  const nodes = was.filter((place) => 'node' in place);
  stretches.sort((a, b) => (a.run === b.run ? a.from - b.from : a.run < b.run ? -1 : 1));
  const joined: Stretch[] = [];
  for (const next of stretches) {
    const before = joined[joined.length - 1];
    const end = before && placeOfEnd(before);
    const meets =
      before !== undefined &&
      end !== undefined &&
      before.run === next.run &&
      (before.turned === true) === (next.turned === true) &&
      Math.abs((before.to ?? Infinity) - next.from) < MEETS &&
      Math.abs(end - next.at) < MEETS;
    if (!meets) joined.push(next);
    else {
      const { to: _to, ...rest } = before;
      joined[joined.length - 1] = next.to === undefined ? rest : { ...rest, to: next.to };
    }
  }
  return [...joined, ...nodes];
}

function placeOfEnd({ from, to, at, turned }: Stretch): number | undefined {
  return to === undefined ? undefined : at + (turned ? from - to : to - from);
}

/** Whether a run can still tell all of it. */
export const canTell = (was: readonly Was[]): boolean => was.length <= LIMITS.was;
