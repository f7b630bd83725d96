import type { Uuid } from '@alveus/plan';
import type { NodeLevel } from '../ground';
import type { Reader } from '../results';

/** The ground at a node: what was shot goes before what was typed, unless that is said to hold. */
export function nodeGround(node: Uuid, read: Reader): NodeLevel | undefined {
  const typed = read.item('nodeGround', node);
  return (typed?.holds ? undefined : read.of('nodeShot', node)) ?? typed;
}
