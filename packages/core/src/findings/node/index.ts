import type { Profile } from '@alveus/plan';
import type { Finding, NodeResult, Reader } from '../../results';
import { judge } from '../rule';
import type { NodeFacts } from './facts';
import { FLOW_RULES } from './flows';
import { branchLow, drainOverRoof, sizesMeet, structureDrop } from './junction';
import { keptByNode } from './keeping';
import {
  bendDrop,
  dBoxInflow,
  dBoxPorts,
  dropRises,
  nodeGroundTwice,
  roofIntoFrench,
  sizeDown,
  waterParts,
} from './meeting';
import { endBuried, noOutlet, outletUnderWater, spillLow, standsFull, waterOrder } from './outlet';

/** Rules about nodes, in the order in which they are told. */
export const NODE_RULES = [
  dropRises,
  keptByNode,
  ...FLOW_RULES,
  noOutlet,
  endBuried,
  outletUnderWater,
  waterOrder,
  standsFull,
  spillLow,
  waterParts,
  dBoxPorts,
  dBoxInflow,
  sizeDown,
  bendDrop,
  roofIntoFrench,
  drainOverRoof,
  branchLow,
  structureDrop,
  sizesMeet,
  nodeGroundTwice,
] as const;

export function judgeNode(result: NodeResult, profile: Profile, read: Reader): readonly Finding[] {
  const { id, node, ground, rim, arriving, leaving, invert, bottom, depth } = result;
  // Field by field: this is made for every node, and copying objects wholesale takes many times as long.
  const facts = { id, node, ground, rim, arriving, leaving, invert, bottom, depth, read, profile };
  const main = leaving.length > 0 ? leaving[0] : arriving[0];
  return judge<NodeFacts>(NODE_RULES, facts, profile, { id, node: id, line: main?.line });
}
