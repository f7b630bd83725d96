import { createContext, useContext, useEffect, useState } from 'react';
import type { ReactNode } from 'react';
import { useStore } from 'react-redux';
import { server } from '../store/server';
import { settingsChanged } from '../store/settings';
import type { Store } from '../store/store';
import { listenTo } from '../store/store';
import type { Actions } from './actions';
import { actionsOn } from './actions';
import { api } from './api';
import type { Device } from './device';
import { openDevice } from './device';
import { SyncEngine } from './engine';
import { keepJobsList } from './jobsList';

interface Sync {
  readonly engine: SyncEngine;
  readonly actions: Actions;
}

const SyncContext = createContext<Sync | null>(null);

export function useActions(): Actions {
  return useSync().actions;
}

export function useEngine(): SyncEngine {
  return useSync().engine;
}

function useSync(): Sync {
  const sync = useContext(SyncContext);
  if (!sync) throw new Error('used outside its provider');
  return sync;
}

/**
 * Opens the device's storage before anything else is shown, so that no edit can come before it can be kept.
 * @param waiting shown until then
 */
export function SyncProvider({ waiting, children }: { waiting: ReactNode; children: ReactNode }) {
  const store = useStore() as Store;
  const [sync, setSync] = useState<Sync | null>(null);

  useEffect(() => {
    let ended = false;
    let end = (): void => undefined;
    // Asked for while the storage opens: what comes first waits for the other.
    const list = store.dispatch(server.endpoints.jobs.initiate());
    void openDevice()
      .catch(() => undefined)
      .then(async (device) => {
        const settings = await device?.settings().catch(() => undefined);
        if (ended) return device?.close();
        if (settings) store.dispatch(settingsChanged(settings));
        const started = begin(store, device);
        end = started.end;
        setSync(started);
      });
    return () => {
      ended = true;
      list.unsubscribe();
      end();
    };
  }, [store]);

  return sync ? <SyncContext.Provider value={sync}>{children}</SyncContext.Provider> : waiting;
}

/** All that goes on beside the screen, and how to end it. */
function begin(store: Store, device: Device | undefined): Sync & { end: () => void } {
  const engine = new SyncEngine(store, api, device);
  const forgetList = keepJobsList(store, device);
  const forgetSettings = store.dispatch(
    listenTo({
      predicate: (_action, now, before) => now.settings !== before.settings,
      effect: (_action, { getState }) => void device?.keepSettings(getState().settings).catch(() => undefined),
    }),
  );
  const soon = (): void => void engine.run();
  window.addEventListener('online', soon);
  window.addEventListener('focus', soon);
  return {
    engine,
    actions: actionsOn(store, api),
    end: () => {
      engine.stop();
      forgetList();
      forgetSettings();
      window.removeEventListener('online', soon);
      window.removeEventListener('focus', soon);
      device?.close();
    },
  };
}
