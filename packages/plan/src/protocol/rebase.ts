import { VERSION } from '../format/number';
import type { Change, ServerItem } from './change';
import type { Item } from '../kinds';
import { changedFields, same, withFields } from './merge';
import type { Address } from './plan';
import type { Pending } from './pending';
import { passing } from './pending';
import { addressOf, keyOf } from './plan';
import type { Step } from './undo';
import type { Uuid } from '../values';

/**
 * Edits that wait to be sent, and what to do when the server has moved on under them.
 *
 *   waiting ──server moved on──▶ other fields ──▶ merged
 *                              ▶ same field, decided before, and theirs unchanged since ──▶ as decided
 *                              ▶ same field, not decided ──▶ conflict ──choice──▶ decided
 */

/** Both people's states of one item that cannot be merged by themselves; null where it was removed. */
export interface Conflict {
  readonly address: Address;
  readonly mine: Item | null;
  readonly theirs: Item | null;
  /** The fields on which they disagree; empty where one side removed it. */
  readonly fields: readonly string[];
}

export type Choice = 'mine' | 'theirs';

/** What was decided of a conflict, for what it showed: what the other side does after that is asked about anew. */
export interface Decision {
  readonly choice: Choice;
  readonly theirs: Item | null;
  readonly fields: readonly string[];
}
/** By the key of the item. */
export type Decisions = ReadonlyMap<string, readonly Decision[]>;
export const NO_DECISIONS: Decisions = new Map();

export function withDecision(before: Decisions, { address, theirs, fields }: Conflict, choice: Choice): Decisions {
  const key = keyOf(address);
  return new Map(before).set(key, [...(before.get(key) ?? []), { choice, theirs, fields }]);
}

export interface Rebased {
  readonly pending: readonly Pending[];
  readonly conflicts: readonly Conflict[];
}

/**
 * Rebases waiting edits on what the server holds now. All that waits for one item is looked at together: what
 * both sides changed in different fields is put together; where both changed the same field what was decided holds, and
 * what was not is reported, once, with what each side has in the end. With conflicts left, `pending`
 * must not be used.
 * @param held what the server has, by key, for every item that the waiting edits touch
 */
export function rebase(
  pending: readonly Pending[],
  held: ReadonlyMap<string, ServerItem>,
  decisions: Decisions,
  newId: () => Uuid,
): Rebased {
  const conflicts: Conflict[] = [];
  const running = new Map<string, Running>();
  for (const [key, courses] of coursesOf(pending)) {
    const theirs = held.get(key);
    const settled = settle(courses, theirs?.item ?? undefined, decisions.get(key) ?? []);
    if ('mine' in settled) conflicts.push(settled);
    else running.set(key, { ways: settled.ways, item: theirs?.item ?? undefined, base: theirs?.revision ?? 0 });
  }

  const batches: Pending[] = [];
  for (const batch of pending) {
    const id = newId();
    const changes: Change[] = [];
    const step: Step[number][] = [];
    for (const { address, before, after } of batch.step) {
      const current = running.get(keyOf(address));
      const way = current?.ways.shift();
      if (!current || !way || way === 'done') continue;
      const { item: now, base } = current;
      const item = replay(now, before, after, way);
      if (sameOrAbsent(now, item)) continue;
      changes.push(item ? { op: 'put', item, base } : { op: 'remove', ...address, base });
      step.push({ address, before: now, after: item });
      current.item = item;
      current.base = { after: id };
    }
    // What is not known here goes along as it is, unless it is there already.
    for (const change of passing(batch)) if (!held.has(keyOf(addressOf(change)))) changes.push({ ...change, base: 0 });
    if (changes.length > 0) batches.push({ id, format: VERSION, changes, step });
  }
  return { pending: batches, conflicts };
}

/**
 * Edits of one item, each made on what the one before left: how it was before the first, and how after each. What a
 * person typed is one such course; another begins where something was put before it.
 */
interface Course {
  readonly address: Address;
  readonly states: (Item | undefined)[];
}

function coursesOf(pending: readonly Pending[]): Map<string, Course[]> {
  const all = new Map<string, Course[]>();
  for (const { step } of pending) {
    for (const { address, before, after } of step) {
      const courses = all.get(keyOf(address)) ?? [];
      const last = courses[courses.length - 1];
      if (last && sameOrAbsent(last.states[last.states.length - 1], before)) last.states.push(after);
      else courses.push({ address, states: [before, after] });
      all.set(keyOf(address), courses);
    }
  }
  return all;
}

