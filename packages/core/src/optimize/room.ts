import type { UpRun, Uuid } from '@alveus/plan';
import { lowerOf, upperOf } from '@alveus/plan';
import type { Evaluation } from '../evaluate';
import type { Program, Room as Figure, Side } from './solver';
import {
  chainOf,
  compile,
  DATUM,
  FAR,
  bindingRows,
  highOf,
  JUST,
  lowOf,
  OVER,
  roomAt,
  roomOf,
  Rows,
  UNDER,
  withWays,
} from './solver';
import { NEAR } from '../tolerance';
import { endsNow } from './accept';
import type { BindingLimit } from './dig-least';
import { limitsOfRows } from './dig-least';
import type { LaidRun } from './gathering';
import type { Asked, DigProgram } from './program';
import { digProgram, networkOf, withoutPrices } from './program';

/**
 * Room to be wrong: how high and how low a run may be laid before a limit breaks, whatever is free elsewhere being worked
 * out anew. What the plan breaks already is left aside: that is told by findings, and would leave no room anywhere.
 */
export interface Room {
  readonly run: Uuid;
  /** How high and how low its invert may lie at a place along it; infinite where no limit stands that way. */
  at(place: UpRun): { readonly highest: number; readonly lowest: number };
  /** What would break next there: over the highest, and under the lowest. */
  by(place: UpRun): { readonly highest: readonly BindingLimit[]; readonly lowest: readonly BindingLimit[] };
}

export interface AskedRoom extends Asked {
  /** As if all that lies below it were laid as planned: nothing there can follow any more. */
  readonly belowLaid?: boolean;
}

/** @returns undefined where the grade of the run is open, or it is not worked out */
export function roomFor(evaluation: Evaluation, run: Uuid, asked: AskedRoom): Room | undefined {
  // What is fixed of the run itself is what may be missed.
  const dig = digProgram(evaluation, { ...asked, open: run, only: networkOf(evaluation, run) });
  const own = dig.runs.find(({ id }) => id === run);
  const ends = endsNow(dig.runs);
  if (!own || Number.isNaN(ends[lowOf(own.index)]) || Number.isNaN(ends[highOf(own.index)])) return undefined;
  const program = asPassed(dig.program, ends);
  const rows = kept(program.rows, ends);
  const limits = [...dig.limits];
  if (asked.belowLaid)
    for (const { index, id, result } of below(dig, own)) {
      limits.push({
        from: { fact: 'laid' },
        words: [`the part of ${result.run.name} already laid`],
        source: 'as planned',
        run: id,
      });
      for (const end of [lowOf(index), highOf(index)])
        rows.apart(end, DATUM, JUST, ends[end] as number, limits.length - 1);
    }
  const held: Program = { ...program, rows };
  const figure = roomOf(held, own.index);
  if (!figure) return undefined;
  const share = (place: UpRun): number => place / own.result.length;
  return {
    run,
    at: (place) => {
      const { lowest, highest } = roomAt(figure, share(place));
      const level = ({ low, high }: { readonly low: number; readonly high: number }, unbound: number): number =>
        Math.max(Math.abs(low), Math.abs(high)) < FAR / 2 ? low + share(place) * (high - low) : unbound;
      return { highest: level(highest, Infinity), lowest: level(lowest, -Infinity) };
    },
    by: (place) => brokenNext({ ...dig, limits }, held, own, figure, share(place)),
  };
}

/**
 * With each choice made as the plan stands: a utility is passed on the side on which it is passed. What only costs more,
 * a trench that must be wider, breaks nothing.
 */
function asPassed(program: Program, ends: Float64Array): Program {
  const off = (rows: Rows): number => {
    let most = 0;
    for (let row = 0; row < rows.count; row += 1) most = Math.max(most, -rows.room(row, ends));
    return most;
  };
  const bare = withoutPrices(program);
  return withWays(
    bare,
    bare.choices.map(({ ways }) => {
      const misses = ways.map(({ rows }) => off(rows));
      return misses.indexOf(Math.min(...misses));
    }),
  );
}

/** Without what is broken as the plan stands. */
function kept(rows: Rows, ends: Float64Array): Rows {
  const into = new Rows();
  into.addAll(rows, (row) => !(rows.room(row, ends) < -NEAR));
  return into;
}

/** The runs that its water goes on through. */
function below({ runs }: DigProgram, own: LaidRun): readonly LaidRun[] {
  const leaving = new Map<Uuid, LaidRun[]>();
  for (const run of runs) {
    const upper = upperOf(run.result.run);
    const list = leaving.get(upper);
    if (list) list.push(run);
    else leaving.set(upper, [run]);
  }
  const found = new Set<LaidRun>();
  const open = [own];
  for (let next = open.pop(); next; next = open.pop())
    for (const run of leaving.get(lowerOf(next.result.run)) ?? []) {
      if (found.has(run) || run === own) continue;
      found.add(run);
      open.push(run);
    }
  return [...found].filter(({ result }) => result.grade.low !== undefined && result.grade.high !== undefined);
}

function brokenNext(
  dig: DigProgram,
  program: Program,
  own: LaidRun,
  figure: Figure,
  share: number,
): ReturnType<Room['by']> {
  const { lowest, highest } = roomAt(figure, share);
  const compiled = compile(program);
  if ('contradicts' in compiled) return { highest: [], lowest: [] };
  const by = (ends: Float64Array, side: Side): readonly BindingLimit[] => {
    const tight = bindingRows(program.rows, compiled, ends);
    const rows = new Set<number>();
    // What holds the end that weighs more there, and the other only where that is not held by itself.
    const order = share < 0.5 ? [lowOf(own.index), highOf(own.index)] : [highOf(own.index), lowOf(own.index)];
    for (const end of order) {
      const chain = chainOf(end, program.rows, compiled, tight, side);
      for (const row of chain.by.length > 0 ? chain.by : chain.tied) rows.add(row);
      if (rows.size > 0) break;
    }
    return limitsOfRows({ ...dig, program }, [...rows]);
  };
  return { highest: by(highest.ends, OVER), lowest: by(lowest.ends, UNDER) };
}
