import type { Edit, Item, Json, Kind, Piece, Plan, Uuid } from '@alveus/plan';
import { itemOn, itemsOfKind, KINDS, kindOf, mapPath, readPath } from '@alveus/plan';

/**
 * What a run owns, carried over to the runs that take its place. Follows from what the kinds declare: things told by
 * places go with their places, facts of an end with that end, all else to every part.
 */

/** A part of the new run: the piece of the old one that it is, and which of the old ends are ends of it. */
export interface Part {
  readonly piece: Piece;
  readonly ends: readonly ('a' | 'b')[];
}

export interface Carried {
  /** What the old run owned, gone in its old form. */
  readonly removed: Edit[];
  /** The same, on the parts; by part, in their order. */
  readonly onto: readonly Item[][];
}

export function carryOnto(plan: Plan, run: Uuid, parts: readonly Part[], newId: () => Uuid): Carried {
  const removed: Edit[] = [];
  const onto: Item[][] = parts.map(() => []);
  for (const kind of KINDS) {
    for (const item of ownedBy(plan, kind, run)) {
      const carried = carry(item, parts, newId);
      carried.forEach((item, index) => {
        if (item) onto[index]?.push(item);
      });
      if (!carried.some((candidate) => candidate?.id === item.id)) removed.push({ op: 'remove', kind, id: item.id });
    }
  }
  return { removed, onto };
}

/** Items of a kind that a run owns. Records own themselves: they stay as they were written. */
function ownedBy(plan: Plan, kind: Kind, run: Uuid): Item[] {
  const { record, refs } = kindOf(kind);
  const owner = refs.find(({ to, then }) => to === 'run' && then === 'goes');
  if (record || !owner) return [];
  return (itemsOfKind(plan, kind) as Item[]).filter((item) => readPath(item, owner.field).includes(run));
}

function carry(item: Item, parts: readonly Part[], newId: () => Uuid): (Item | undefined)[] {
  const { along, byEnd, refs } = kindOf(item.kind);
  const satellite = refs.some(({ field, to }) => field === 'id' && to === 'run');
  const owner = refs.find(({ to, then }) => to === 'run' && then === 'goes');
  // One thing stays one thing as far as it can: the first part keeps its id, further ones are told apart.
  let first = true;
  const named = (item: Item, run: Uuid): Item => {
    const id = satellite ? run : first ? item.id : newId();
    first = false;
    return { ...item, id };
  };
  return parts.map(({ piece, ends }) => {
    if (along && along.run(item) !== undefined) {
      const on = itemOn(along, item, piece);
      return on && named(on, piece.run);
    }
    if (byEnd) return named(ofEnds(item, byEnd, ends, piece.turned === true), piece.run);
    if (satellite) return named(item, piece.run);
    if (!first) return undefined;
    return named(owner ? mapPath(item, owner.field, () => piece.run) : item, piece.run);
  });
}

/** The facts of some of its ends, and of the run as a whole; told from the other end where the run is turned. */
function ofEnds(
  item: Item,
  byEnd: NonNullable<ReturnType<typeof kindOf>['byEnd']>,
  ends: readonly ('a' | 'b')[],
  turned: boolean,
): Item {
  const next: Json = { ...(item as unknown as Json) };
  for (const field of [...byEnd.a, ...byEnd.b]) delete next[field];
  const source = item as unknown as Json;
  for (const end of ends) {
    const to = turned ? (end === 'a' ? 'b' : 'a') : end;
    byEnd[end].forEach((field, index) => {
      const value = source[field];
      const name = byEnd[to][index];
      if (value !== undefined && name !== undefined) next[name] = value;
    });
  }
  for (const field of byEnd.turned) {
    const value = next[field];
    if (turned && typeof value === 'number') next[field] = value === 0 ? 0 : -value;
  }
  return next as unknown as Item;
}

/**
 * Two items of one kind on two runs that are now one, put together where they are parts of one thing: what belongs to
 * the run as a whole, and stretches that meet.
 * @param joint where the two runs met, from end a of the new one
 */
export function together(lower: readonly Item[], upper: readonly Item[], joint: number): Item[] {
  const left = [...upper];
  const both = lower.map((item) => {
    const index = left.findIndex((other) => other.kind === item.kind && meet(item, other, joint));
    if (index < 0) return item;
    const [other] = left.splice(index, 1);
    return merged(item, other as Item);
  });
  return [...both, ...left];
}

const CLOSE = 1e-6;

function meet(a: Item, b: Item, joint: number): boolean {
  if (a.id === b.id) return true;
  const { along } = kindOf(a.kind);
  const [mine] = along?.spans(a) ?? [];
  const [theirs] = along?.spans(b) ?? [];
  if (!along || !mine || !theirs || mine.from === mine.to || theirs.from === theirs.to) return false;
  if (Math.abs(mine.to - joint) > CLOSE || Math.abs(theirs.from - joint) > CLOSE) return false;
  // The same but for its stretch and its id: the two halves of one that was parted here.
  const placed = along.put(b, along.run(a) ?? '', [{ ...mine, of: 0, was: mine }]);
  return placed !== undefined && nearly({ ...placed, id: a.id }, a);
}

/** Whether two items say the same, numbers give or take their rounding. */
function nearly(a: unknown, b: unknown): boolean {
  if (typeof a === 'number' && typeof b === 'number') return Math.abs(a - b) <= CLOSE;
  if (typeof a !== 'object' || typeof b !== 'object' || a === null || b === null) return a === b;
  const [mine, theirs] = [Object.entries(a), Object.entries(b)];
  return mine.length === theirs.length && mine.every(([name, value]) => nearly(value, (b as Json)[name]));
}

function merged(a: Item, b: Item): Item {
  const { along } = kindOf(a.kind);
  if (!along) return { ...b, ...a } as Item;
  if (a.id === b.id) return along.join?.(a, b) ?? a;
  const [mine, theirs] = [along.spans(a)[0], along.spans(b)[0]];
  const whole = mine && theirs && { from: mine.from, to: theirs.to };
  return (whole && along.put(a, along.run(a) ?? '', [{ ...whole, of: 0, was: whole }])) ?? a;
}
