import { judge, NOTHING } from '../rule';
import { declareSubject } from '../subject';
import type { NodeFacts } from './facts';
import { FLOW_RULES, wrongFlows } from './flows';
import { JUNCTION_RULES } from './junction';
import { keptByNode } from './keeping';
import { LEVEL_RULES } from './levels';
import { MEETING_RULES } from './meeting';
import { floodsUp, OUTLET_RULES, waterOrder } from './outlet';

const USUAL_RULES = [...MEETING_RULES, keptByNode, waterOrder, floodsUp, ...LEVEL_RULES] as const;
const RULES = [...USUAL_RULES, ...FLOW_RULES, ...OUTLET_RULES, ...JUNCTION_RULES] as const;
/** What is put to most nodes: at those water flows as it may, and goes on. */
const THROUGH_RULES = [...USUAL_RULES, ...JUNCTION_RULES] as const;

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
    const through = leaving.length > 0 && flows.length === 0;
    return judge<NodeFacts>(through ? THROUGH_RULES : RULES, facts, profile, { id, node: id, line: main?.line });
  },
});