/** How an edit is rebased: not at all since it is done, or but for fields in which the server's is to stay. */
type Way = 'done' | ReadonlySet<string>;
interface Running {
  readonly ways: Way[];
  item: Item | undefined;
  base: Change['base'];
}

/** @returns a way for each edit of an item; or what is in conflict */
function settle(
  courses: readonly Course[],
  theirs: Item | undefined,
  decisions: readonly Decision[],
): { readonly ways: Way[] } | Conflict {
  const ways: Way[] = [];
  let now = theirs;
  for (const course of courses) {
    const { states } = course;
    const ruling = rule(states, now, decisions);
    if ('contested' in ruling) return conflictOf(course, now, ruling.contested);
    for (let index = 1; index < states.length; index += 1) {
      const way = index <= ruling.done ? 'done' : ruling.left;
      ways.push(way);
      if (way !== 'done') now = replay(now, states[index - 1], states[index], way);
    }
  }
  return { ways };
}

/** How many edits of a course are done already, and the fields in which the server's is to stay. */
interface Settled {
  readonly done: number;
  readonly left: ReadonlySet<string>;
}

const NONE: ReadonlySet<string> = new Set();

/** @returns what is contested where a person is to decide: the fields, or none where one side has no such item */
function rule(
  states: Course['states'],
  theirs: Item | undefined,
  decisions: readonly Decision[],
): Settled | { readonly contested: readonly string[] } {
  // It arrived, as far as this, and its answer did not; or the server has not moved at all.
  const reached = states.findLastIndex((state) => sameOrAbsent(state, theirs));
  if (reached >= 0) return { done: reached, left: NONE };
  const [base] = states;
  const mine = states[states.length - 1];
  if (!theirs || !base || states.includes(undefined)) {
    const decided = decisions.findLast((decision) => sameOrAbsent(decision.theirs ?? undefined, theirs));
    if (decided) return { done: decided.choice === 'mine' ? 0 : states.length, left: NONE };
    return { contested: mine && theirs ? changedFields(mine, theirs) : [] };
  }
  // What the other side has in a field, this side had in it too at some time, and went on from: there is nothing to ask.
  const contested = fieldsOf(states as readonly Item[]).filter(
    (name) => !states.some((state) => same(fieldOf(state, name), fieldOf(theirs, name))),
  );
  const decided = new Map(contested.map((name) => [name, decidedOn(name, theirs, decisions)]));
  const open = contested.filter((name) => decided.get(name) === undefined);
  if (open.length > 0) return { contested: open };
  return { done: 0, left: new Set(contested.filter((name) => decided.get(name) === 'theirs')) };
}

/** What was decided of a field, where the other side has in it what was shown then. */
function decidedOn(name: string, theirs: Item, decisions: readonly Decision[]): Choice | undefined {
  return decisions.findLast(
    (decision) =>
      decision.fields.includes(name) && same(fieldOf(decision.theirs ?? undefined, name), fieldOf(theirs, name)),
  )?.choice;
}

/** The fields that change from any state to the next. */
function fieldsOf(states: readonly Item[]): string[] {
  const names = states.slice(1).flatMap((state, index) => changedFields(states[index] as Item, state));
  return [...new Set(names)];
}

const fieldOf = (item: Item | undefined, name: string): unknown =>
  (item as Record<string, unknown> | undefined)?.[name];

/** Does to `now` what was done from `before` to `after`, but for fields that are left as they are. */
function replay(
  now: Item | undefined,
  before: Item | undefined,
  after: Item | undefined,
  left: ReadonlySet<string>,
): Item | undefined {
  if (!now || !before || !after || (left.size === 0 && same(now, before))) return after;
  return withFields(
    now,
    after,
    changedFields(before, after).filter((name) => !left.has(name)),
  );
}

function conflictOf({ address, states }: Course, theirs: Item | undefined, fields: readonly string[]): Conflict {
  return { address, mine: states[states.length - 1] ?? null, theirs: theirs ?? null, fields };
}

function sameOrAbsent(a: Item | undefined, b: Item | undefined): boolean {
  return a && b ? same(a, b) : a === b;
}
