import type { Breach } from '../rule';
import { GEOMETRY, NOTHING, rule } from '../rule';
import type { BareFacts, RunFacts } from './facts';
import { lostOf } from './facts';

/** Whether a run has all it is made of. */

export const somethingLost = rule<BareFacts>()({
  name: 'something-lost',
  title: 'A run has its line, ends, pipe and section',
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
  title: 'A run has a length',
  stage: 'site',
  severity: 'fix',
  source: GEOMETRY,
  judge: ({ result }) => (result.measured ? NOTHING : [{}]),
  words: (_, { result }) => ({
    what: [`${result.run.name} has no length: its ends are not both on the sketch, or lie at one place.`],
    why: ['Without it neither its grade nor its depth follows.'],
    gives: ['Place both ends on the sketch', 'Type its length'],
  }),
});

export const ring = rule<RunFacts>()({
  name: 'ring',
  title: 'Water never comes back to where it was',
  stage: 'site',
  severity: 'stop',
  source: GEOMETRY,
  judge: ({ ringed }): readonly Breach[] => (ringed ? [{ at: 0 }] : NOTHING),
  words: (_, { run }) => ({
    what: [`${run.name} is part of a ring: its water would come back to where it was.`],
    why: ['A network drains from its upper ends to its outlets, and never round.'],
    gives: ['Reverse a run of the ring', 'End it elsewhere'],
  }),
});
