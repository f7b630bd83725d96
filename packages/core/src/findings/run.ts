import { groundAt } from '../ground';
import type { Finding, FindingParts } from './finding';
import { finding } from './finding';
import { fall, gradeFacts, leastSlope, outletWater, ring, steep } from './grade-rules';
import { drawnLengths, groundKnown, groundTwice } from './ground-rules';
import type { Rule, RunFacts } from './rule';
import { NOTHING } from './rule';
import { judgeCrossing, judgeFrost, judgePit } from './site';
import { cover, layersFit, leaderStone, narrow, protection } from './trench-rules';

/** Puts every rule to a run. */
export function judgeRun(facts: RunFacts): Finding[] {
  const found: Finding[] = [];
  for (const rule of RULES) {
    const parts = rule(facts);
    for (let index = 0; index < parts.length; index += 1) {
      found.push(finding(facts.line.id, facts.run.id, parts[index] as FindingParts, index > 0 ? String(index) : ''));
    }
  }
  return found;
}

const site: Rule = ({ run, line, profile, crossings, pits, frost, trench, ground, grade, envelope }) =>
  crossings.length === 0 && pits.length === 0 && frost === undefined
    ? NOTHING
    : [
        ...crossings.flatMap((one) => judgeCrossing(one, line.service, run.name, profile)),
        ...pits.flatMap((pit) =>
          judgePit(pit, run, (at) => {
            const elevation = groundAt(ground, at);
            return elevation === undefined || grade.low === undefined || grade.slope === undefined
              ? undefined
              : elevation - (grade.low + grade.slope * at - envelope.invert);
          }),
        ),
        ...judgeFrost(frost, line.service, run, trench),
      ];

const RULES: readonly Rule[] = [
  ring,
  narrow,
  fall,
  protection,
  gradeFacts,
  leastSlope,
  outletWater,
  cover,
  groundKnown,
  groundTwice,
  drawnLengths,
  site,
  layersFit,
  leaderStone,
  steep,
];
