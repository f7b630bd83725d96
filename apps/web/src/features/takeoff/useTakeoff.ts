import type { Evaluation } from '@alveus/core';
import type { Takeoff } from '@alveus/core/takeoff';
import { takeoff } from '@alveus/core/takeoff';
import { useEffect, useState } from 'react';
import { useAppSelector } from '../../store';
import { selectCommitted } from '../../store/results';

const known = new WeakMap<Evaluation, Takeoff>();

/** Worked out once for each evaluation, whoever looks at it. */
export function workedOut(evaluation: Evaluation): Takeoff {
  let found = known.get(evaluation);
  if (!found) known.set(evaluation, (found = takeoff(evaluation)));
  return found;
}

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
  const [now, setNow] = useState<Evaluation | undefined>(() => (known.has(evaluation) ? evaluation : undefined));
  useEffect(() => {
    if (now === evaluation) return undefined;
    const timer = setTimeout(() => {
      workedOut(evaluation);
      setNow(evaluation);
    }, 0);
    return () => clearTimeout(timer);
  }, [evaluation, now]);
  return now && { evaluation: now, takeoff: workedOut(now), stale: now !== evaluation };
}
