import type { Crossing } from '@alveus/plan';
import { judge } from '../rule';
import { declareSubject } from '../subject';
import type { CrossingFacts, LooseFacts } from './facts';
import { factsOfCrossing } from './facts';
import { LOOSE_RULES, UTILITY_RULES } from './rules';

/** Utilities, each at the runs that it lies at. */
export const CROSSINGS = declareSubject({
  name: 'crossing',
  kind: 'crossing',
  rules: [...UTILITY_RULES, ...LOOSE_RULES] as const,
  told: 'along',
  judge(id, read, profile) {
    const crossing = read.item('crossing', id) as Crossing;
    const results = read.of('crossing', id) ?? [];
    if (results.length === 0) return judge<LooseFacts>(LOOSE_RULES, { crossing }, profile, { id });
    return results.flatMap((result, index) => {
      const facts = factsOfCrossing(result, profile, read);
      const { run } = result;
      // Parts of one utility at several runs are told apart by the run; mostly there is only one.
      const of = index === 0 ? id : `${id}:${run}:${index}`;
      return facts ? judge<CrossingFacts>(UTILITY_RULES, facts, profile, { id: of, run, line: facts.ours.line }) : [];
    });
  },
});
