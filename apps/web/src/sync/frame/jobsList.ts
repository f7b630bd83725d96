import type { Job, Uuid } from '@alveus/plan';
import type { KnownJob } from '../../store/frame/jobs';
import { jobPut, jobsRemembered } from '../../store/frame/jobs';
import { fetchJobs } from '../../store/frame/server';
import type { FrameStore } from '../../store/frame/store';
import { listenInFrame } from '../../store/frame/store';
import type { Device } from './device';
import { Refused } from './http';

/**
 * The list of jobs is read from this device, as long as the page; the server's is kept on it.
 * @param ask the server, whether it has a job
 */
export function keepJobsList(
  store: FrameStore,
  device: Device | undefined,
  ask: (job: Uuid) => Promise<unknown>,
): void {
  /** A job that is here, and not in the server's list: it was deleted, is far down, or the server has lost it. */
  const lookFor = async (job: KnownJob): Promise<void> => {
    const answer = await ask(job.id).catch((error: unknown) => error);
    if (!(answer instanceof Refused)) return;
    if (answer.code === 'job-deleted') return device?.forget(job.id);
    if (answer.code !== 'no-job') return;
    await device?.keepLost(job.id);
    store.dispatch(jobPut({ ...job, lost: true }));
  };
  const keep = (list: readonly Job[]): void =>
    void device
      ?.keepJobs(list)
      .then((unlisted) => Promise.all(unlisted.map(lookFor)))
      .catch(() => undefined);

  void device
    ?.jobs()
    .then((list) => store.dispatch(jobsRemembered([...list].sort((a, b) => (a.changedAt < b.changedAt ? 1 : -1)))))
    .catch(() => undefined);
  const { state, list } = store.getState().jobs;
  if (state === 'fresh') keep(list);
  store.dispatch(
    listenInFrame({
      predicate: (action, now, before) => fetchJobs.fulfilled.match(action) && now.jobs !== before.jobs,
      effect: (action) => keep((action as ReturnType<typeof fetchJobs.fulfilled>).payload.list),
    }),
  );
}
