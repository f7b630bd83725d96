import type { Crossing, FromA, Hand, UpRun } from '@alveus/plan';
import { handUp } from '@alveus/plan';
import { groundAt } from '../../ground';
import { upRun } from '../../length';
import type { CrossingPlace, CrossingResult, RunShape } from '../../results';
import { NEAR } from '../../tolerance';
import { outAt, stripAt, wallOf } from '../../trench';

/** Utilities across and beside a run: how high they lie there, and how much room is left, at the tightest place. */

/** @param run the run it lies at, as far as that is worked out */
export function crossingResult(crossing: Crossing, run: RunShape): CrossingResult {
  const { lies, size } = crossing;
  const { length, pipe } = run;
  const ends = lies.how === 'across' ? [lies.at, lies.at] : [lies.from, lies.to];
  const [from, to] = ends.map((at: FromA) => upRun(run.run, length, at)).sort((a, b) => a - b) as [UpRun, UpRun];
  const beyond = Math.max(0, 0 - from, to - length);
  const stretch = { from: Math.min(length, Math.max(0, from)), to: Math.min(length, Math.max(0, to)) };
  // What lies wholly beyond the run lies nowhere at it.
  const off = from > length + NEAR || to < -NEAR;
  const places = off ? [] : placesOf(crossing, run, stretch);
  const radii = pipe === undefined ? undefined : (pipe.outside + size) / 2;
  const beside = lies.how === 'across' || radii === undefined ? undefined : lies.off - radii;
  const walls = places.flatMap(({ wall }) => wall ?? []);
  const tight = tightest(places);
  const over = tight && tight.top + tight.bottom > tight.underside + tight.crown;
  const apart =
    tight && radii !== undefined
      ? lies.how === 'across'
        ? gapAt(tight)
        : Math.hypot(lies.off, centres(tight)) - radii
      : undefined;
  return {
    crossing,
    run: run.id,
    at: tight?.at ?? stretch.from,
    stretch,
    beyond: beyond > NEAR ? beyond : 0,
    top: tight?.top ?? (off ? undefined : topOfCrossing(crossing, run, stretch.from)),
    bottom: tight?.bottom ?? (off ? undefined : bottomOf(topOfCrossing(crossing, run, stretch.from), size)),
    gap: tight && gapAt(tight),
    over,
    beside,
    wall: walls.length > 0 ? Math.min(...walls) : undefined,
    apart,
    aboveBottom: places.length === 0 ? undefined : Math.min(...places.map(({ bottom, trench: dug }) => bottom - dug)),
    places,
  };
}

/** Between the outsides of the two, plumb; negative where they overlap in height. */
export function gapAt({ top, bottom, crown, underside }: CrossingPlace): number {
  return top + bottom > underside + crown ? bottom - crown : underside - top;
}

/** From the centre of our pipe up to that of the utility. */
function centres({ top, bottom, crown, underside }: CrossingPlace): number {
  return (top + bottom - crown - underside) / 2;
}

function tightest(places: readonly CrossingPlace[]): CrossingPlace | undefined {
  let found: CrossingPlace | undefined;
  for (const place of places) if (!found || gapAt(place) < gapAt(found)) found = place;
  return found;
}

const bottomOf = (top: number | undefined, size: number): number | undefined =>
  top === undefined ? undefined : top - size;

/** Elevation of its top at a place along a run; undefined where only a depth is known, and no ground. */
export function topOfCrossing(
  { level, size }: Crossing,
  { natural }: Pick<RunShape, 'natural'>,
  at: UpRun,
): number | undefined {
  const surface = level.by === 'depth' ? groundAt(natural, at) : 0;
  if (surface === undefined) return undefined;
  const stated = level.by === 'depth' ? surface - level.value : level.value;
  return level.of === 'top' ? stated : stated + size / 2;
}

/**
 * Every place at which a level turns: the ends, the ground points between, where a depth under the ground is what is
 * known, and where the two cross.
 */
function placesOf(crossing: Crossing, run: RunShape, { from, to }: CrossingResult['stretch']): CrossingPlace[] {
  const at = new Set<UpRun>([from, to]);
  if (to > from) for (const point of run.ground.points) if (point.at > from && point.at < to) at.add(point.at);
  const places = [...at].sort((a, b) => a - b).flatMap((place) => placeAt(crossing, run, place) ?? []);
  return places.flatMap((place, index) => {
    const next = places[index + 1];
    const meet = next && meeting(place, next);
    const between = meet === undefined ? undefined : placeAt(crossing, run, meet);
    return between ? [place, between] : [place];
  });
}

/** Where between two places the centres lie level; undefined where they nowhere do. */
function meeting(first: CrossingPlace, other: CrossingPlace): UpRun | undefined {
  const [a, b] = [centres(first), centres(other)];
  if (a === 0 || b === 0 || a > 0 === b > 0) return undefined;
  return first.at + ((other.at - first.at) * a) / (a - b);
}

function placeAt(crossing: Crossing, run: RunShape, at: UpRun): CrossingPlace | undefined {
  const { grade, envelope, ground } = run;
  const top = topOfCrossing(crossing, run, at);
  if (top === undefined || grade.low === undefined || grade.slope === undefined || !envelope) return undefined;
  const trench = grade.low + grade.slope * at - envelope.invert;
  const underside = trench + envelope.underside;
  const wall = wallAt(crossing, run, at, top - trench);
  return {
    ...(wall === undefined ? {} : { wall }),
    at,
    top,
    bottom: top - crossing.size,
    crown: underside + 2 * envelope.radius,
    underside,
    trench,
    ground: groundAt(ground, at),
  };
}

/**
 * From the outside of a utility beside a run to what is dug for that, level, at the height of its top: a side that is
 * sloped or benched is furthest out there. Of one of which nobody says on which side it lies, to the nearer.
 */
function wallAt({ lies, size }: Crossing, { run, trench }: RunShape, at: UpRun, over: number): number | undefined {
  if (lies.how === 'across' || !trench) return undefined;
  const strip = trench.strips ? stripAt(trench.strips, at) : { width: trench.width, middle: 0 };
  if (!strip) return undefined;
  const { sides } = trench;
  const reach = (hand: Hand): number => {
    const out = sides ? outAt(wallOf(sides[hand]), Math.max(0, over)) : 0;
    return strip.width / 2 + (hand === 'right' ? strip.middle : -strip.middle) + out;
  };
  // Seen up the run, as its trench is.
  const hand = lies.side && handUp(run, lies.side);
  return lies.off - size / 2 - (hand ? reach(hand) : Math.max(reach('left'), reach('right')));
}
