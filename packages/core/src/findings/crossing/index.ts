import type { Crossing, Profile } from '@alveus/plan';
import type { CrossingResult, Finding, Reader } from '../../results';
import { judge } from '../rule';
import type { CrossingFacts, LooseFacts } from './facts';
import { factsOfCrossing } from './facts';
import {
  besideTrench,
  clash,
  clearance,
  crossingLevel,
  handDig,
  sewerOverWater,
  utilityAstray,
  utilityLoose,
} from './rules';

/** Rules about utilities, in the order in which they are told. */
export const LOOSE_RULES = [utilityLoose] as const;
export const CROSSING_RULES = [
  clash,
  utilityAstray,
  crossingLevel,
  clearance,
  sewerOverWater,
  besideTrench,
  handDig,
] as const;

/** @param results the utility at each run that it lies at */
export function judgeCrossing(
  crossing: Crossing,
  results: readonly CrossingResult[],
  profile: Profile,
  read: Reader,
): readonly Finding[] {
  if (results.length === 0) return judge<LooseFacts>(LOOSE_RULES, { crossing }, profile, { id: crossing.id });
  return results.flatMap((result, index) => {
    const facts = factsOfCrossing(result, profile, read);
    const { run } = result;
    // Parts of one utility at several runs are told apart by the run; mostly there is only one.
    const id = index === 0 ? crossing.id : `${crossing.id}:${run}:${index}`;
    return facts ? judge<CrossingFacts>(CROSSING_RULES, facts, profile, { id, run, line: facts.ours.line }) : [];
  });
}
