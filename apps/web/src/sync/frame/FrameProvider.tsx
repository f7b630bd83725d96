import { createContext, useContext, useEffect, useState } from 'react';
import type { ReactNode } from 'react';
import { useStore } from 'react-redux';
import { waitingCounted } from '../../store/frame/jobs';
import { noticed } from '../../store/frame/notice';
import { server } from '../../store/frame/server';
import { settingsChanged } from '../../store/frame/settings';
import type { FrameStore } from '../../store/frame/store';
import { listenInFrame } from '../../store/frame/store';
import { loadShared } from '../../shared';
import type { Device } from './device';
import { openDevice } from './device';
import type { Frame } from './frame';
import type { JobActions } from './jobActions';
import { jobActionsOn } from './jobActions';
import { jobsApi } from './jobsApi';
import { keepJobsList } from './jobsList';

const FrameContext = createContext<Frame | null>(null);

export function useFrame(): Frame {
  const frame = useContext(FrameContext);
  if (!frame) throw new Error('used outside its provider');
  return frame;
}

export function useJobActions(): JobActions {
  return useFrame().jobs;
}

/**
 * Opens the device's storage before anything else is shown, so that no edit can come before it can be kept.
 * @param waiting shown until then
 */
export function FrameProvider({ waiting, children }: { waiting: ReactNode; children: ReactNode }) {
  const store = useStore() as FrameStore;
  const [frame, setFrame] = useState<Frame | null>(null);

  useEffect(() => {
    let ended = false;
    let end = (): void => undefined;
    // Asked for while the storage opens: what comes first waits for the other.
    const list = store.dispatch(server.endpoints.jobs.initiate());
    const newer = (): void => void store.dispatch(noticed(NEWER));
    void openDevice(undefined, undefined, newer)
      .catch(() => undefined)
      .then(async (device) => {
        const settings = await device?.settings().catch(() => undefined);
        if (ended) return device?.close();
        if (settings) store.dispatch(settingsChanged(settings));
        const begun = begin(store, device);
        end = () => begun.ends.forEach((one) => one());
        setFrame(begun);
        void sendWhatWaits(begun);
      });
    return () => {
      ended = true;
      list.unsubscribe();
      end();
    };
  }, [store]);

  return frame ? <FrameContext.Provider value={frame}>{children}</FrameContext.Provider> : waiting;
}

const NEWER = 'A newer version of the app is open in another tab. Load this page anew: from here on it keeps nothing.';

/** What was typed in an earlier page goes out, though no job is opened on this one. */
async function sendWhatWaits(frame: Frame): Promise<void> {
  const waiting = await frame.device?.waiting().catch(() => undefined);
  if (!waiting || waiting.size === 0) return;
  frame.store.dispatch(waitingCounted(Object.fromEntries(waiting)));
  await frame.run().catch(() => undefined);
}

function begin(store: FrameStore, device: Device | undefined): Frame {
  const ends = new Set<() => void>();
  ends.add(keepJobsList(store, device, jobsApi.job));
  ends.add(
    store.dispatch(
      listenInFrame({
        predicate: (_action, now, before) => now.settings !== before.settings,
        effect: (_action, { getState }) => void device?.keepSettings(getState().settings).catch(() => undefined),
      }),
    ),
  );
  ends.add(() => device?.close());
  const frame: Frame = {
    store,
    device,
    jobs: jobActionsOn(store, jobsApi, device, () => frame.run()),
    run: async () => {
      await loadShared();
      const { syncOf } = await import('../begin');
      await syncOf(frame).outbox.run();
    },
    ends,
  };
  return frame;
}
