import { inBatches, itemsOf, LIMITS, openPlanFile, START, VERSION } from '@alveus/plan';
import type { Foreign, Item, Pending, Uuid } from '@alveus/plan';
import { api } from '../../sync/api';
import type { JobActions } from '../../sync/frame/jobActions';
import { newId } from '../../sync/ids';

/** A new job from a plan file. @returns its id, or undefined where it could not be made, which was said */
export async function jobFromFile(file: File, jobs: JobActions): Promise<Uuid | undefined> {
  if (file.size > LIMITS.fileBytes) {
    jobs.say(`This file is ${megabytes(file.size)}; a plan file is at most ${megabytes(LIMITS.fileBytes)}.`);
    return undefined;
  }
  const text = await file.text().catch(() => undefined);
  const opened =
    text === undefined ? { ok: false as const, message: 'The file could not be read.' } : openPlanFile(text);
  if (!opened.ok) {
    jobs.say(opened.message);
    return undefined;
  }
  const batches = batchesOf(itemsOf(opened.plan), opened.foreign);
  return jobs.create(opened.name, {
    batches,
    send: async (id) => {
      for (const batch of batches) await api.send(id, batch, START);
    },
  });
}

/** So few at once that the server stays at hand for others. */
const A_BATCH = LIMITS.batchChanges / 5;

const putOf = (item: Item | Foreign) => ({ op: 'put' as const, item, base: 0 });

function batchesOf(items: readonly Item[], foreign: readonly Foreign[]): Pending[] {
  const known = new Set<unknown>(items);
  return inBatches([...items, ...foreign], putOf, A_BATCH).map((some) => ({
    id: newId(),
    format: VERSION,
    changes: some.map(putOf),
    step: some
      .filter((item): item is Item => known.has(item))
      .map((item) => ({ address: { kind: item.kind, id: item.id }, before: undefined, after: item })),
  }));
}

const megabytes = (bytes: number): string => `${(bytes / 1024 / 1024).toFixed(0)} MB`;
