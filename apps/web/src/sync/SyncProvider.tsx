import { createContext, useContext, useState } from 'react';
import type { ReactNode } from 'react';
import { withJob } from '../store/store';
import type { Actions } from './actions';
import { actionsOn } from './actions';
import { api } from './api';
import { SyncEngine } from './engine';
import type { Frame } from './frame/FrameProvider';
import { useFrame } from './frame/FrameProvider';

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

/** What an open job needs beside the screen. It begins with the first job of a page, and goes on until that ends. */
export function SyncProvider({ children }: { children: ReactNode }) {
  const frame = useFrame();
  const [sync] = useState(() => begun(frame));
  return <SyncContext.Provider value={sync}>{children}</SyncContext.Provider>;
}

const all = new WeakMap<Frame, Sync>();

function begun(frame: Frame): Sync {
  const known = all.get(frame);
  if (known) return known;
  const store = withJob(frame.store);
  const engine = new SyncEngine(store, api, frame.device);
  const soon = (): void => void engine.run();
  window.addEventListener('online', soon);
  window.addEventListener('focus', soon);
  frame.ends.add(() => {
    engine.stop();
    window.removeEventListener('online', soon);
    window.removeEventListener('focus', soon);
  });
  const sync = { engine, actions: actionsOn(store) };
  all.set(frame, sync);
  return sync;
}
