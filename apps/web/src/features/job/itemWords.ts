import type { System } from '@alveus/core';
import { print } from '@alveus/core';
import type { Address, Item, Kind, Plan, Touched, Uuid } from '@alveus/plan';
import { changedFields, itemAt, kindOf, nameOf } from '@alveus/plan';

/** Items and their fields, in words. */

/** @param item as it is or was; undefined where nobody knows */
export function subjectWords({ kind }: Address, item: Item | null | undefined, plan: Plan): string {
  const find = (of: Kind, id: Uuid): Item | undefined => itemAt(plan, { kind: of, id });
  return item ? nameOf(item, find) : `a ${kindOf(kind).words.one}`;
}

/** What was done to an item: "removed", or each field with what it was to be. */
export function doneWords({ before, after }: Touched, plan: Plan, system: System): string {
  if (!after) return 'removed';
  const fields = before
    ? changedFields(before, after)
    : Object.keys(after).filter((name) => name !== 'kind' && name !== 'id');
  return fieldsWords(after, fields, plan, system);
}

export function fieldsWords(item: Item, fields: readonly string[], plan: Plan, system: System): string {
  return fields.map((name) => `${fieldWords(item, name, plan)}: ${value(item, name, system)}`).join('\n');
}

/** Ends are told by the nodes they are at; nobody on a site speaks of end a. */
function fieldWords(item: Item, name: string, plan: Plan): string {
  const fieldWords = kindOf(item.kind).words.fields[name];
  const words = typeof fieldWords === 'string' ? fieldWords : (fieldWords?.[0] ?? name);
  const run = item.kind === 'run' ? item : plan.run[item.id];
  const at = (node: Uuid | undefined): string => plan.node[node ?? '']?.name ?? 'one end';
  return words.replace('end a', at(run?.a)).replace('end b', at(run?.b));
}

function value(item: Item, name: string, system: System): string {
  const raw = (item as unknown as Record<string, unknown>)[name];
  const words = kindOf(item.kind).words.fields[name];
  const measure = typeof words === 'string' ? undefined : words?.[1];
  if (typeof raw === 'number') return measure ? print(raw, measure, system) : String(raw);
  if (raw === undefined) return 'not set';
  if (name === 'length' && typeof raw === 'object' && raw !== null && 'value' in raw)
    return print(Number(raw.value), 'distance', system);
  if (name === 'breaks' && Array.isArray(raw)) {
    return (
      (raw as { at: number; elevation: number }[])
        .map((point) => `${print(point.at, 'distance', system)} along ${print(point.elevation, 'elevation', system)}`)
        .join(', ') || 'none'
    );
  }
  return typeof raw === 'string' || typeof raw === 'boolean' ? String(raw) : JSON.stringify(raw);
}
