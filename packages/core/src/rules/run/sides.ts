import { exact, measured } from '../../phrase';
import { NEAR } from '../../tolerance';
import { widthsOf } from '../../trench';
import { INCH } from '../../units';
import { SHORT_OF } from '../bound';
import { benchLoose, benchTall, putTo, seepage, shieldLow, shieldUnsized, sidesSteep } from '../dug';
import { COMMON, limitOf, NOTHING, rule } from '../rule';
import { dugOfRun } from './dug';
import type { RunFacts } from './facts';
import { deepTrench, ENGINEERED, protection, TABLES_END } from './trench';

/** Whether the sides of a trench stand as they are cut. */

export const shieldSmall = rule<RunFacts>()({
  name: 'shield-small',
  title: 'Shield too narrow for the pipe',
  stage: 'trench',
  severity: 'stop',
  source: COMMON,
  number: { value: 6 * INCH, quantity: 'thickness', words: 'Minimum each side of the pipe' },
  judge: ({ run, pipe }, room) => {
    const shield = run.protection === 'shielded' ? run.cut?.shield : undefined;
    const by = shield && pipe.outside + 2 * room - shield.outside;
    return by !== undefined && by > NEAR ? [{ by, quantity: 'thickness' as const, at: 0 }] : NOTHING;
  },
  words: ({ by = 0 }, { run, pipe }, room) => ({
    what: [`The shield in ${run.name} is too narrow by `, measured(by, 'thickness'), '.'],
    why: [
      'The pipe is ',
      measured(pipe.outside, 'fine'),
      ' outside, and working beside it takes ',
      exact(room, 'thickness'),
      ' each side.',
    ],
    gives: ['Use a wider shield', 'Choose another protection'],
  }),
});

/** Volumes across a slope are told of one that stays the same, so that a wall of shallow soil is told by its own depth. */
export const uphillDeep = rule<RunFacts>()({
  name: 'uphill-deep',
  title: 'Uphill side too deep',
  stage: 'trench',
  severity: 'stop',
  source: COMMON,
  local: true,
  judge: ({ run, form, trench, profile, length }) => {
    const across = Math.abs(form?.cut.cut?.across ?? 0);
    const { deepest } = trench;
    const limit = limitOf(profile, protection).value;
    if (across === 0 || run.protection || !deepest || deepest.depth >= limit - NEAR) return NOTHING;
    const wall = deepest.depth + (across * trench.width) / 2;
    if (wall < limit - NEAR || length <= 0) return NOTHING;
    // As for `protection`: stable rock needs a look, and may need no more.
    const severity = form?.cut.soil === 'rock' ? ('watch' as const) : ('stop' as const);
    return [{ at: deepest.at, by: wall - limit, quantity: 'depth' as const, wall, severity }];
  },
  words: ({ wall }, { run }) => ({
    what: [
      `The uphill side of ${run.name} is `,
      measured(wall, 'depth'),
      ' high, and it has no worker protection yet.',
    ],
    why: ['The trench is shallower in the middle, but it is the higher side that caves in.'],
    gives: ['Set the worker protection', 'Raise the line'],
  }),
  bound: {
    run: (run) => {
      const { result, envelope, worked } = run;
      const across = Math.abs(result.form?.cut.cut?.across ?? 0);
      if (across === 0 || result.run.protection) return;
      const { value, source } = limitOf(worked.profile, protection);
      const widest = widthsOf(result).reduce((most, { width }) => Math.max(most, width), 0);
      const words = ['the depth at which its uphill side needs protection, ', exact(value, 'depth')];
      run.over(envelope.invert - (value - (across * widest) / 2) + SHORT_OF, run.limit(words, { source }));
    },
  },
});

/** In ground that falls across, the tables end by the higher side. */
const uphillTooDeep = rule<RunFacts>()({
  name: 'deep-trench',
  title: deepTrench.title,
  stage: deepTrench.stage,
  severity: deepTrench.severity,
  source: deepTrench.source,
  number: deepTrench.number,
  local: true,
  judge: (facts, most) => {
    const { deepest } = facts.trench;
    const tall = dugOfRun(facts)?.depth ?? 0;
    if (!deepest || deepest.depth > most + NEAR || tall <= most + NEAR) return NOTHING;
    return [{ at: deepest.at, by: tall - most, quantity: 'depth' as const, tall }];
  },
  words: ({ tall }, { run }, most) => ({
    what: [
      `The higher side of the trench of ${run.name} is `,
      measured(tall, 'depth'),
      ' above its bottom, more than ',
      exact(most, 'depth'),
      `: ${ENGINEERED}`,
    ],
    why: [TABLES_END],
    gives: ['Have it designed', 'Raise the line', 'Bore it'],
  }),
});

const ofRun = putTo(dugOfRun);

/** Rules about how the sides of a trench are cut. */
export const SIDE_RULES = [
  ofRun(sidesSteep),
  ofRun(benchTall),
  ofRun(benchLoose),
  ofRun(shieldUnsized),
  ofRun(shieldLow),
  ofRun(seepage),
  shieldSmall,
  uphillDeep,
  uphillTooDeep,
] as const;
