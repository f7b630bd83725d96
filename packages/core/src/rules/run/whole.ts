import type { Breach } from '../rule';
import { GEOMETRY, NOTHING, rule } from '../rule';
import type { BareFacts, RunFacts } from './facts';
import { lostOf } from './facts';

/** Whether a run has all it is made of. */

export const somethingLost = rule<BareFacts>()({
  name: 'something-lost',
  title: 'Run incomplete',
  stage: 'grade',
  severity: 'stop',
  source: GEOMETRY,
  judge: (facts) => (lostOf(facts).length > 0 ? [{}] : NOTHING),
  words: (_, facts) => ({
    what: [`${facts.result.run.name} has lost its ${lostOf(facts).join(' and ')}.`],
    why: ['It was removed, perhaps by somebody else at the same time.'],
    gives: ['Choose another', 'Undo the removal'],
  }),
});

export const lengthOpen = rule<BareFacts>()({
  name: 'length-open',
  unfinished: true,
  title: 'Run without a length',
  stage: 'site',
  severity: 'fix',
  source: GEOMETRY,
  judge: ({ result }) => (result.measured ? NOTHING : [{}]),
  words: (_, { result }) => ({
    what: [`${result.run.name} has no length: its ends are not both on the sketch, or are at one place.`],
    why: ['Without it there is no grade and no depth.'],
    gives: ['Place both ends on the sketch', 'Type its length'],
  }),
});

export const ring = rule<RunFacts>()({
  name: 'ring',
  title: 'Runs in a loop',
  stage: 'site',
  severity: 'stop',
  source: GEOMETRY,
  judge: ({ ringed }): readonly Breach[] => (ringed ? [{ at: 0 }] : NOTHING),
  words: (_, { run }) => ({
    what: [`${run.name} is part of a loop: its water would come back to where it was.`],
    why: ['Lines drain from their upper ends to their outlets, never in a circle.'],
    gives: ['Reverse a run of the loop', 'End it somewhere else'],
  }),
});
