import { choose } from './choose';
import type { Program } from './program';
import { Rows } from './program';

/**
 * An irreducible infeasible set of limits: they cannot hold together, and without any one of them the rest can. Divide and
 * conquer (QuickXplain, from memory): a half that is not needed to contradict what is known to be in the set is dropped at
 * once. For k of n limits about k log(n / k) solves.
 */

/** @returns limits by their numbers, and of each the rows that count; nothing where all can be kept, or time ran out */
export function conflict(
  program: Program,
  goOn: () => boolean = () => true,
): { readonly limits: readonly number[]; readonly rows: ReadonlyMap<number, readonly number[]> } | undefined {
  let late = false;
  const clash = (of: Program): boolean => {
    if (late) return false;
    const found = choose(of, goOn);
    if (!goOn() || (!found.ok && found.gaveUp)) late = true;
    return !late && !found.ok;
  };
  const clashes = (keep: (limit: number) => boolean): boolean => clash(only(program, (_, limit) => keep(limit)));
  const all = new Set<number>(program.rows.limit.subarray(0, program.rows.count));
  for (const { ways } of program.choices)
    for (const { rows } of ways) for (let row = 0; row < rows.count; row += 1) all.add(rows.limit[row] as number);
  if (!clashes(() => true)) return undefined;
  const limits = needed([...all], (some) => {
    const kept = new Set(some);
    return clashes((limit) => kept.has(limit));
  });
  // Of each limit that counts, the places that count.
  const kept = new Set(limits);
  const places: number[] = [];
  for (let row = 0; row < program.rows.count; row += 1)
    if (kept.has(program.rows.limit[row] as number)) places.push(row);
  const counting = needed(places, (some) => {
    const chosen = new Set(some);
    return clash(only(program, (row, limit) => kept.has(limit) && (row < 0 || chosen.has(row))));
  });
  if (late) return undefined;
  const rows = new Map<number, number[]>();
  for (const row of counting) {
    const limit = program.rows.limit[row] as number;
    const list = rows.get(limit);
    if (list) list.push(row);
    else rows.set(limit, [row]);
  }
  return { limits, rows };
}

/** @param keep by the row's number, and that of its limit; rows of ways have no number and are asked for with -1 */
function only(program: Program, keep: (row: number, limit: number) => boolean): Program {
  const filtered = (from: Rows, numbered: boolean): Rows => {
    const into = new Rows();
    into.addAll(from, (row) => keep(numbered ? row : -1, from.limit[row] as number));
    return into;
  };
  return {
    ...program,
    rows: filtered(program.rows, true),
    choices: program.choices.map(({ ways }) => ({
      ways: ways.map((way) => ({ ...way, rows: filtered(way.rows, false) })),
    })),
  };
}

/** The smallest part of a list that still clashes, of which nothing can be left out. */
function needed(of: readonly number[], clashes: (some: readonly number[]) => boolean): number[] {
  const search = (base: readonly number[], grown: boolean, rest: readonly number[]): number[] => {
    if (grown && clashes(base)) return [];
    if (rest.length <= 1) return [...rest];
    const half = rest.length >> 1;
    const [a, b] = [rest.slice(0, half), rest.slice(half)];
    const second = search([...base, ...a], true, b);
    const first = search([...base, ...second], second.length > 0, a);
    return [...first, ...second];
  };
  return clashes([]) ? [] : search([], false, of);
}
