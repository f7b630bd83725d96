import type { Side } from '@alveus/plan';
import { apart, exact, measured } from '../../phrase';
import { NEAR } from '../../tolerance';
import { BENCH, classOf, SLOPES, UNDER_SHIELD, UPRIGHT_PART, widthsOf } from '../../trench';
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

/** The tallest upright face of a benched side, as far as the trench is deep, m. */
function faceOf(side: Side, tall: number): number {
  if (side.by !== 'benched') return 0;
  const first = Math.min(side.first, tall);
  // What is left over the first face is one of the others, or part of one.
  return Math.max(first, Math.min(side.rise, tall - first));
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

/** What stands upright between two benches caves in as any other wall does. */
export const benchTall = rule<RunFacts>()({
  name: 'bench-tall',
  title: 'The upright faces of benches are low',
  stage: 'trench',
  severity: 'stop',
  source: SUBPART_P,
  local: true,
  number: { value: BENCH, quantity: 'depth', words: 'At most' },
  judge: ({ form, trench, run }, most) => {
    const { sides, deepest } = trench;
    if (!form || !sides || !deepest || SLOPES[classOf(form.cut.soil)] === 0 || run.protection === 'not-entered')
      return NOTHING;
    return (['left', 'right'] as const).flatMap((which) => {
      const face = faceOf(sides[which], deepest.depth);
      return face > most + NEAR
        ? [{ cause: which, which, at: deepest.at, by: face - most, quantity: 'depth' as const, face }]
        : [];
    });
  },
  words: ({ which, face }, { run }, most) => {
    const [is, least] = apart(measured(face, 'depth'), exact(most, 'depth'));
    return {
      what: [
        `Up the run, the ${which} side of ${run.name} is benched with an upright face of `,
        is,
        '; a face is at most ',
        least,
        '.',
      ],
      why: ['A face between two benches caves in on whoever stands at its foot.'],
      gives: ['Lower benches', 'Slope the sides', 'A shield, or shoring'],
    };
  },
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

/** How high a side stands upright over a shield, and whether it is too steep for its soil from there up. */
function overShield(side: Side, tall: number, depth: number, out: number): number {
  const from = Math.max(0, tall - UNDER_SHIELD);
  if (side.by === 'sloped') return side.out < out - NEAR ? depth - from : Math.min(side.over, depth) - from;
  return side.by === 'benched' ? Math.min(side.first, depth) - from : depth - from;
}

export const shieldLow = rule<RunFacts>()({
  name: 'shield-low',
  title: 'Over a shield the sides are sloped back',
  stage: 'trench',
  severity: 'stop',
  source: 'US 29 CFR 1926 Subpart P, 1926.652(e) and (g); from memory, and check your edition',
  local: true,
  judge: ({ run, form, trench }) => {
    const { sides, deepest } = trench;
    const shield = run.protection === 'shielded' ? run.cut?.shield : undefined;
    const out = SLOPES[classOf(form?.cut.soil)];
    if (!shield || !deepest || out === 0 || deepest.depth <= shield.tall + NEAR) return NOTHING;
    const upright: Side = { by: 'upright' };
    return (['left', 'right'] as const).flatMap((which) => {
      const by = overShield(sides?.[which] ?? upright, shield.tall, deepest.depth, out);
      return by > NEAR
        ? [{ cause: which, which, at: deepest.at, by, quantity: 'depth' as const, tall: shield.tall }]
        : [];
    });
  },
  words: ({ which, tall, by = 0 }, { run, trench, form }) => ({
    what: [
      `The shield in ${run.name} is `,
      measured(tall, 'depth'),
      ' tall, and the trench ',
      measured(trench.deepest?.depth ?? 0, 'depth'),
      ` deep: up the run, its ${which} side stands too steep over the shield for `,
      measured(by, 'depth'),
      '.',
    ],
    why: [
      'A side is sloped back from ',
      exact(UNDER_SHIELD, 'thickness'),
      ' under the top of the shield, at ',
      measured(SLOPES[classOf(form?.cut.soil)], 'plain'),
      ' out for one up in this soil, or it falls in over the top.',
    ],
    gives: ['Slope the sides over it', 'A taller shield', 'Another protection'],
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
export const SIDE_RULES = [sidesSteep, benchTall, benchLoose, shieldSmall, shieldLow, uphillDeep] as const;
