import type { Edit, RunGrade } from '@alveus/plan';
import { carriesSewage, rulesFor, serviceOf } from '@alveus/plan';
import { fixDrop, fixFact, freeFact } from '../../grade';
import { judgedSize, slopesInForce } from '../limits';
import { apart, exact, measured } from '../../phrase';
import { insideDiameter, manning } from '../../pipe';
import { NEAR, NEAR_SLOPE } from '../../tolerance';
import type { Give } from '../../results';
import { COMMON, GEOMETRY, NOTHING, rule } from '../rule';
import type { RunFacts } from './facts';
import { endsAtOutlet } from './facts';

/** Whether water runs: the facts of the grade, fall, and slope. */

const FACT_WORDS = {
  low: 'low invert',
  high: 'high invert',
  slope: 'slope',
  drop: 'drop at the lower end',
  step: 'step at the upper end',
} as const;

const surplus = (contradicts: boolean) => (facts: RunFacts) =>
  facts.surplus.length === 0
    ? NOTHING
    : facts.surplus
        .filter((fact) => fact.contradicts === contradicts)
        .map(({ fact, off }) => ({
          fact,
          cause: fact,
          at: fact === 'high' || fact === 'step' ? facts.length : 0,
          ...(contradicts
            ? {
                by: Math.abs(off),
                quantity:
                  fact === 'slope'
                    ? ('slope' as const)
                    : fact === 'drop' || fact === 'step'
                      ? ('thickness' as const)
                      : ('distance' as const),
              }
            : {}),
        }));

/** Frees a fact of the run's grade, as one change of the plan. */
function freed({ run, read }: RunFacts, fact: keyof typeof FACT_WORDS): Give {
  const words = [`Unlock the ${FACT_WORDS[fact]}`];
  if (fact === 'step') return { words };
  const grade = read.item('runGrade', run.id);
  const plan = { run: { [run.id]: run }, runGrade: grade ? { [run.id]: grade } : {} };
  const items = fact === 'drop' ? fixDrop(plan, run, undefined) : [freeFact(run, grade, fact)];
  return { words, edits: items.map((item): Edit => ({ op: 'put', item })) };
}

export const gradeContradicts = rule<RunFacts>()({
  name: 'grade-contradicts',
  title: 'Locked figures that contradict',
  stage: 'grade',
  severity: 'fix',
  source: GEOMETRY,
  judge: surplus(true),
  words: ({ fact, by = 0, quantity = 'distance' }, facts) => ({
    what: [
      `The ${FACT_WORDS[fact]} locked on ${facts.run.name} contradicts the other locked figures by `,
      measured(by, quantity),
      '.',
    ],
    why: [
      'Figures that contradict each other cannot all be built. This one is ignored until one of them is unlocked or changed.',
    ],
    gives: [freed(facts, fact), 'Unlock or change one of the others'],
  }),
});

export const gradeSurplus = rule<RunFacts>()({
  name: 'grade-surplus',
  title: 'Over-locked grade',
  stage: 'grade',
  severity: 'watch',
  source: GEOMETRY,
  judge: surplus(false),
  words: ({ fact }, facts) => ({
    what: [`The ${FACT_WORDS[fact]} of ${facts.run.name} is locked, but the other locked figures already set it.`],
    why: ['They agree today. Change one of them, and they contradict each other.'],
    gives: [freed(facts, fact)],
  }),
});

export const againstGrade = rule<RunFacts>()({
  name: 'against-grade',
  helps: ['ends', 'ways'],
  title: 'Run falls the wrong way',
  stage: 'grade',
  severity: 'stop',
  source: GEOMETRY,
  judge: ({ id, length, grade: { slope } }) =>
    slope !== undefined && slope < -NEAR_SLOPE
      ? [
          {
            at: length,
            by: -slope * length,
            stretches: [{ run: id, from: 0, to: length, at: length, by: -slope * length }],
          },
        ]
      : NOTHING,
  words: ({ by = 0 }, { run }) => ({
    what: [`${run.name} falls the wrong way by `, measured(by, 'distance'), '.'],
    why: ['Water does not run uphill: the pipe would stand full and silt up.'],
    gives: ['Raise the high invert', 'Lower the low invert and everything below it', 'Reverse the flow'],
  }),
  bound: { run: (run) => run.slopeLeast(0, run.limit(['water, which runs downhill'])) },
});

