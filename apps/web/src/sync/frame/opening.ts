import { waitingCounted } from '../../store/frame/jobs';
import { noticed } from '../../store/frame/notice';
import { fetchJobs } from '../../store/frame/server';
import { settingsChanged } from '../../store/frame/settings';
import type { FrameStore } from '../../store/frame/store';
import { listenInFrame, makeStore } from '../../store/frame/store';
import { loadShared } from '../../shared';
import type { Device } from './device';
import { openDevice } from './device';
import type { Frame } from './frame';
import { jobActionsOn } from './jobActions';
import { jobsApi } from './jobsApi';
import { keepJobsList } from './jobsList';

/** What a page begins with: no edit can come before it can be kept, so nothing is edited before the storage is open. */
export interface Opening {
  readonly store: FrameStore;
  /** Once the device's storage is open, or cannot be. */
  readonly frame: Promise<Frame>;
  /** The same, where it is there already. */
  now(): Frame | undefined;
}

const NEWER = 'A newer version of the app is open in another tab. Reload this page: from here on it saves nothing.';

/** Asks for the storage and for the list of jobs. Both come while the first screen is still being made. */
export function openFrame(): Opening {
  const store = makeStore(jobsApi);
  void store.dispatch(fetchJobs());
  let opened: Frame | undefined;
  const newer = (): void => void store.dispatch(noticed(NEWER));
  const frame = openDevice(undefined, undefined, newer)
    .catch(() => undefined)
    .then(async (device) => {
      const settings = await device?.settings().catch(() => undefined);
      if (settings) store.dispatch(settingsChanged(settings));
      opened = begin(store, device);
      void sendWhatWaits(opened);
      return opened;
    });
  return { store, frame, now: () => opened };
}

/** What was typed in an earlier page goes out, though no job is opened on this one. */
async function sendWhatWaits(frame: Frame): Promise<void> {
  const waiting = await frame.device?.waiting().catch(() => undefined);
  if (!waiting || waiting.size === 0) return;
  frame.store.dispatch(waitingCounted(Object.fromEntries(waiting)));
  await frame.run().catch(() => undefined);
}

function begin(store: FrameStore, device: Device | undefined): Frame {
  keepJobsList(store, device, jobsApi.job);
  store.dispatch(
    listenInFrame({
      predicate: (_action, now, before) => now.settings !== before.settings,
      effect: (_action, { getState }) => void device?.keepSettings(getState().settings).catch(() => undefined),
    }),
  );
  const frame: Frame = {
    store,
    device,
    jobs: jobActionsOn(store, jobsApi, device, () => frame.run()),
    run: async () => {
      await loadShared();
      const { syncOf } = await import('../begin');
      await syncOf(frame).outbox.run();
    },
  };
  return frame;
}
