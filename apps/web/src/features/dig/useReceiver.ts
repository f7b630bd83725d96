import type { Beat } from '@alveus/core/setout';
import { standIn, STEADY, steadyReading } from '@alveus/core/setout';
import { useEffect, useState } from 'react';
import { useAppSelector } from '../../store';
import { useSteady } from '../../ui/useSteady';
import { stood } from './world';

/** What the receiver tells now. */
export interface Heard {
  readonly reading: number | undefined;
  /** Once it has come to rest. */
  readonly steady: number | undefined;
}

/**
 * Listens to the level receiver while it is held somewhere. The one there is makes its readings up, in the page; a real one
 * would come by the same interface.
 * @param truth what a rod would read there; undefined while it is held nowhere
 */
export function useReceiver(truth: (() => number | undefined) | undefined): Heard | undefined {
  const faults = useAppSelector((state) => state.settings.receiver);
  const [heard, setHeard] = useState<Heard>();
  const truthNow = useSteady(() => truth?.());
  const listening = faults !== null && truth !== undefined;
  useEffect(() => {
    if (!listening || !faults) return undefined;
    let beats: readonly Beat[] = [];
    const receiver = standIn({ truth: truthNow, stood, random: Math.random, every }, faults);
    const off = receiver((beat) => {
      beats = [...beats.slice(1 - STEADY.beats), beat];
      setHeard({ reading: beat.reading, steady: steadyReading(beats) });
    });
    return () => {
      off();
      setHeard(undefined);
    };
  }, [listening, faults, truthNow]);
  return heard;
}

const every = (seconds: number, tick: () => void): (() => void) => {
  const timer = setInterval(tick, seconds * 1000);
  return () => clearInterval(timer);
};
