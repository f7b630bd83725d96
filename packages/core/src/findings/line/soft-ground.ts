import { numberFor, pitAt, unsafeFrom } from '../../limits';
import { exact, measured } from '../../phrase';
import type { RunResult } from '../../results';
import { NEAR } from '../../tolerance';
import { stationsOf } from '../../trench';
import { COMMON, NOTHING, rule } from '../rule';
import { lengthOf, shortfalls, worstOf } from '../stretches';
import type { LineFacts } from './facts';

/**
 * Soil that does not stand, or that water runs out of: what a pit found at one run of a line holds for the whole of it,
 * until another says otherwise.
 */
export const softGround = rule<LineFacts>()({
  name: 'soft-ground',
  title: 'In soil that does not stand people are protected at less',
  stage: 'trench',
  severity: 'stop',
  source: COMMON,
  local: true,
  judge: ({ runs, read, profile }, least) => {
    const usual = numberFor(profile, 'protection').value;
    const found = [];
    for (const at of runs)
      for (const pit of read.of('pitsOn', at.id) ?? NOTHING) {
        const from = pitAt(pit, at) !== undefined ? unsafeFrom(pit, least) : undefined;
        // From the usual depth on it is asked for in any soil.
        if (from === undefined || from >= usual) continue;
        const stretches = runs.flatMap((run) => (run.run.protection ? [] : deeper(run, from)));
        const worst = worstOf(stretches);
        if (!worst) continue;
        found.push({
          cause: pit.id,
          run: worst.run,
          at: worst.at,
          by: Math.max(0, worst.by),
          quantity: 'depth' as const,
          stretches,
          pit: pit.name,
          wet: pit.soil !== 'C',
          from,
        });
      }
    return found;
  },
  words: ({ pit, wet, from, stretches = NOTHING }, { line }) => ({
    what: [
      `${pit} found ${wet ? 'water above the bottom of the trench' : 'soil of class C'}, and ${line.name} does not say how people in its trench are protected: `,
      measured(lengthOf(stretches), 'distance'),
      ' of it is ',
      exact(from, 'depth'),
      ' deep or more.',
    ],
    why: [
      'Soil that does not stand, or that water runs out of, caves in at less than the usual depth, and buries whoever bends down. A competent person decides.',
    ],
    gives: ['Say how: sloped, benched, shielded, shored or not entered', 'Draw the water down first', 'Raise the line'],
  }),
});

/** Stretches of a run that are so deep or deeper. */
function deeper({ id, trench, grade, ground, envelope }: RunResult, depth: number) {
  if (!trench?.deepest || trench.deepest.depth < depth - NEAR) return NOTHING;
  return shortfalls(id, stationsOf(grade, ground, envelope), (station) => -station.depth, 2 * NEAR - depth, 0);
}
