import type { ItemOf, Section } from '@alveus/plan';
import { exact, measured } from '../../phrase';
import { NEAR } from '../../tolerance';
import { envelope, runTrench } from '../../trench';
import { COMMON, NOTHING, rule } from '../rule';
import type { RunFacts } from './facts';

/** Estimators often take a trench off by the nominal size of its pipe. Of thick walls that is too little stone. */

/** So much larger than its nominal size the outside of a pipe is before it matters. */
const THICK = 1.1;

/** What is bought for the trench of a run, with its waste, if it were dug for this pipe by this section, kg. */
function bought({ grade, ground, form, read }: RunFacts, pipe: ItemOf<'pipe'>, section: Section): number {
  const of = envelope(section, pipe);
  const { amounts } = runTrench({ grade, ground, pipe, section, envelope: of, form });
  return of.layers.reduce((sum, { material }, index) => {
    const bulk = material === 'native' ? undefined : read.item('material', material);
    return sum + (bulk ? (amounts?.layers[index] ?? 0) * (1 + bulk.waste) * bulk.density : 0);
  }, 0);
}

export const byNominal = rule<RunFacts>()({
  name: 'by-nominal',
  title: 'Thick pipe estimated by its nominal size',
  stage: 'order',
  severity: 'watch',
  source: COMMON,
  judge: (facts) => {
    const { section, pipe } = facts;
    if (section?.width.rule !== 'room' || section.width.beside !== 'nominal') return NOTHING;
    if (pipe.outside < pipe.nominal * THICK) return NOTHING;
    const statedNominal = bought(
      facts,
      { ...pipe, outside: pipe.nominal, wall: Math.min(pipe.wall, pipe.nominal / 4) },
      section,
    );
    const is = bought(facts, pipe, { ...section, width: { ...section.width, beside: 'outside' } });
    return is - statedNominal < NEAR
      ? NOTHING
      : [{ by: is - statedNominal, quantity: 'mass' as const, told: statedNominal, is }];
  },
  words: ({ told: stated, is }, { run, pipe }) => ({
    what: [
      `The trench of ${run.name} is sized by the nominal size of its pipe, `,
      exact(pipe.nominal, 'fine'),
      ': that takes ',
      measured(stated, 'mass'),
      '. By its outside, ',
      exact(pipe.outside, 'fine'),
      ', with the same room, it takes ',
      measured(is, 'mass'),
      '.',
    ],
    why: ['The pipe wall takes up room meant for the fill, and what was ordered by the nominal size falls short.'],
    gives: ['Size the width by the outside of the pipe'],
  }),
});
