import { createContext, useContext, useState } from 'react';
import type { ReactNode } from 'react';
import type { Actions } from './actions';
import type { Sync } from './begin';
import { syncOf } from './begin';
import { useFrame } from './frame/FrameProvider';
import type { Outbox } from './outbox';

const SyncContext = createContext<Sync | null>(null);

export function useActions(): Actions {
  return useSync().actions;
}

export function useOutbox(): Outbox {
  return useSync().outbox;
}

function useSync(): Sync {
  const sync = useContext(SyncContext);
  if (!sync) throw new Error('used outside its provider');
  return sync;
}

/** What an open job needs beside the screen. */
export function SyncProvider({ children }: { children: ReactNode }) {
  const frame = useFrame();
  const [sync] = useState(() => syncOf(frame));
  return <SyncContext.Provider value={sync}>{children}</SyncContext.Provider>;
}
