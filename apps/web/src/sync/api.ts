import type { Batch, BatchAnswer as Answer, Changes as Heard, Job as JobType, Uuid } from '@alveus/plan';
import { BatchAnswer, Changes, Job } from '@alveus/plan';
import { ask, call } from './frame/http';
import { jobsApi } from './frame/jobsApi';

export { Refused, Unreachable } from './frame/http';

/** The server, as an open job talks to it. */
export const api = {
  ...jobsApi,
  job: async (id: Uuid): Promise<JobType> => Job.parse(await ask(`/jobs/${id}`)),
  changes: async (id: Uuid, since: number): Promise<Heard> =>
    Changes.parse(await ask(`/jobs/${id}/changes?since=${since}`)),
  send: async (id: Uuid, batch: Batch): Promise<Answer> =>
    BatchAnswer.parse((await call(`/jobs/${id}/changes`, 'POST', batch)).json),
};
export type Api = typeof api;
