import type { Edit, Item, ItemOf, Uuid } from '@alveus/plan';
import { gradeItem } from '../grade';

/** The items that a new node and a new run are made of. */

export interface NodeStart {
  readonly name: string;
  readonly form: ItemOf<'node'>['form'];
  readonly ground?: number | undefined;
}

export function nodeItems(id: Uuid, { name, form, ground }: NodeStart): Item[] {
  const node: ItemOf<'node'> = { kind: 'node', id, name, form };
  return ground === undefined ? [node] : [node, { kind: 'nodeGround', id, elevation: ground }];
}

export interface RunBetween {
  readonly id: Uuid;
  readonly line: Uuid;
  readonly name: string;
  readonly lower: Uuid;
  readonly upper: Uuid;
  /** Horizontal, m. */
  readonly length: number;
  readonly vehicles?: boolean | undefined;
}

/** A run with its length typed and the facts that are fixed of it. */
export function runItems(
  { id, line, name, lower, upper, length, vehicles = false }: RunBetween,
  facts: Parameters<typeof gradeItem>[1],
): Item[] {
  return [
    {
      kind: 'run',
      id,
      line,
      name,
      a: lower,
      b: upper,
      flow: 'to-a',
      length: { from: 'typed', value: length },
      vehicles,
    },
    gradeItem({ id, flow: 'to-a' }, facts),
  ];
}

export const puts = (items: readonly Item[]): Edit[] => items.map((item) => ({ op: 'put', item }));
