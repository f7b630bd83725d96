import { itemsOf, LIMITS, openPlanFile } from '@alveus/plan';
import type { Uuid } from '@alveus/plan';
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
  const items = itemsOf(opened.plan);
  const at = LIMITS.batchChanges / 5;
  return jobs.create(opened.name, async (id) => {
    for (let from = 0; from < items.length; from += at) {
      const changes = items.slice(from, from + at).map((item) => ({ op: 'put' as const, item, base: 0 }));
      await api.send(id, { id: newId(), changes });
    }
  });
}

const megabytes = (bytes: number): string => `${(bytes / 1024 / 1024).toFixed(0)} MB`;
