import type { Profile, Service, ServiceDeclaration } from '@alveus/plan';
import { serviceOf } from '@alveus/plan';
import type { NodeEnd, NodeResult, Reader } from '../../results';

/** What a node is judged by. */
export interface NodeFacts extends NodeResult {
  readonly read: Reader;
  readonly profile: Profile;
  /** What comes there, or goes on from there, and must not. */
  readonly flows: readonly FlowWrong[];
}

/** What comes to a node, or goes on from there, and must not: by which rule, and in what it goes on. */
export interface FlowWrong {
  readonly rule: string;
  readonly end: NodeEnd;
  readonly into: string | undefined;
}

export function serviceAt({ service }: NodeEnd): ServiceDeclaration<Service> | undefined {
  return service && serviceOf(service);
}

/** Inverts that are known, of some ends. */
export function invertsOf(ends: readonly NodeEnd[]): number[] {
  return ends.flatMap(({ invert }) => invert ?? []);
}
