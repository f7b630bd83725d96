import type { Side, SoilClass, UpRun } from '@alveus/plan';
import { apart, capital, exact, measured } from '../../phrase';
import { groundAt } from '../../ground';
import { pitAt } from '../limits';
import { NEAR } from '../../tolerance';
import { BENCH, classOf, SLOPES, UNDER_SHIELD, UPRIGHT_PART } from '../../trench';
import { COMMON, NOTHING, rule } from '../rule';
import type { Dug, Face } from './dug';

/** Whether the sides of a trench or a hole stand as they are cut, and hold back what would fall on people. */

const SUBPART_P = 'US 29 CFR 1926 Subpart P, appendix B; from memory, and check your edition';
const CLASSED = 'Have a competent person classify the soil';

/** How a face is named at the beginning of a sentence. */
const faceName = ({ which }: Face, { name }: Dug): string =>
  which ? `the ${which} side of ${name}, looking up the run,` : `the side of ${name}`;

const soilName = (soil: SoilClass): string => (soil === 'rock' ? 'rock' : `Type ${soil} soil`);

/** Whether people go in: nobody is hurt by the sides of what is not entered. */
const entered = ({ protection }: Dug): boolean => protection !== 'not-entered';

/** Each face of which something is wrong, as a breach: its cause tells apart the two of a run. */
function byFace<B>(dug: Dug, wrong: (face: Face) => B | undefined) {
  return dug.faces.flatMap((face) => {
    const found = wrong(face);
    return found === undefined
      ? []
      : [
          {
            ...(face.which ? { cause: face.which } : {}),
            ...(dug.at === undefined ? {} : { at: dug.at }),
            face,
            ...found,
          },
        ];
  });
}

/** How much too steep a side is for its class, and why it is no side for it at all. */
function steepOf(side: Side, out: number, tall: number): { readonly by: number; readonly why: string } | undefined {
  if (side.by === 'upright') return out > 0 ? { by: out, why: 'is vertical' } : undefined;
  if (side.by === 'sloped') {
    if (side.out < out - NEAR) return { by: out - side.out, why: 'is sloped too steeply' };
    // Of a trench that is no deeper than its upright part nothing is sloped.
    const upright = Math.min(side.over, tall);
    return out > 0 && upright > UPRIGHT_PART + NEAR
      ? { by: 0, why: 'has too much vertical side below the slope' }
      : undefined;
  }
  const overall = side.tread / side.rise;
  return overall < out - NEAR ? { by: out - overall, why: 'is benched too steeply' } : undefined;
}

/** The tallest upright face of a benched side, as far as the trench is deep, m. */
function benchFace(side: Side, tall: number): number {
  if (side.by !== 'benched') return 0;
  const first = Math.min(side.first, tall);
  // What is left over the first face is one of the others, or part of one.
  return Math.max(first, Math.min(side.rise, tall - first));
}

/** Slopes and benches are what protects people, so that sides steeper than their soil stands at protect nobody. */
export const sidesSteep = rule<Dug>()({
  name: 'sides-steep',
  title: 'Side slope too steep',
  stage: 'trench',
  severity: 'stop',
  source: SUBPART_P,
  local: true,
  judge: (dug) => {
    const { protection, protectFrom, depth, soil } = dug;
    if ((protection !== 'sloped' && protection !== 'benched') || depth < protectFrom - NEAR) return NOTHING;
    return byFace(dug, ({ side, tall }) => {
      const found = steepOf(side, SLOPES[soil], tall);
      return found && { ...found, quantity: 'plain' as const };
    });
  },
  words: ({ face, why }, dug) => ({
    what: [
      `${capital(faceName(face, dug))} ${why}: it is `,
      measured(face.tall, 'depth'),
      ` high, in ${soilName(dug.soil)}.`,
    ],
    why: [
      'Maximum slope in this soil is ',
      measured(SLOPES[dug.soil], 'plain'),
      ' out for one up; below a slope the side may be vertical for no more than ',
      exact(UPRIGHT_PART, 'depth'),
      '. Unclassified soil counts as the loosest.',
    ],
    gives: ['Flatten the sides', 'Use a shield or shoring', CLASSED],
  }),
});

/** The upright face between two benches caves in as any other wall does. */
export const benchTall = rule<Dug>()({
  name: 'bench-tall',
  title: 'Bench too tall',
  stage: 'trench',
  severity: 'stop',
  source: SUBPART_P,
  local: true,
  number: { value: BENCH, quantity: 'depth', words: 'At most' },
  judge: (dug, most) => {
    if (SLOPES[dug.soil] === 0 || !entered(dug)) return NOTHING;
    return byFace(dug, ({ side, tall }) => {
      const high = benchFace(side, tall);
      return high > most + NEAR ? { by: high - most, quantity: 'depth' as const, high } : undefined;
    });
  },
  words: ({ face, high }, dug, most) => {
    const [is, least] = apart(measured(high, 'depth'), exact(most, 'depth'));
    return {
      what: [`${capital(faceName(face, dug))} has a vertical bench face of `, is, '; the maximum is ', least, '.'],
      why: ['The face between two benches caves in on whoever stands below it.'],
      gives: ['Cut lower benches', 'Slope the sides', 'Use a shield or shoring'],
    };
  },
});