/** The first least slope that a run does not have; none of one that falls the wrong way, of which that is said. */
function missedBand({ line, grade: { slope }, pipe, profile }: RunFacts) {
  if (slope === undefined || slope < -NEAR_SLOPE) return undefined;
  return slopesInForce(rulesFor(profile, line.service), judgedSize(pipe)).find(
    ({ least }) => slope < least - NEAR_SLOPE,
  );
}

export const leastSlope = rule<RunFacts>()({
  name: 'least-slope',
  helps: ['ends', 'ways'],
  title: 'Too little fall',
  stage: 'grade',
  severity: 'fix',
  source: COMMON,
  local: true,
  judge: (facts) => {
    const { id, length, grade } = facts;
    const { slope } = grade;
    const missed = missedBand(facts);
    if (slope === undefined || !missed) return NOTHING;
    const { least, severity, source } = missed;
    const by = least - slope;
    return [
      {
        severity,
        least,
        slope,
        source,
        at: length / 2,
        by,
        quantity: 'slope' as const,
        stretches: [{ run: id, from: 0, to: length, at: length / 2, by }],
      },
    ];
  },
  words: ({ slope, least }, facts) => {
    const [has, needs] = apart(measured(slope, 'slope'), exact(least, 'slope'));
    return {
      what: [`${facts.run.name} has a slope of `, has, '; the minimum here is ', needs, '.'],
      why: ['On too little fall solids settle, and every sag in the pipe holds water.'],
      gives: [
        lowered(facts, least),
        raised(facts, least),
        ...(carriesSewage(facts.line.service) ? [] : ['Use a larger pipe where the rule allows less slope']),
      ],
    };
  },
  bound: {
    run: (run) => {
      const { line, pipe, worked } = run;
      for (const { least, source, severity } of slopesInForce(rulesFor(worked.profile, line.service), judgedSize(pipe)))
        run.slopeLeast(
          least,
          run.limit(['the minimum slope, ', exact(least, 'slope')], { source, severity, gives: 'pipe' }),
        );
    },
  },
});

/** The low invert as far down as the slope asks for, where it is this run's own to say. */
function lowered(facts: RunFacts, least: number): Give {
  const { run, grade, length, read } = facts;
  if (grade.high === undefined || !endsAtOutlet(facts)) return { words: ['Lower the outlet'] };
  const own = read.item('runGrade', run.id);
  const low = grade.high - least * length;
  const words = ['Lower the outlet to ', measured(low, 'elevation')];
  // Only where both ends are fixed does the slope follow; otherwise the low end is not what holds the slope.
  const item = fixFact(run, own, 'low', low);
  return own && facts.grade.low !== undefined && fixes(own) === 'both ends'
    ? { words, edits: [{ op: 'put', item }] }
    : { words };
}

/** The slope made steeper at its high end, where that is free to follow. */
function raised(facts: RunFacts, least: number): Give {
  const { run, read, grade, length } = facts;
  const own = read.item('runGrade', run.id);
  if (!own || grade.low === undefined) return { words: ['Raise the high end if the cover allows'] };
  const high = grade.low + least * length;
  const words = ['Raise the high invert to ', measured(high, 'elevation'), ' if the cover allows'];
  const how = fixes(own);
  if (how === 'slope') return { words, edits: [{ op: 'put', item: fixFact(run, own, 'slope', least) }] };
  if (how === 'both ends') return { words, edits: [{ op: 'put', item: fixFact(run, own, 'high', high) }] };
  return { words };
}

