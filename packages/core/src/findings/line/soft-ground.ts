import type { TestPit } from '@alveus/plan';
import { pitAt, unsafeFrom } from '../../limits';
import { exact, measured } from '../../phrase';
import type { RunResult } from '../../results';
import { NEAR } from '../../tolerance';
import { stationsOf } from '../../trench';
import { FOOT } from '../../units';
import type { RunBounds } from '../bound';
import { SHORT_OF } from '../bound';
import { COMMON, limitOf, NOTHING, rule } from '../rule';
import { protection } from '../run/trench';
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
  number: { value: 3 * FOOT, quantity: 'depth', words: 'Depth from which it must be said' },
  local: true,
  judge: ({ runs, read, profile }, least) => {
    const usual = limitOf(profile, protection).value;
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
  bound: {
    run: (run, least) => {
      if (run.result.run.protection) return;
      const usual = limitOf(run.worked.profile, protection).value;
      for (const pit of pitsOfLine(run)) {
        const from = unsafeFrom(pit, least);
        if (from === undefined || from >= usual) continue;
        const words = ['the depth that needs protection in the soil of ', pit.name, ', ', exact(from, 'depth')];
        run.over(run.envelope.invert - from + SHORT_OF, run.limit(words, { gives: 'protection' }));
      }
    },
  },
});

/** Pits that were dug at any run of its line. */
function pitsOfLine({ worked: { runs, site }, line }: RunBounds): TestPit[] {
  return [...runs.values()].flatMap((at) =>
    at.run.line === line.id ? (site.pits.get(at.id) ?? []).filter((pit) => pitAt(pit, at) !== undefined) : [],
  );
}

/** Stretches of a run that are so deep or deeper. */
function deeper({ id, trench, grade, ground, envelope }: RunResult, depth: number) {
  if (!trench?.deepest || trench.deepest.depth < depth - NEAR) return NOTHING;
  return shortfalls(id, stationsOf(grade, ground, envelope), (station) => -station.depth, 2 * NEAR - depth, 0);
}
