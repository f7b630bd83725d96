/**
 * Sticks for lengths of pipe: whole ones first, and what remains of each length cut from sticks, the offcuts used again.
 * Bin packing: best fit decreasing; where that is not proven least and pieces are few, branch and bound.
 * Of a stick that is cut one end has no socket left. It goes in as the last piece of a length, which needs none; and as
 * far as it goes into the socket before it, it lays nothing.
 */

export interface Wanted<Of> {
  readonly of: Of;
  /** m along the slope. */
  readonly length: number;
}

/** Pieces that are cut from one stick, in the order in which they are cut. */
export interface Cut<Of> {
  readonly pieces: readonly Wanted<Of>[];
  /** What is left of it, m. */
  readonly offcut: number;
}

export interface CutList<Of> {
  /** Sticks laid whole, by what for. */
  readonly whole: readonly { readonly of: Of; readonly sticks: number }[];
  readonly cuts: readonly Cut<Of>[];
  readonly sticks: number;
  /** Whether no cutting takes fewer sticks; not tried where there are very many pieces. */
  readonly least: boolean;
}

const NEAR = 1e-6;
/** No piece is cut shorter than a foot, m: common practice. */
export const LEAST_PIECE = 0.3048;
/** Up to so many pieces every way of cutting is tried. */
const TRIED = 12;

/** @param stick that a stick lays, m @param socket that a cut piece goes into the one before it, m; less than the stick */
export function cutList<Of>(lengths: readonly Wanted<Of>[], stick: number, socket: number): CutList<Of> {
  if (!(stick > socket)) throw new RangeError('a stick no longer than its socket lays nothing');
  const rests: Wanted<Of>[] = [];
  const laid = lengths.flatMap(({ of, length }) => {
    const fitting = Math.floor((length + NEAR) / stick);
    const rest = length - fitting * stick;
    if (rest <= NEAR) return fitting > 0 ? [{ of, sticks: fitting }] : [];
    // What is too short to be joined is made longer by what the stick before it is cut short.
    const short = fitting > 0 && rest < LEAST_PIECE && stick > 2 * LEAST_PIECE;
    if (short) rests.push({ of, length: LEAST_PIECE }, { of, length: stick + rest - LEAST_PIECE });
    else rests.push({ of, length: rest });
    const sticks = short ? fitting - 1 : fitting;
    return sticks > 0 ? [{ of, sticks }] : [];
  });
  rests.sort((a, b) => b.length - a.length);
  const room = stick + socket;
  const sizes = rests.map(({ length }) => length + socket);
  const greedy = bestFit(sizes, room);
  const bound = Math.ceil(sizes.reduce((sum, size) => sum + size, 0) / room - NEAR);
  const sure = greedy.length <= bound;
  const bins = sure || sizes.length > TRIED ? greedy : fewest(sizes, room, greedy);
  const cuts = bins.map((bin) => ({
    pieces: bin.map((index) => rests[index] as Wanted<Of>),
    offcut: Math.max(0, room - bin.reduce((sum, index) => sum + (sizes[index] as number), 0)),
  }));
  return {
    whole: laid,
    cuts,
    sticks: laid.reduce((sum, { sticks }) => sum + sticks, 0) + cuts.length,
    least: sure || sizes.length <= TRIED,
  };
}

type Bins = readonly (readonly number[])[];

/** Each into the fullest stick that still holds it, the longest first. */
function bestFit(sizes: readonly number[], room: number): Bins {
  const bins: { readonly pieces: number[]; left: number }[] = [];
  sizes.forEach((size, index) => {
    let best: (typeof bins)[number] | undefined;
    for (const bin of bins) if (bin.left >= size - NEAR && (!best || bin.left < best.left)) best = bin;
    if (!best) bins.push((best = { pieces: [], left: room }));
    best.pieces.push(index);
    best.left -= size;
  });
  return bins.map(({ pieces }) => pieces);
}

/** The same with as few sticks as can be: every place for every piece, as long as it is better than the best so far. */
function fewest(sizes: readonly number[], room: number, start: Bins): Bins {
  let best = start;
  const bins: number[][] = [];
  const left: number[] = [];
  const place = (index: number): void => {
    if (bins.length >= best.length) return;
    if (index === sizes.length) {
      best = bins.map((bin) => [...bin]);
      return;
    }
    const size = sizes[index] as number;
    const tried = new Set<number>();
    for (let bin = 0; bin < bins.length; bin += 1) {
      const free = left[bin] as number;
      if (free < size - NEAR || tried.has(free)) continue;
      tried.add(free);
      (bins[bin] as number[]).push(index);
      left[bin] = free - size;
      place(index + 1);
      (bins[bin] as number[]).pop();
      left[bin] = free;
    }
    bins.push([index]);
    left.push(room - size);
    place(index + 1);
    bins.pop();
    left.pop();
  };
  place(0);
  return best;
}
