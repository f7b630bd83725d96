import type { Profile, Service, ServiceDeclaration } from '@alveus/plan';
import { serviceOf } from '@alveus/plan';
import type { NodeEnd, NodeResult, Reader } from '../../results';

/** What a node is judged by. */
export interface NodeFacts extends NodeResult {
  readonly read: Reader;
  readonly profile: Profile;
}

export function serviceAt({ service }: NodeEnd): ServiceDeclaration<Service> | undefined {
  return service && serviceOf(service);
}

/** Inverts that are known, of some ends. */
export function invertsOf(ends: readonly NodeEnd[]): number[] {
  return ends.flatMap(({ invert }) => invert ?? []);
}
