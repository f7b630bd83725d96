import { z } from 'zod';
import { Uuid } from '../values';

/** What all records have: they are added and never changed. Another record puts one out of force. */
export const recordFields = {
  /** The record that this one corrects: it stands in its place. */
  supersedes: Uuid.optional(),
  /** It only strikes the other one out: nothing stands in its place. */
  struck: z.boolean().optional(),
  /** The record that this one takes back, as if that had never been written: what it had put out of force is in force again. */
  recalls: Uuid.optional(),
} as const;

export interface RecordItem {
  readonly id: Uuid;
  readonly supersedes?: Uuid | undefined;
  readonly struck?: boolean | undefined;
  readonly recalls?: Uuid | undefined;
}

/** The record that strikes another one out. @param id its own */
export function strikeOut<T extends RecordItem>(record: T, id: Uuid): T {
  return { ...record, id, supersedes: record.id, struck: true };
}

/** Parts records into those in force and those that another one superseded, struck out or took back; in their order. */
export function inForce<T extends RecordItem>(records: readonly T[]): { standing: T[]; gone: T[] } {
  const recalls = new Map<Uuid, T[]>();
  for (const record of records) {
    if (record.recalls !== undefined) recalls.set(record.recalls, [...(recalls.get(record.recalls) ?? []), record]);
  }
  const valid = recalls.size === 0 ? records : notRecalled(records, recalls);
  const superseded = new Set(valid.flatMap(({ supersedes }) => (supersedes === undefined ? [] : [supersedes])));
  const holding = new Set(valid);
  const standing: T[] = [];
  const gone: T[] = [];
  for (const record of records) {
    const stands = holding.has(record) && !superseded.has(record.id) && !record.struck && record.recalls === undefined;
    (stands ? standing : gone).push(record);
  }
  return { standing, gone };
}

/** A record is taken back by one that is not itself taken back; a ring of them, which no hand makes, takes nothing back. */
function notRecalled<T extends RecordItem>(records: readonly T[], recalls: ReadonlyMap<Uuid, readonly T[]>): T[] {
  const settled = new Map<Uuid, boolean>();
  for (const first of records) {
    const path = [first];
    const walking = new Set<Uuid>();
    for (let last = path[path.length - 1]; last; last = path[path.length - 1]) {
      walking.add(last.id);
      const by = recalls.get(last.id) ?? [];
      const open = by.find(({ id }) => !settled.has(id) && !walking.has(id));
      if (open) {
        path.push(open);
        continue;
      }
      settled.set(last.id, !by.some(({ id }) => settled.get(id) === true));
      path.pop();
    }
  }
  return records.filter(({ id }) => settled.get(id) !== false);
}
