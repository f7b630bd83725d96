import type { Item } from './items';
import { changedFields, same, withFields } from './merge';
import type { Address, Edit, Plan } from './plan';
import { addressOf, itemAt } from './plan';
import type { Uuid } from './values';

/** What one step did to one item: its states before and after, absent where it was not there. */
export interface Touched {
  readonly address: Address;
  readonly before: Item | undefined;
  readonly after: Item | undefined;
}

/** A step that can be taken back. Redoing is undoing what the undo did. */
export type Step = readonly Touched[];

export type Undoing =
  | { readonly ok: true; readonly edits: readonly Edit[] }
  | { readonly ok: false; readonly moved: readonly { readonly address: Address; readonly fields: readonly string[] }[] };

export function stepOf(plan: Plan, edits: readonly Edit[]): Step {
  return edits.map((edit) => {
    const address = addressOf(edit);
    return { address, before: itemAt(plan, address), after: edit.op === 'put' ? edit.item : undefined };
  });
}

/**
 * The edits that take a step back in the plan as it is now. Only the fields the step changed are touched,
 * so what others did since stays; where they moved those same fields it is refused, saying which. A record is not
 * taken away: it is struck out by another.
 */
export function undo(plan: Plan, step: Step, newId: () => Uuid): Undoing {
  const edits: Edit[] = [];
  const moved: { address: Address; fields: string[] }[] = [];
  for (const { address, before, after } of step) {
    const now = itemAt(plan, address);
    if (after?.kind === 'shot') {
      edits.push({ op: 'put', item: { ...after, id: newId(), supersedes: after.id, struck: after.struck !== true } });
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
  return moved.length > 0 ? { ok: false, moved } : { ok: true, edits };
}

function field(item: Item, name: string): unknown {
  return (item as Readonly<Record<string, unknown>>)[name];
}
