import { createContext, useContext, useEffect, useState } from 'react';
import type { ReactNode } from 'react';
import type { Frame } from './frame';
import type { JobActions } from './jobActions';
import type { Opening } from './opening';

const FrameContext = createContext<Frame | null>(null);

export function useFrame(): Frame {
  const frame = useContext(FrameContext);
  if (!frame) throw new Error('used outside its provider');
  return frame;
}

export function useJobActions(): JobActions {
  return useFrame().jobs;
}

interface FrameProviderProps {
  opening: Opening;
  /** Shown until the device's storage is open. */
  waiting: ReactNode;
  children: ReactNode;
}

/** What is there before any job is open. */
export function FrameProvider({ opening, waiting, children }: FrameProviderProps) {
  const [frame, setFrame] = useState(opening.now);
  useEffect(() => {
    if (!frame) void opening.frame.then(setFrame);
  }, [frame, opening]);
  return frame ? <FrameContext.Provider value={frame}>{children}</FrameContext.Provider> : waiting;
}
