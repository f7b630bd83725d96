import type { Job, Uuid } from '@alveus/plan';
import { ask } from './http';

/** The server's list of jobs, as the app talks to it. */
export const jobsApi = {
  jobs: (): Promise<Job[]> => listOf('/jobs'),
  deletedJobs: (): Promise<Job[]> => listOf('/jobs/deleted'),
  job: async (id: Uuid): Promise<Job> => jobOf(await ask(`/jobs/${id}`)),
  createJob: async (id: Uuid, name: string): Promise<Job> => jobOf(await ask('/jobs', 'POST', { id, name })),
  renameJob: async (id: Uuid, name: string): Promise<Job> => jobOf(await ask(`/jobs/${id}`, 'PATCH', { name })),
  deleteJob: async (id: Uuid): Promise<void> => void (await ask(`/jobs/${id}`, 'DELETE')),
  restoreJob: async (id: Uuid): Promise<Job> => jobOf(await ask(`/jobs/${id}/restore`, 'POST')),
};
async function listOf(path: string): Promise<Job[]> {
  const { jobs } = ((await ask(path)) ?? {}) as { jobs?: unknown };
  if (!Array.isArray(jobs)) throw new TypeError('The server sent no list of jobs.');
  return jobs.map(jobOf);
}

export type JobsApi = typeof jobsApi;

const FIELDS = { id: 'string', name: 'string', sequence: 'number', changedAt: 'string' } as const satisfies Record<
  keyof Job,
  'string' | 'number'
>;

/**
 * A job of the list. Read without the plan's schemas, which take longer to set up than all the rest of the first
 * screen; whatever is opened is checked by them.
 */
export function jobOf(json: unknown): Job {
  const given = (typeof json === 'object' && json !== null ? json : {}) as Record<string, unknown>;
  const wrong = Object.entries(FIELDS).find(([field, type]) => typeof given[field] !== type);
  if (wrong) throw new TypeError(`The server sent a job with a wrong ${wrong[0]}.`);
  const { id, name, sequence, changedAt } = given as Job;
  return { id, name, sequence, changedAt };
}
