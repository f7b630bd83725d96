import type { Item, Json } from '../kinds';
import { kindOf } from '../kinds';
import { lineageOf } from './lineage';
import { changedFields, same, withFields } from './merge';
import type { Address, Edit, Plan } from './plan';
import { addressOf, applyEdits, itemAt, keyOf } from './plan';
import { referencesOf, restingOn, whereNow } from './references';
import type { Uuid } from '../values';

/** What one step did to one item: its states before and after, absent where it was not there. */
export interface Touched {
  readonly address: Address;
  readonly before: Item | undefined;
  readonly after: Item | undefined;
}

/** A step that can be taken back. Redoing is undoing what the undo did. */
export type Step = readonly Touched[];

export type Undoing =
  { readonly ok: true; readonly edits: readonly Edit[] } | { readonly ok: false; readonly moved: readonly Moved[] };

/** What stands in the way of taking a step back. */
export interface Moved {
  readonly address: Address;
  /** Fields that somebody changed since; empty where it is gone, or came back. */
  readonly fields: readonly string[];
  /** What rests on it now, or what it rested on and is gone. */
  readonly by?: Address;
}

export function stepOf(plan: Plan, edits: readonly Edit[]): Step {
  return edits.map((edit) => {
    const address = addressOf(edit);
    return { address, before: itemAt(plan, address), after: edit.op === 'put' ? edit.item : undefined };
  });
}

/**
 * The edits that take a step back in the plan as it is now. Only the fields the step changed are touched,
 * so what others did since stays; where they moved those same fields, or something rests on what would go, it is
 * refused, saying which. A record is not taken away: another one takes it back, and what it had put out of force
 * is in force again.
 * @param way redoing takes away again what was taken away before, though records speak of it
 */
export function undo(plan: Plan, step: Step, newId: () => Uuid, way: 'undo' | 'redo' = 'undo'): Undoing {
  const edits: Edit[] = [];
  const moved: Moved[] = [];
  for (const { address, before, after } of step) {
    const now = itemAt(plan, address);
    if (after && !before && now && kindOf(address.kind).record) {
      const { supersedes: _corrected, struck: _struck, ...record } = now as Item & Json;
      edits.push({ op: 'put', item: { ...record, id: newId(), recalls: address.id } as unknown as Item });
    } else if (before && after) {
      const fields = changedFields(before, after);
      const lost = now ? fields.filter((name) => !same(field(now, name), field(after, name))) : fields;
      if (lost.length > 0) moved.push({ address, fields: lost });
      else if (now && fields.length > 0) edits.push({ op: 'put', item: withFields(now, before, fields) });
    } else if (after) {
      if (now && !same(now, after)) moved.push({ address, fields: changedFields(now, after) });
      else if (now) edits.push({ op: 'remove', ...address });
    } else if (before) {
      if (now && !same(now, before)) moved.push({ address, fields: changedFields(now, before) });
      else if (!now) edits.push({ op: 'put', item: before });
    }
  }
  if (moved.length === 0) moved.push(...leftHanging(plan, edits, way));
  return moved.length > 0 ? { ok: false, moved } : { ok: true, edits };
}

/** What would hang in the air after these edits: something that rests on what goes, or comes back to what is gone. */
function leftHanging(plan: Plan, edits: readonly Edit[], way: 'undo' | 'redo'): Moved[] {
  const after = applyEdits(plan, edits);
  const gone = new Set(edits.flatMap((edit) => (edit.op === 'remove' ? [keyOf(edit)] : [])));
  const resting = restingOn(after, gone)
    .filter(({ item }) => way === 'undo' || !kindOf(item.kind).record)
    .map(({ item, to }): Moved => ({ address: to, fields: [], by: addressOfItem(item) }));
  const lineage = lineageOf(after.run);
  const homeless = edits.flatMap((edit): Moved[] => {
    if (edit.op === 'remove' || kindOf(edit.item.kind).record || itemAt(plan, edit.item)) return [];
    const lost = referencesOf(edit.item).find((reference) => whereNow(reference, after, lineage).length === 0);
    return lost ? [{ address: addressOfItem(edit.item), fields: [], by: lost.to }] : [];
  });
  return [...resting, ...homeless];
}

const addressOfItem = ({ kind, id }: Item): Address => ({ kind, id });

function field(item: Item, name: string): unknown {
  return (item as Readonly<Record<string, unknown>>)[name];
}
