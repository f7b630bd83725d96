import type { Json } from '../kinds';
import { isJson, kindNamed } from '../kinds';
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

const upgraded = (value: unknown, from: number): unknown => (isJson(value) ? upgradeItem(value, from) : value);

/** What a step did, as the newest version has it. */
export function upgradeStep<Touched>(step: readonly Touched[], from: number): Touched[] {
  return step.map((item) =>
    isJson(item) ? { ...item, before: upgraded(item.before, from), after: upgraded(item.after, from) } : item,
  );
}

/**
 * A batch that came in, in the version of the format in which it was first sent, as the newest has it. Nothing in it is
 * checked yet; what is no batch is given back as it is.
 */
export function upgradeBatch(batch: unknown): unknown {
  if (!isJson(batch) || !Array.isArray(batch.changes)) return batch;
  const { format, changes } = batch;
  if (!Number.isInteger(format) || Number(format) < 1 || Number(format) >= VERSION) return batch;
  const put = (change: unknown): unknown =>
    isJson(change) && change.op === 'put' ? { ...change, item: upgraded(change.item, Number(format)) } : change;
  return { ...batch, format: VERSION, changes: (changes as unknown[]).map(put) };
}
