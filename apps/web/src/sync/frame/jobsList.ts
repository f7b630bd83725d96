import type { Job, Uuid } from '@alveus/plan';
import type { KnownJob } from '../../store/frame/jobs';
import { jobPut, jobsListed } from '../../store/frame/jobs';
import { server } from '../../store/frame/server';
import type { FrameStore } from '../../store/frame/store';
import { listenInFrame } from '../../store/frame/store';
import type { Device } from './device';
import { Refused } from './http';

/**
 * The list of jobs is read from this device, as long as the page; the server's is only fetched into it.
 * @param ask the server, whether it has a job
 */
export function keepJobsList(
  store: FrameStore,
  device: Device | undefined,
  ask: (job: Uuid) => Promise<unknown>,
): void {
  void device
    ?.jobs()
    .then((list) => {
      if (store.getState().jobs.state !== 'loading' || list.length === 0) return;
      const latest = [...list].sort((a, b) => (a.changedAt < b.changedAt ? 1 : -1));
      store.dispatch(jobsListed({ list: latest, state: 'remembered' }));
    })
    .catch(() => undefined);
  const { matchFulfilled, matchRejected, select } = server.endpoints.jobs;
  /** A job that is here, and not in the server's list: it was deleted, is far down, or the server has lost it. */
  const lookFor = async (job: KnownJob): Promise<void> => {
    const answer = await ask(job.id).catch((error: unknown) => error);
    if (!(answer instanceof Refused)) return;
    if (answer.code === 'job-deleted') return device?.forget(job.id);
    if (answer.code !== 'no-job') return;
    await device?.keepLost(job.id);
    store.dispatch(jobPut({ ...job, lost: true }));
  };
  const take = (list: Job[]): void => {
    store.dispatch(jobsListed({ list, state: 'fresh' }));
    void device
      ?.keepJobs(list)
      .then((unlisted) => Promise.all(unlisted.map(lookFor)))
      .catch(() => undefined);
  };
  const here = select()(store.getState()).data;
  if (here) take(here);
  store.dispatch(listenInFrame({ matcher: matchFulfilled, effect: ({ payload }) => take(payload) }));
  store.dispatch(
    listenInFrame({
      matcher: matchRejected,
      effect: ({ meta }) => {
        // Asked twice at once is no trouble with the server.
        if (meta.condition) return;
        store.dispatch(jobsListed({ list: [...store.getState().jobs.list], state: 'remembered' }));
      },
    }),
  );
}
