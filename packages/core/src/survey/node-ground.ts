import type { ItemOf, Uuid } from '@alveus/plan';
import type { NodeLevel } from '../ground';
import type { Reader } from '../results';
import type { GroundShot } from './ground-shots';

/** The ground at a node: what was shot goes before what was typed, unless that is said to hold. */
export function groundThere(
  typed: ItemOf<'nodeGround'> | undefined,
  shot: GroundShot | undefined,
): NodeLevel | undefined {
  return (typed?.holds ? undefined : shot) ?? typed;
}

export function nodeGround(node: Uuid, read: Reader): NodeLevel | undefined {
  return groundThere(read.item('nodeGround', node), read.of('nodeShot', node));
}