/** What holds a run's slope. */
function fixes(grade: RunGrade): 'slope' | 'both ends' | undefined {
  const both = grade.a !== undefined && grade.b !== undefined;
  if (grade.slope !== undefined) return both ? undefined : 'slope';
  return both ? 'both ends' : undefined;
}

export const deadLevel = rule<RunFacts>()({
  name: 'dead-level',
  helps: ['ends', 'ways'],
  title: 'Dead level pipe',
  stage: 'grade',
  severity: 'fix',
  source: COMMON,
  judge: (facts) => {
    const { length, service, grade } = facts;
    if (grade.slope === undefined || Math.abs(grade.slope) > NEAR_SLOPE || service.level) return NOTHING;
    // Where the least slope is asked for, that says it, and what to do.
    const said = facts.profile.rules[leastSlope.name]?.on === false ? undefined : missedBand(facts)?.severity;
    return said === 'fix' || said === 'stop' ? NOTHING : [{ at: length / 2 }];
  },
  words: (_, facts) => ({
    what: [`${facts.run.name} is dead level.`],
    why: ['Nobody lays pipe without small sags: with no fall at all it holds water and silts up.'],
    gives: ['Give it a slope', 'Lower the outlet', 'Raise the high end if the cover allows'],
  }),
  bound: {
    run: (run) => {
      if (serviceOf(run.line.service).level) return;
      // So much that levels in whole steps cannot come out level, and no more.
      const least = Math.max(4 * NEAR_SLOPE, (3 * NEAR) / run.result.length);
      run.slopeLeast(least, run.limit(['some fall: no pipe is laid dead level']));
    },
  },
});

export const steep = rule<RunFacts>()({
  name: 'steep',
  title: 'Very steep run',
  stage: 'grade',
  severity: 'watch',
  source: COMMON,
  judge: ({ length, line, grade: { slope }, pipe, profile }) => {
    const limit = rulesFor(profile, line.service).steep;
    if (!limit || slope === undefined || slope <= 0) return NOTHING;
    const value = limit.by === 'slope' ? slope : manning(insideDiameter(pipe), slope, pipe.manning).speed;
    if (value <= limit.limit + (limit.by === 'slope' ? NEAR_SLOPE : NEAR)) return NOTHING;
    const { severity, source } = limit;
    return [
      {
        severity,
        source,
        value,
        most: limit.limit,
        at: length / 2,
        by: value - limit.limit,
        quantity: limit.by,
      },
    ];
  },
  words: ({ value, most, quantity }, { run }) => {
    const [has, odd] = apart(measured(value, quantity), exact(most, quantity));
    return quantity === 'slope'
      ? {
          what: [`${run.name} has a slope of `, has, '; more than ', odd, ' is unusual for this service.'],
          why: ['Too steep is no better: liquid outruns solids, or everything runs to the low end.'],
          gives: ['Take up the fall in a drop at a structure', 'Flatten the run'],
        }
      : {
          what: [`${run.name} runs at `, has, ' when full; more than ', odd, ' is unusual.'],
          why: ['Fast water scours the pipe and the ground at its outlet.'],
          gives: ['Put drops at structures', 'Put stone at the outlet to spread the water'],
        };
  },
  bound: {
    run: (run) => {
      const { line, pipe, worked } = run;
      const limit = rulesFor(worked.profile, line.service).steep;
      if (!limit) return;
      const { by, limit: most, severity, source } = limit;
      // Speed grows with the root of the slope.
      const slope = by === 'slope' ? most : (most / manning(insideDiameter(pipe), 1, pipe.manning).speed) ** 2;
      const words =
        by === 'slope'
          ? ['the steepest usual slope, ', exact(most, by)]
          : ['the fastest usual flow, ', exact(most, by), ' when full'];
      run.slopeMost(slope, run.limit(words, { source, severity }));
    },
  },
});

/** Rules about the facts of a grade, and its fall. */
export const GRADE_RULES = [againstGrade, gradeContradicts, gradeSurplus, leastSlope, deadLevel, steep] as const;
