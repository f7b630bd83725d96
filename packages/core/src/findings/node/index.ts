import { judge, NOTHING } from '../rule';
import { declareSubject } from '../subject';
import type { NodeFacts } from './facts';
import { FLOW_RULES } from './flows';
import { JUNCTION_RULES } from './junction';
import { keptByNode } from './keeping';
import { MEETING_RULES } from './meeting';
import { OUTLET_RULES } from './outlet';

const RULES = [...MEETING_RULES, keptByNode, ...FLOW_RULES, ...OUTLET_RULES, ...JUNCTION_RULES] as const;

export const NODES = declareSubject({
  name: 'node',
  kind: 'node',
  rules: RULES,
  told: 'along',
  judge(id, read, profile) {
    const result = read.of('node', id);
    if (!result) return NOTHING;
    const { node, ground, rim, arriving, leaving, invert, bottom, depth } = result;
    // Field by field: this is made for every node, and copying objects wholesale takes many times as long.
    const facts = { id, node, ground, rim, arriving, leaving, invert, bottom, depth, read, profile, flows: {} };
    const main = leaving.length > 0 ? leaving[0] : arriving[0];
    return judge<NodeFacts>(RULES, facts, profile, { id, node: id, line: main?.line });
  },
});
