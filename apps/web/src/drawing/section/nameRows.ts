import type { LineShape } from '@alveus/core';
import type { Plan } from '@alveus/plan';
import { cutText } from '@alveus/plan';
import { drawn } from '../../theme/scale';
import type { SectionFrame } from './frame';
import { PAD } from './frame';
import { nodesOf } from './nodes';

/** The name of a node over the long section. */
export interface PlacedName {
  readonly id: string;
  /** Left edge of the words, px. */
  readonly x: number;
  /** Their foot, px. */
  readonly y: number;
  /** Cut where there is no room for the whole; empty where there is none at all. */
  readonly text: string;
}

/** Names stand in two rows. */
const ROWS = [14, 29].map(drawn);
/** Width of a letter, about, and room between two names, px. */
const LETTER = drawn(6.6);
const APART = 8;
/** A name of fewer letters tells nobody anything. */
const LEAST = 4;

/**
 * Where each name has room: over its node, in the one row or the other, cut at last; none lies over another. The ends
 * of the line are named first, then the others from the outlet up.
 */
export function nameRows(line: LineShape, { node }: Pick<Plan, 'node'>, frame: SectionFrame): readonly PlacedName[] {
  const cached = placed.get(frame);
  if (cached?.order === line.order && cached.node === node) return cached.names;
  const nodes = nodesOf(line);
  const taken: { readonly row: number; readonly left: number; readonly right: number }[] = [];
  const names = new Map<number, PlacedName>();
  const last = nodes.length - 1;
  const [least, most] = [PAD.left - drawn(40), frame.width - 6];
  const put = (index: number): void => {
    const named = nodes[index];
    if (!named || names.has(index)) return;
    const name = node[named.id]?.name ?? '?';
    const at = frame.x.to(named.at);
    const span = (letters: number): { left: number; right: number } => {
      const wide = letters * LETTER;
      const left = Math.max(least, Math.min(most - wide, at - wide / 2));
      return { left, right: left + wide };
    };
    const rows = index % 2 === 0 ? [0, 1] : [1, 0];
    const free = (letters: number): number | undefined => {
      const { left, right } = span(letters);
      return rows.find((row) =>
        taken.every((other) => other.row !== row || other.left > right + APART || other.right < left - APART),
      );
    };
    let letters = Math.min(LEAST, name.length);
    if (free(letters) === undefined) return void names.set(index, { id: named.id, x: at, y: 0, text: '' });
    letters = name.length;
    while (free(letters) === undefined) letters -= 1;
    const row = free(letters) as number;
    const { left, right } = span(letters);
    taken.push({ row, left, right });
    const text = letters === name.length ? name : `${cutText(name, letters - 1)}…`;
    names.set(index, { id: named.id, x: left, y: ROWS[row] as number, text });
  };
  put(0);
  put(last);
  nodes.forEach((_, index) => put(index));
  const all = nodes.map((_, index) => names.get(index) as PlacedName);
  placed.set(frame, { order: line.order, node, names: all });
  return all;
}

interface Known {
  readonly order: LineShape['order'];
  readonly node: Plan['node'];
  readonly names: readonly PlacedName[];
}

/** Asked for at every frame of a drag, which moves no name; another order of runs or table of nodes invalidates them. */
const placed = new WeakMap<SectionFrame, Known>();
