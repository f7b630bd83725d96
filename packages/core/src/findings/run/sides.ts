import type { Side } from '@alveus/plan';
import { exact, measured } from '../../phrase';
import { NEAR } from '../../tolerance';
import { classOf, SLOPES, UPRIGHT_PART, widthsOf } from '../../trench';
import { INCH } from '../../units';
import { SHORT_OF } from '../bound';
import { COMMON, limitOf, NOTHING, rule } from '../rule';
import type { RunFacts } from './facts';
import { protection } from './trench';

/** Whether the sides of a trench stand as they are cut. */

const SUBPART_P = 'US 29 CFR 1926 Subpart P, appendix B; from memory, and check your edition';

/** How much too steep a side is for its class, and why it is no side for it at all. */
function steepOf(side: Side, out: number, tall: number): { readonly by: number; readonly why: string } | undefined {
  if (side.by === 'upright') return out > 0 ? { by: out, why: 'stands upright' } : undefined;
  if (side.by === 'sloped') {
    if (side.out < out - NEAR) return { by: out - side.out, why: 'is sloped' };
    // Of a trench that is no deeper than its upright part nothing is sloped.
    const upright = Math.min(side.over, tall);
    return out > 0 && upright > UPRIGHT_PART + NEAR
      ? { by: 0, why: 'stands upright too high under its slope' }
      : undefined;
  }
  const overall = side.tread / side.rise;
  return overall < out - NEAR ? { by: out - overall, why: 'is benched' } : undefined;
}

/** Slopes and benches are what protects people, so that sides steeper than their soil stands at protect nobody. */
export const sidesSteep = rule<RunFacts>()({
  name: 'sides-steep',
  title: 'Sides are no steeper than their soil stands at',
  stage: 'trench',
  severity: 'stop',
  source: SUBPART_P,
  local: true,
  judge: ({ run, form, trench, profile }) => {
    const { sides, deepest } = trench;
    if (!form || !deepest || (run.protection !== 'sloped' && run.protection !== 'benched')) return NOTHING;
    if (deepest.depth < limitOf(profile, protection).value - NEAR) return NOTHING;
    const soil = classOf(form.cut.soil);
    const out = SLOPES[soil];
    const upright: Side = { by: 'upright' };
    return (['left', 'right'] as const).flatMap((which) => {
      const found = steepOf(sides?.[which] ?? upright, out, deepest.depth);
      return found ? [{ cause: which, which, at: deepest.at, ...found, soil, quantity: 'plain' as const }] : [];
    });
  },
  words: ({ which, why, soil }, { run, trench }) => ({
    what: [
      `Up the run, the ${which} side of ${run.name} ${why}, where it is `,
      measured(trench.deepest?.depth ?? 0, 'depth'),
      ` deep in ${soil === 'rock' ? 'rock' : `soil of class ${soil}`}.`,
    ],
    why: [
      'Such soil is cut no steeper than ',
      measured(SLOPES[soil], 'plain'),
      ' out for one up, and stands upright under a slope for no more than ',
      exact(UPRIGHT_PART, 'depth'),
      '. Soil that nobody has classed is taken for the loosest.',
    ],
    gives: ['Flatter sides', 'A shield, or shoring', 'Have the soil classed by a competent person'],
  }),
});

export const benchLoose = rule<RunFacts>()({
  name: 'bench-loose',
  title: 'Benches are cut only in soil that holds them',
  stage: 'trench',
  severity: 'stop',
  source: SUBPART_P,
  local: true,
  judge: ({ form, trench, run }) => {
    const { sides, deepest } = trench;
    if (!form || !sides || !deepest || classOf(form.cut.soil) !== 'C' || run.protection === 'not-entered')
      return NOTHING;
    const benched = (['left', 'right'] as const).some((which) => {
      const side = sides[which];
      return side.by === 'benched' && side.first < deepest.depth - NEAR;
    });
    return benched ? [{ at: deepest.at }] : NOTHING;
  },
  words: (_, { run }) => ({
    what: [`The sides of ${run.name} are benched, and its soil is of class C, or nobody has classed it.`],
    why: ['Loose and wet soil does not hold the edge of a bench: it is sloped, shielded or shored.'],
    gives: ['Slope the sides', 'A shield', 'Have the soil classed by a competent person'],
  }),
});

export const shieldSmall = rule<RunFacts>()({
  name: 'shield-small',
  title: 'The shield has room for the pipe',
  stage: 'trench',
  severity: 'stop',
  source: COMMON,
  number: { value: 6 * INCH, quantity: 'thickness', words: 'Each side of the pipe' },
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
    gives: ['A wider shield', 'Another protection'],
  }),
});

/** Volumes across a slope are told of one that stays the same, so that a wall of shallow soil is told by its own depth. */
export const uphillDeep = rule<RunFacts>()({
  name: 'uphill-deep',
  title: 'Across a slope the uphill side is the deep one',
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
    return wall >= limit - NEAR && length > 0
      ? [{ at: deepest.at, by: wall - limit, quantity: 'depth' as const, wall }]
      : NOTHING;
  },
  words: ({ wall }, { run }) => ({
    what: [
      `The uphill side of ${run.name} is `,
      measured(wall, 'depth'),
      ' high, and nothing says how people under it are protected.',
    ],
    why: ['In the middle the trench is shallower, but it is the higher side that caves in.'],
    gives: ['Say how people are protected', 'Raise the line'],
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

/** Rules about how the sides of a trench are cut. */
export const SIDE_RULES = [sidesSteep, benchLoose, shieldSmall, uphillDeep] as const;
