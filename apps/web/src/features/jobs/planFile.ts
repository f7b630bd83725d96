import { itemsOf, LIMITS, openPlanFile } from '@alveus/plan';
import type { Item, Pending, Uuid } from '@alveus/plan';
import { api } from '../../sync/api';
import type { JobActions } from '../../sync/frame/jobActions';
import { newId } from '../../sync/ids';

/** A new job from a plan file. @returns its id, or undefined where it could not be made, which was said */
export async function jobFromFile(file: File, jobs: JobActions): Promise<Uuid | undefined> {
  if (file.size > LIMITS.fileBytes) {
    jobs.say(`This file has ${megabytes(file.size)}; a plan file has at most ${megabytes(LIMITS.fileBytes)}.`);
    return undefined;
  }
  const text = await file.text().catch(() => undefined);
  const opened =
    text === undefined ? { ok: false as const, message: 'The file could not be read.' } : openPlanFile(text);
  if (!opened.ok) {
    jobs.say(opened.message);
    return undefined;
  }
  const batches = batchesOf(itemsOf(opened.plan));
  return jobs.create(opened.name, {
    batches,
    send: async (id) => {
      for (const { id: batch, changes } of batches) await api.send(id, { id: batch, changes: [...changes] });
    },
  });
}

const A_BATCH = LIMITS.batchChanges / 5;

function batchesOf(items: readonly Item[]): Pending[] {
  return Array.from({ length: Math.ceil(items.length / A_BATCH) }, (_, index) => {
    const some = items.slice(index * A_BATCH, (index + 1) * A_BATCH);
    return {
      id: newId(),
      changes: some.map((item) => ({ op: 'put' as const, item, base: 0 })),
      step: some.map((item) => ({ address: { kind: item.kind, id: item.id }, before: undefined, after: item })),
    };
  });
}

const megabytes = (bytes: number): string => `${(bytes / 1024 / 1024).toFixed(0)} MB`;
