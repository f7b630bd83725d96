import type { Json } from '../kinds';
import { kindNamed } from '../kinds';
import { VERSION } from './number';

/**
 * How items of older versions of the format are brought forward. A file, what a device keeps, what
 * waits there to be sent and the rows of the database all go through this; what changes from one version to the
 * next stands with the kind that changed.
 */

/** An item of an older version as the newest has it. What is no item of a known kind is given back as it is. */
export function upgradeItem(item: Json, from: number): Json {
  const steps = kindNamed(item.kind)?.upgrades;
  let now = item;
  for (let version = from; steps && version < VERSION; version += 1) now = steps[version]?.(now) ?? now;
  return now;
}

/** Waiting edits of an older version as the newest has them: in what is to be sent, and in what each did. */
export function upgradeWaiting<T extends { readonly changes: readonly unknown[]; readonly step: readonly unknown[] }>(
  waiting: T,
  from: number,
): T {
  const item = (value: unknown): unknown => (isJson(value) ? upgradeItem(value, from) : value);
  return {
    ...waiting,
    changes: waiting.changes.map((change) =>
      isJson(change) && change.op === 'put' ? { ...change, item: item(change.item) } : change,
    ),
    step: waiting.step.map((one) => (isJson(one) ? { ...one, before: item(one.before), after: item(one.after) } : one)),
  };
}

function isJson(value: unknown): value is Json {
  return typeof value === 'object' && value !== null && !Array.isArray(value);
}
