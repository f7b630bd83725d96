import type { Crossing, ItemOf, Profile, Service } from '@alveus/plan';
import { carriesSewage } from '@alveus/plan';
import type { CrossingResult, Reader } from '../../results';

/** What a utility is judged by, at one run. */
export interface CrossingFacts extends CrossingResult {
  readonly read: Reader;
  readonly profile: Profile;
  readonly run: string;
  readonly ours: ItemOf<'run'>;
  readonly length: number;
  readonly service: Service;
  readonly sewage: boolean;
}

/** A utility that lies at no run. */
export interface LooseFacts {
  readonly crossing: Crossing;
}

export function factsOfCrossing(result: CrossingResult, profile: Profile, read: Reader): CrossingFacts | undefined {
  const run = read.of('run', result.run);
  if (!run?.line || !run.measured) return undefined;
  const { service } = run.line;
  return {
    ...result,
    read,
    profile,
    ours: run.run,
    length: run.length,
    service,
    sewage: carriesSewage(service),
  };
}
