import type { Kind, Uuid } from '@alveus/plan';
import type { Reader, Results } from '../results';

/**
 * A step of the evaluation. Passes run in the order of their list, and each reads only what passes before it gave.
 */
export type Pass = TablePass | CellPass;

/** Worked out for the job as a whole; what it gives is told by id, so that each id changes for itself. */
export interface TablePass<Whole extends object = object> {
  readonly of: 'job';
  readonly name: string;
  /** @param before what it was, to start from; given back itself where nothing changed */
  work(read: Reader, before: Whole | undefined): Whole;
  readonly tables: Readonly<Partial<Record<keyof Results, Table<Whole>>>>;
}

export interface Table<Whole> {
  of(whole: Whole): ReadonlyMap<Uuid, unknown>;
  /** Whether what depends on one need not know of the other. */
  same(a: never, b: never): boolean;
}

/** Worked out for each item of a kind by itself. */
export interface CellPass<Name extends keyof Results = keyof Results> {
  readonly of: 'each';
  readonly name: Name;
  readonly kind: Kind | 'job';
  work(id: Uuid, read: Reader): Results[Name];
  /** Where it may well come out as it was: then what depends on it is left alone. */
  same?(a: Results[Name], b: Results[Name]): boolean;
}

export function tablePass<Whole extends object>(pass: Omit<TablePass<Whole>, 'of'>): TablePass {
  return { of: 'job', ...pass } as unknown as TablePass;
}

export function eachPass<Name extends keyof Results>(pass: Omit<CellPass<Name>, 'of'>): Pass {
  return { of: 'each', ...pass } as unknown as Pass;
}