export const benchLoose = rule<Dug>()({
  name: 'bench-loose',
  title: 'Benches in loose soil',
  stage: 'trench',
  severity: 'stop',
  source: SUBPART_P,
  local: true,
  judge: (dug) => {
    if (dug.soil !== 'C' || !entered(dug)) return NOTHING;
    const benched = dug.faces.some(({ side, tall }) => side.by === 'benched' && side.first < tall - NEAR);
    return benched ? [dug.at === undefined ? {} : { at: dug.at }] : NOTHING;
  },
  words: (_, { name }) => ({
    what: [`The sides of ${name} are benched, but its soil is Type C or not classified.`],
    why: ['Loose or wet soil does not hold a bench. Slope, shield or shore it.'],
    gives: ['Slope the sides', 'Use a shield', CLASSED],
  }),
});

/** A word protects nobody: how wide and how tall the shield is decides what it holds back. */
export const shieldUnsized = rule<Dug>()({
  name: 'shield-unsized',
  title: 'Shield without a size',
  stage: 'trench',
  severity: 'stop',
  source: COMMON,
  judge: ({ protection, protectFrom, shield, depth, at }) =>
    protection === 'shielded' && !shield && depth >= protectFrom - NEAR ? [at === undefined ? {} : { at }] : NOTHING,
  words: (_, { name, depth }) => ({
    what: [
      `The shield in ${name}, `,
      measured(depth, 'depth'),
      ' deep, has no size yet, so nothing shows that it holds the sides back.',
    ],
    why: ['The trench is dug as wide as the shield, and sloped above its top.'],
    gives: ['Type its outside width and height, from its tabulated data', 'Choose another protection'],
  }),
});

/** How high a side stands too steep over a shield. */
function overShield(side: Side, tall: number, depth: number, out: number): number {
  const from = Math.max(0, tall - UNDER_SHIELD);
  if (side.by === 'sloped') return side.out < out - NEAR ? depth - from : Math.min(side.over, depth) - from;
  return side.by === 'benched' ? Math.min(side.first, depth) - from : depth - from;
}

export const shieldLow = rule<Dug>()({
  name: 'shield-low',
  title: 'Shield too low for the depth',
  stage: 'trench',
  severity: 'stop',
  source: 'US 29 CFR 1926 Subpart P, 1926.652(e) and (g); from memory, and check your edition',
  local: true,
  judge: (dug) => {
    const { shield, protection, soil } = dug;
    const out = SLOPES[soil];
    if (protection !== 'shielded' || !shield || out === 0) return NOTHING;
    return byFace(dug, ({ side, tall }) => {
      const by = tall <= shield.tall + NEAR ? 0 : overShield(side, shield.tall, tall, out);
      return by > NEAR ? { by, quantity: 'depth' as const, tall: shield.tall } : undefined;
    });
  },
  words: ({ face, tall, by = 0 }, dug) => ({
    what: [
      'The shield is ',
      measured(tall, 'depth'),
      ` tall: over it, ${faceName(face, dug)} is too steep for `,
      measured(by, 'depth'),
      ', up to the ground ',
      measured(face.tall, 'depth'),
      ' above the bottom.',
    ],
    why: [
      'Slope the side back from ',
      exact(UNDER_SHIELD, 'thickness'),
      ' below the top of the shield, at ',
      measured(SLOPES[dug.soil], 'plain'),
      ' out for one up in this soil, or it falls in over the top.',
    ],
    gives: ['Slope the sides above it', 'Use a taller shield', 'Choose another protection'],
  }),
});

/** Appendix A: soil that water freely seeps from is of class C, whatever it was when it was dry. */
export const seepage = rule<Dug>()({
  name: 'seepage',
  title: 'Seeping soil is Type C',
  stage: 'trench',
  severity: 'stop',
  source: 'US 29 CFR 1926 Subpart P, appendix A; from memory, and check your edition',
  local: true,
  judge: ({ protection, protectFrom, soil, wet, depth }) => {
    const cut = protection === 'sloped' || protection === 'benched' || protection === 'shielded';
    if (!cut || soil === 'C' || soil === 'rock' || depth < protectFrom - NEAR) return NOTHING;
    return wet.map(({ pit, by, at }) => ({
      cause: pit.id,
      by,
      quantity: 'depth' as const,
      ...(at === undefined ? {} : { at }),
      pit: pit.name,
    }));
  },
  words: ({ pit, by = 0 }, { name, soil }) => ({
    what: [
      `${pit} met water `,
      measured(by, 'depth'),
      ` above the bottom of ${name}, but its sides are cut as in Type ${soil} soil.`,
    ],
    why: ['Soil with water seeping out of it stands no better than the loosest, however firm it was dry.'],
    gives: ['Classify the soil of that pit as Type C', 'Pump the water down first', 'Shore it'],
  }),
  bound: {
    run: (run) => {
      const { id, result, envelope, worked } = run;
      const { protection } = result.run;
      const soil = classOf(result.form?.cut.soil);
      if ((protection !== 'sloped' && protection !== 'benched' && protection !== 'shielded') || soil === 'C') return;
      if (soil === 'rock') return;
      for (const pit of worked.site.pits.get(id) ?? []) {
        const at: UpRun | undefined = pitAt(pit, result);
        const ground = at === undefined ? undefined : groundAt(result.natural, at);
        if (at === undefined || ground === undefined || pit.groundwater === undefined) continue;
        const limit = run.limit([`water found in ${pit.name}, `, measured(pit.groundwater, 'depth'), ' deep']);
        run.atLeast(at, ground - pit.groundwater + envelope.invert, limit);
      }
    },
  },
});
