import type { ItemOf, UpRun, Uuid } from '@alveus/plan';
import type { CutFacts } from './sides';

/** What a trench is dug by besides its section: its sides, further pipes in it, and where it is not dug at all. */
export interface TrenchForm {
  readonly cut: CutFacts;
  /** Runs that lie in it, from its own pipe outwards. */
  readonly beside: readonly RunBeside[];
  /** Where nothing is dug for it, up the run: it lies in the trench of another run there, or in the hole of a structure. */
  readonly elsewhere: readonly Reach[];
  /** How far it goes on past its low and its high end, where its pipe ends, m. */
  readonly beyond: { readonly low: number; readonly high: number };
}

export interface Reach {
  readonly from: UpRun;
  readonly to: UpRun;
}

/** A run that lies in the trench of another: where along that, and at what levels. */
export interface RunBeside extends Reach {
  readonly run: Uuid;
  /** Seen up the run whose trench it is. */
  readonly lies: 'left' | 'right' | 'over';
  /** Between their outsides, level, m. */
  readonly clear: number;
  readonly pipe: ItemOf<'pipe'>;
  /** Where on it both ends of the stretch are, up that run, and how long it is, m. */
  readonly places: readonly [from: UpRun, to: UpRun];
  readonly length: number;
  /** Its inverts at both ends of the stretch; undefined while its grade is open. */
  readonly inverts: readonly [from: number, to: number] | undefined;
}

type Grade = { readonly low?: number | undefined; readonly slope?: number | undefined } | undefined;

/** Its inverts at both ends of the stretch, by the grade of its run. */
export function invertsAt([from, to]: RunBeside['places'], grade: Grade): RunBeside['inverts'] {
  const { low, slope } = grade ?? {};
  return low === undefined || slope === undefined ? undefined : [low + slope * from, low + slope * to];
}

/** A stretch of trench that is the same all along. */
export interface Strip extends Reach {
  /** Of its bottom, m. */
  readonly width: number;
  /** Where the middle of its bottom is, to the right of its own pipe, m. */
  readonly middle: number;
  readonly pipes: readonly PipeIn[];
}

/** A pipe of another run in a strip. */
export interface PipeIn {
  readonly run: Uuid;
  /** To the right of the trench's own pipe, centre to centre, m. */
  readonly right: number;
  readonly radius: number;
  readonly wall: number;
  /** Its underside over the bottom at both ends of the strip, m. */
  readonly from: number;
  readonly to: number;
}

/** Shorter stretches are none, m. */
const SHORT = 1e-6;

/**
 * The trench of a run in strips; undefined where it is one, with nothing in it but its own pipe.
 * @param width of its bottom for its own pipe alone @param bottomAt elevation of its bottom up the run
 */
export function stripsOf(
  { beside, elsewhere }: TrenchForm,
  width: number,
  pipe: ItemOf<'pipe'>,
  length: number,
  bottomAt: (at: number) => number,
): readonly Strip[] | undefined {
  if (beside.length === 0 && elsewhere.length === 0) return undefined;
  const cuts = new Set([0, length]);
  for (const { from, to } of [...beside, ...elsewhere])
    for (const at of [from, to]) if (at > 0 && at < length) cuts.add(at);
  const places = [...cuts].sort((a, b) => a - b);
  const strips: Strip[] = [];
  for (let index = 1; index < places.length; index += 1) {
    const [from, to] = [places[index - 1] as number, places[index] as number];
    const middle = (from + to) / 2;
    if (to - from < SHORT || elsewhere.some((reach) => reach.from < middle && middle < reach.to)) continue;
    const there = beside.filter((neighbour) => neighbour.from < middle && middle < neighbour.to);
    strips.push({ from, to, ...laidOut(there, width, pipe, { from, to }, bottomAt) });
  }
  return strips;
}

/** Pipes from the trench's own outwards, each so clear of the one before it; the trench is as much wider as they take. */
function laidOut(
  beside: readonly RunBeside[],
  width: number,
  own: ItemOf<'pipe'>,
  { from, to }: Reach,
  bottomAt: (at: number) => number,
): Omit<Strip, 'from' | 'to'> {
  const reach = { left: own.outside / 2, right: own.outside / 2, over: 0 };
  const pipes: PipeIn[] = [];
  let room = width;
  for (const { run, lies, clear, pipe, inverts, ...along } of beside) {
    const radius = pipe.outside / 2;
    const right = lies === 'over' ? 0 : (reach[lies] + clear + radius) * (lies === 'left' ? -1 : 1);
    if (lies === 'over') room = Math.max(room, width - own.outside + pipe.outside);
    else reach[lies] += clear + pipe.outside;
    if (!inverts) continue;
    const under = (at: number): number => {
      const share = (at - along.from) / (along.to - along.from);
      return inverts[0] + (inverts[1] - inverts[0]) * share - pipe.wall - bottomAt(at);
    };
    pipes.push({ run, right, radius, wall: pipe.wall, from: under(from), to: under(to) });
  }
  const [left, right] = [reach.left - own.outside / 2, reach.right - own.outside / 2];
  return { width: room + left + right, middle: (right - left) / 2, pipes };
}

/** The strip at a place; undefined of a trench that is dug as one, or where nothing is dug for it. */
export function stripAt(strips: readonly Strip[] | undefined, at: UpRun): Strip | undefined {
  return strips?.find(({ from, to }) => at >= from - SHORT && at <= to + SHORT);
}
