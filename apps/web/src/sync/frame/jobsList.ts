import type { Job } from '@alveus/plan';
import { jobsListed } from '../../store/frame/jobs';
import { server } from '../../store/frame/server';
import type { FrameStore } from '../../store/frame/store';
import { listenInFrame } from '../../store/frame/store';
import type { Device } from './device';

/**
 * The list of jobs is read from this device; the server's is only fetched into it.
 * @returns how to end it
 */
export function keepJobsList(store: FrameStore, device: Device | undefined): () => void {
  void device
    ?.jobs()
    .then((list) => {
      if (store.getState().jobs.state !== 'loading' || list.length === 0) return;
      const latest = [...list].sort((a, b) => (a.changedAt < b.changedAt ? 1 : -1));
      store.dispatch(jobsListed({ list: latest, state: 'remembered' }));
    })
    .catch(() => undefined);
  const { matchFulfilled, matchRejected, select } = server.endpoints.jobs;
  const take = (list: Job[]): void => {
    store.dispatch(jobsListed({ list, state: 'fresh' }));
    void device?.keepJobs(list).catch(() => undefined);
  };
  const here = select()(store.getState()).data;
  if (here) take(here);
  const ends = [
    store.dispatch(listenInFrame({ matcher: matchFulfilled, effect: ({ payload }) => take(payload) })),
    store.dispatch(
      listenInFrame({
        matcher: matchRejected,
        effect: ({ meta }) => {
          // Asked twice at once is no trouble with the server.
          if (meta.condition) return;
          store.dispatch(jobsListed({ list: [...store.getState().jobs.list], state: 'remembered' }));
        },
      }),
    ),
  ];
  return () => ends.forEach((end) => end());
}
