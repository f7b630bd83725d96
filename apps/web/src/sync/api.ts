import type { Batch, BatchAnswer as Answer, Changes as Heard, Job as JobType, Uuid } from '@alveus/plan';
import { BatchAnswer, Changes, Job, Jobs } from '@alveus/plan';

/** The server, as the app talks to it. */

/** Nobody answered: the server is down or out of reach. Trying again later is right. */
export class Unreachable extends Error {}

/** The server answered that it will not; trying the same again is no use. */
export class Refused extends Error {
  constructor(
    readonly status: number,
    message: string,
  ) {
    super(message);
  }
}

interface Shape<T> {
  parse(value: unknown): T;
}

const TIMEOUT = 15_000;

async function call(path: string, method = 'GET', body?: unknown): Promise<{ status: number; json: unknown }> {
  let response: Response;
  try {
    response = await fetch(`/api${path}`, {
      method,
      signal: AbortSignal.timeout(TIMEOUT),
      ...(body === undefined ? {} : { body: JSON.stringify(body), headers: { 'Content-Type': 'application/json' } }),
    });
  } catch {
    throw new Unreachable('The server cannot be reached.');
  }
  if (response.status >= 500) throw new Unreachable('The server has trouble; it will be tried again.');
  const json: unknown = response.status === 204 ? undefined : await response.json().catch(() => undefined);
  if (!response.ok && response.status !== 409)
    throw new Refused(response.status, messageOf(json) ?? `The server answered ${response.status}.`);
  return { status: response.status, json };
}

function messageOf(json: unknown): string | undefined {
  const error = (json as { error?: { message?: unknown } } | undefined)?.error;
  return typeof error?.message === 'string' ? error.message : undefined;
}

async function read<T>(shape: Shape<T>, path: string, method?: string, body?: unknown): Promise<T> {
  const { status, json } = await call(path, method, body);
  if (status === 409) throw new Refused(status, messageOf(json) ?? 'It exists already.');
  return shape.parse(json);
}

export const api = {
  jobs: async (): Promise<JobType[]> => (await read(Jobs, '/jobs')).jobs,
  job: (id: Uuid): Promise<JobType> => read(Job, `/jobs/${id}`),
  createJob: (id: Uuid, name: string): Promise<JobType> => read(Job, '/jobs', 'POST', { id, name }),
  renameJob: (id: Uuid, name: string): Promise<JobType> => read(Job, `/jobs/${id}`, 'PATCH', { name }),
  deleteJob: async (id: Uuid): Promise<void> => void (await call(`/jobs/${id}`, 'DELETE')),
  restoreJob: (id: Uuid): Promise<JobType> => read(Job, `/jobs/${id}/restore`, 'POST'),
  changes: (id: Uuid, since: number): Promise<Heard> => read(Changes, `/jobs/${id}/changes?since=${since}`),
  send: async (id: Uuid, batch: Batch): Promise<Answer> =>
    BatchAnswer.parse((await call(`/jobs/${id}/changes`, 'POST', batch)).json),
};
export type Api = typeof api;
