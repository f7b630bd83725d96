import { createContext, useContext, useEffect, useState } from 'react';
import type { ReactNode } from 'react';
import { useStore } from 'react-redux';
import { settingsChanged } from '../store';
import type { Store } from '../store/store';
import type { Actions } from './actions';
import { actionsOn } from './actions';
import { api } from './api';
import { openDevice } from './device';
import { SyncEngine } from './engine';

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

/** Opens the device's storage before anything is shown, so that no edit can come before it can be kept. */
export function SyncProvider({ children }: { children: ReactNode }) {
  const store = useStore() as Store;
  const [sync, setSync] = useState<Sync | null>(null);

  useEffect(() => {
    let engine: SyncEngine | undefined;
    let ended = false;
    const forget: (() => void)[] = [];
    void openDevice()
      .catch(() => undefined)
      .then(async (device) => {
        const settings = await device?.settings().catch(() => undefined);
        if (ended) return device?.close();
        if (settings) store.dispatch(settingsChanged(settings));
        engine = new SyncEngine(store, api, device);
        let kept = store.getState().settings;
        forget.push(
          store.subscribe(() => {
            const now = store.getState().settings;
            if (now !== kept) void device?.keepSettings((kept = now)).catch(() => undefined);
          }),
        );
        const soon = (): void => void engine?.run();
        window.addEventListener('online', soon);
        window.addEventListener('focus', soon);
        forget.push(() => {
          window.removeEventListener('online', soon);
          window.removeEventListener('focus', soon);
          device?.close();
        });
        setSync({ engine, actions: actionsOn(store, api, device) });
      });
    return () => {
      ended = true;
      engine?.stop();
      for (const work of forget) work();
    };
  }, [store]);

  return sync ? <SyncContext.Provider value={sync}>{children}</SyncContext.Provider> : null;
}
