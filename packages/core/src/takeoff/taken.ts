import type { Buying, Plan, Uuid } from '@alveus/plan';
import { formOf } from '@alveus/plan';
import type { NodeResult, RunResult } from '../results';
import type { Entry, What } from './articles';
import { keyOf } from './articles';
import { turnAt } from './nodes';

/** What one line takes, article by article, from its low end up. */
export interface Taken {
  /** Undefined of structures and runs that no line has. */
  readonly line: Uuid | undefined;
  readonly parts: ReadonlyMap<string, Part>;
  readonly gaps: TakenGaps;
}

/** What of an article lies on one line. */
export interface Part {
  readonly what: What;
  readonly line: Taken['line'];
  /** As it lies: placed, laid, dug; by the unit of the article. */
  readonly amount: number;
  readonly entries: readonly Entry[];
}

/** What is not counted of the parts that stand on a line, because the plan does not say enough. */
export interface TakenGaps {
  /** Cleanouts, vents and stand-pipes without a depth. */
  readonly risers: number;
  /** Bends that are not on the sketch: by how much they turn nobody knows. */
  readonly bends: number;
}

/** What a line is made of, in the order in which it is entered. */
export interface LineParts {
  readonly nodes: readonly NodeResult[];
  /** Of runs, then nodes, then holes. */
  readonly entries: readonly Entry[];
}

export interface TakenContext {
  readonly sod: Buying['sod'];
  readonly run: (id: Uuid) => RunResult | undefined;
  readonly place: (node: Uuid) => Plan['nodePlace'][string] | undefined;
}

export function takenOf(line: Uuid | undefined, { nodes, entries }: LineParts, context: TakenContext): Taken {
  const parts = new Map<string, Part & { amount: number; readonly entries: Entry[] }>();
  const put = (what: What, entry: Entry): void => {
    const key = keyOf(what);
    const part = parts.get(key);
    if (part) {
      part.entries.push(entry);
      part.amount += entry.amount;
    } else parts.set(key, { what, line, amount: entry.amount, entries: [entry] });
  };
  for (const entry of entries)
    if (entry.what.of === 'sod') for (const what of green(entry.what, context.sod)) put(what, entry);
    else put(entry.what, entry);
  let [risers, bends] = [0, 0];
  for (const { id, node, depth, arriving, leaving } of nodes) {
    const { riser, turns } = formOf(node.form);
    if (riser && depth === undefined) risers += 1;
    const [from, to] = [arriving[0], leaving[0]];
    if (turns && from && to && turnAt(id, from.run, to.run, context) === undefined) bends += 1;
  }
  return { line, parts, gaps: { risers, bends } };
}

/** What is done or bought where sod lies over the trench. */
function green(sod: What, from: Buying['sod']): readonly What[] {
  switch (from) {
    case 'bought':
      return [sod];
    case 'own':
      return [{ of: 'own-sod' }];
    case 'seed':
      return [{ of: 'seed' }, { of: 'straw' }];
  }
}
