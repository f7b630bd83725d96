import { judge, NOTHING } from '../rule';
import { declareSubject } from '../subject';
import type { NodeFacts } from './facts';
import { FLOW_RULES, wrongFlows } from './flows';
import { JUNCTION_RULES } from './junction';
import { keptByNode } from './keeping';
import { MEETING_RULES } from './meeting';
import { OUTLET_RULES } from './outlet';

/** At most nodes water may flow as it does: those rules are not put to them. */
const USUAL_RULES = [...MEETING_RULES, keptByNode, ...OUTLET_RULES, ...JUNCTION_RULES] as const;
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
    const flows = wrongFlows(result);
    const facts = { id, node, ground, rim, arriving, leaving, invert, bottom, depth, read, profile, flows };
    const main = leaving.length > 0 ? leaving[0] : arriving[0];
    return judge<NodeFacts>(flows.length > 0 ? RULES : USUAL_RULES, facts, profile, { id, node: id, line: main?.line });
  },
});
