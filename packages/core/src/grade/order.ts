import type { ItemOf, Plan, UpLine, Uuid } from '@alveus/plan';
import { lowerOf, upperOf } from '@alveus/plan';
import { byName } from '../by-name';

/** The runs of a line from its low end up, and where they do not make one path. */
export interface LineOrder {
  readonly runs: readonly ItemOf<'run'>[];
  /** Distance from the line's low end to each run's lower node, by position in `runs`. */
  readonly starts: readonly UpLine[];
  readonly length: number;
  /** Runs that branch off, close a ring or hang apart from the path that was followed first. */
  readonly astray: readonly Uuid[];
}

/**
 * Never fails: runs that do not fit follow the path in the order of their names, and are named.
 * @param lengthOf horizontal length of a run, m; nothing where it is not known
 */
export function orderLine(runsOfLine: readonly ItemOf<'run'>[], lengthOf: (run: ItemOf<'run'>) => number): LineOrder {
  const sorted = [...runsOfLine].sort(byName);
  const uppers = new Set(sorted.map((run) => upperOf(run)));
  const above = new Map<Uuid, ItemOf<'run'>[]>();
  for (const run of sorted) {
    const siblings = above.get(lowerOf(run));
    if (siblings) siblings.push(run);
    else above.set(lowerOf(run), [run]);
  }
  const path: ItemOf<'run'>[] = [];
  const taken = new Set<Uuid>();
  const follow = (start: ItemOf<'run'> | undefined): void => {
    for (let run = start; run && !taken.has(run.id);) {
      path.push(run);
      taken.add(run.id);
      run = above.get(upperOf(run))?.find((next) => !taken.has(next.id));
    }
  };
  follow(sorted.find((run) => !uppers.has(lowerOf(run))) ?? sorted[0]);
  const astray = sorted.filter((run) => !taken.has(run.id)).map((run) => run.id);
  for (const run of sorted) follow(run);
  const closing = path[path.length - 1];
  if (closing && path[0] && upperOf(closing) === lowerOf(path[0])) astray.push(closing.id);

  let length = 0;
  const starts = path.map((run) => {
    const start = length;
    length += lengthOf(run);
    return start;
  });
  return { runs: path, starts, length, astray };
}

/** Runs by the line they belong to. */
export function runsByLine(plan: Pick<Plan, 'run'>): Map<Uuid, ItemOf<'run'>[]> {
  const lines = new Map<Uuid, ItemOf<'run'>[]>();
  for (const run of Object.values(plan.run)) {
    const list = lines.get(run.line);
    if (list) list.push(run);
    else lines.set(run.line, [run]);
  }
  return lines;
}
