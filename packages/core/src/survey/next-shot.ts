import type { Plan, Shot, Target, UpRun, Uuid } from '@alveus/plan';
import { lowerOf, upperOf } from '@alveus/plan';
import { upRun } from '../length';
import type { LineShape, RunResult } from '../results';
import { NEAR } from '../tolerance';
import type { Book, SetupResult } from './book';
import { SAME_PLACE } from './ground-shots';

/** What a crew most likely shoots next, so that a reading is all that has to be typed. */

export interface NextShot {
  /** From where; undefined where the level is set up anew for it. */
  readonly setup: Uuid | undefined;
  readonly sight: Shot['sight'];
  /** Along a run as the tape is read: up from its lower end. */
  readonly target: Target;
}

export interface Levelled {
  readonly plan: Pick<Plan, 'benchmark' | 'node'>;
  readonly book: Book;
  readonly runs: ReadonlyMap<Uuid, RunResult>;
}

/**
 * Back to what is known first; then up the line from its outlet, every node and so far apart along the runs as before;
 * at its end, back to the benchmark. After a turning point the level has moved, and looks back to it. Common practice.
 *
 * @param line the one worked on
 * @param step how far apart places along a run are taken to be before a tape was read, m
 * @returns undefined where there is no benchmark to begin at
 */
export function nextShot(on: Levelled, line: LineShape | undefined, step: number): NextShot | undefined {
  const { setups } = on.book;
  const now = setups[setups.length - 1];
  const before = now?.shots[now.shots.length - 1];
  if (now && before && isTurn(before)) return { setup: undefined, sight: 'back', target: before.target };
  if (now?.shots.some(({ sight, reading }) => sight === 'back' || reading.by === 'direct'))
    return { setup: now.setup.id, sight: 'fore', target: ahead(on, now, line, step) };
  const target = carried(setups) ?? firstBenchmark(on);
  return target && { setup: now?.setup.id, sight: 'back', target: target };
}

const isTurn = ({ sight, target }: Shot): boolean => sight === 'fore' && target.on === 'turning';

/** The turning point that was left for the setup that stands. */
function carried(setups: readonly SetupResult[]): Target | undefined {
  return setups[setups.length - 2]?.shots.findLast(isTurn)?.target;
}

function firstBenchmark({ plan }: Levelled): Target | undefined {
  const [benchmark] = Object.keys(plan.benchmark);
  return benchmark === undefined ? undefined : { on: 'benchmark', benchmark };
}

/** Elevation of what the level looks back to, m; undefined where it is not known. */
export function knownElevation(target: Target, { benchmark }: Pick<Plan, 'benchmark'>, book: Book): number | undefined {
  if (target.on === 'benchmark') return benchmark[target.benchmark]?.elevation;
  if (target.on !== 'turning') return undefined;
  const { name } = target;
  for (const { shots } of [...book.setups].reverse()) {
    const turn = shots.findLast((shot) => isTurn(shot) && shot.target.on === 'turning' && shot.target.name === name);
    if (turn) return book.elevations.get(turn.id)?.adjusted;
  }
  return undefined;
}

/** The place after all shots of the book, in which those taken now follow one another. */
export function nextOrder({ shot }: Pick<Plan, 'shot'>): number {
  let last = 0;
  for (const { order } of Object.values(shot)) last = Math.max(last, order);
  return last + 1;
}

/** The next turning point, by a name that is not in use. */
export function nextTurning({ setups }: Book): Target {
  const used = new Set<string>();
  for (const { shots, gone } of setups)
    for (const { target } of [...shots, ...gone]) if (target.on === 'turning') used.add(target.name);
  let number = used.size + 1;
  while (used.has(`TP${number}`)) number += 1;
  return { on: 'turning', name: `TP${number}` };
}

function ahead(on: Levelled, now: SetupResult, line: LineShape | undefined, step: number): Target {
  if (!line) return nextTurning(on.book);
  const next = upTheLine(on, line, step);
  if (next) return next;
  const closed = now.shots.some(({ sight, target }) => sight === 'fore' && target.on === 'benchmark');
  return (closed ? undefined : firstBenchmark(on)) ?? nextTurning(on.book);
}

/** A place on a line where ground is shot: one of its nodes by number, or a distance up one of its runs. */
type Place = { readonly node: number } | { readonly run: number; readonly at: UpRun };

/** The first place beyond the one shot last that is not shot yet. */
function upTheLine({ plan, book, runs }: Levelled, line: LineShape, step: number): Target | undefined {
  const { runs: order } = line.order;
  const [outlet] = order;
  if (!outlet) return undefined;
  const nodes = [lowerOf(outlet), ...order.map((run) => upperOf(run))];
  const lengths = order.map(({ id }) => runs.get(id)?.length ?? 0);
  const shot: Place[] = [];
  for (const { shots } of book.setups)
    for (const { sight, target } of shots) {
      if (sight !== 'fore') continue;
      if (target.on === 'node' && target.what === 'ground' && nodes.includes(target.node))
        shot.push({ node: nodes.indexOf(target.node) });
      const run = target.on === 'run' ? order.findIndex(({ id }) => id === target.run) : -1;
      const item = order[run];
      if (target.on === 'run' && item) shot.push({ run, at: upRun(item, lengths[run] as number, target.at) });
    }
  const gap = gapOf(shot) ?? step;
  const taken = (place: Place): boolean => shot.some((other) => samePlace(place, other));
  const last = shot[shot.length - 1];
  let place: Place | undefined = last ? beyond(last, gap, lengths) : { node: 0 };
  while (place && taken(place)) place = beyond(place, gap, lengths);
  if (!place) return undefined;
  if ('run' in place) return { on: 'run', run: (order[place.run] as { id: Uuid }).id, at: place.at as never };
  const node = nodes[place.node] as Uuid;
  return plan.node[node] ? { on: 'node', node, what: 'ground' } : undefined;
}

/** How far apart the last two along one run were; of the first on a run, how far it is from the node. */
function gapOf(shot: readonly Place[]): number | undefined {
  const index = shot.findLastIndex((place) => 'run' in place);
  const [last, before] = [shot[index], shot[index - 1]];
  if (!last || !('run' in last)) return undefined;
  const from = before && 'run' in before && before.run === last.run ? before.at : 0;
  const gap = last.at - from;
  return gap > SAME_PLACE ? gap : undefined;
}

function beyond(place: Place, gap: number, lengths: readonly number[]): Place | undefined {
  const [run, from] = 'run' in place ? [place.run, place.at] : [place.node, 0];
  const length = lengths[run];
  if (length === undefined) return undefined;
  const at = from + gap;
  return at < length - NEAR ? { run, at } : { node: run + 1 };
}

function samePlace(a: Place, b: Place): boolean {
  if ('run' in a) return 'run' in b && a.run === b.run && Math.abs(a.at - b.at) < SAME_PLACE;
  return 'node' in b && a.node === b.node;
}
