import { inBatches, itemsOf, LIMITS, openPlanFile, START, VERSION } from '@alveus/plan';
import type { Foreign, Item, Job, Pending, Uuid } from '@alveus/plan';
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
  if (text === undefined) {
    jobs.say('The file could not be read.');
    return undefined;
  }
  return jobFromText(text, jobs);
}

/** A new job from the text of a plan file; its name is told apart from those of the jobs that are there. */
export async function jobFromText(text: string, jobs: JobActions): Promise<Uuid | undefined> {
  const opened = openPlanFile(text);
  if (!opened.ok) {
    jobs.say(opened.message);
    return undefined;
  }
  return create(opened.name, itemsOf(opened.plan), opened.foreign, jobs);
}

/** Another job with all that is in one, as the server has it. */
export async function duplicateJob({ id, name }: Job, jobs: JobActions): Promise<Uuid | undefined> {
  const heard = await api.changes(id, 0, START).catch(() => undefined);
  if (!heard) {
    jobs.say('The server cannot be reached: the job cannot be copied now.');
    return undefined;
  }
  const items = heard.changes.flatMap(({ item }) => item ?? []);
  const foreign = heard.changes.flatMap((change) => change.foreign ?? []);
  return create(`${name}, copy`, items, foreign, jobs);
}

function create(
  name: string,
  items: readonly Item[],
  foreign: readonly Foreign[],
  jobs: JobActions,
): Promise<Uuid | undefined> {
  const batches = batchesOf(items, foreign);
  return jobs.create(jobs.free(name), {
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
  const own = new Set<unknown>(items);
  return inBatches([...items, ...foreign], putOf, A_BATCH).map((some) => ({
    id: newId(),
    format: VERSION,
    changes: some.map(putOf),
    step: some
      .filter((item): item is Item => own.has(item))
      .map((item) => ({ address: { kind: item.kind, id: item.id }, before: undefined, after: item })),
  }));
}

const megabytes = (bytes: number): string => `${(bytes / 1024 / 1024).toFixed(0)} MB`;
