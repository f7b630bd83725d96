import type { Evaluation } from '@alveus/core';
import type { Takeoff } from '@alveus/core/takeoff';
import { isTaken, takeoff } from '@alveus/core/takeoff';
import { useEffect, useState } from 'react';
import { useAppSelector } from '../../store';
import { selectCommitted } from '../../store/results';

export interface TakeoffNow {
  readonly evaluation: Evaluation;
  readonly takeoff: Takeoff;
  /** It is of the plan as it was, and is being worked out anew. */
  readonly stale: boolean;
}

/**
 * The take-off of the plan, worked out when it is looked at: once what is there has been painted, so that a large job
 * shows that it is at work. @returns undefined until the first is there
 */
export function useTakeoff(): TakeoffNow | undefined {
  const evaluation = useAppSelector(selectCommitted);
  const [now, setNow] = useState<Evaluation | undefined>(() => (isTaken(evaluation) ? evaluation : undefined));
  useEffect(() => {
    if (now === evaluation) return undefined;
    const timer = setTimeout(() => {
      takeoff(evaluation);
      setNow(evaluation);
    }, 0);
    return () => clearTimeout(timer);
  }, [evaluation, now]);
  return now && { evaluation: now, takeoff: takeoff(now), stale: now !== evaluation };
}
