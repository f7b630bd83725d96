import { FOOT, INCH } from '../../units';
import type { ItemOf } from '@alveus/plan';
import { classOf, formOf, lowerOf, ONLY, serviceOf } from '@alveus/plan';
import { leastCover, PAST_BANK } from '../limits';
import { apart, exact, measured } from '../../phrase';
import { NEAR } from '../../tolerance';
import type { Envelope, KnownStation } from '../../trench';
import type { Stretch } from '../../results';
import { COMMON, NOTHING, rule } from '../rule';
import { breachOf, lengthOf, shortfalls } from '../stretches';
import type { RunFacts } from './facts';
import { endsAtOutlet, stationsAlong } from './facts';

/** Whether the pipe lies deep enough under the ground. */

const coverOf = ({ cover }: KnownStation): number => cover;

/** Whether the run comes out into the open at its lower end. */
function opens(facts: RunFacts): boolean {
  const lower = facts.read.item('node', lowerOf(facts.run));
  return lower !== undefined && formOf(lower.form).surfaces === true && endsAtOutlet(facts);
}

/**
 * How far up from an open end a pipe cannot be as deep as elsewhere, m: while the bank over it rises by the pipe's own
 * height and by the cover that is asked for. Where there is no bank it need not be shallow at all.
 * @param rise height that the ground must gain over the pipe from where it meets its underside, m
 */
function bankLength(facts: RunFacts, rise: number): number {
  if (!opens(facts)) return 0;
  const stations = stationsAlong(facts);
  if ((stations[0]?.at ?? 1) > NEAR) return 0;
  // The bank is where the pipe goes under: there the ground rises over it.
  const under = stations.findIndex(({ at, cover }) => at > NEAR && cover > NEAR);
  const [before, after] = [stations[under - 1], stations[under]];
  if (!before || !after || after.cover <= before.cover + NEAR) return 0;
  return rise / ((after.cover - before.cover) / (after.at - before.at));
}

/** A stretch from an open end that is no longer than the bank is excused; of a longer one, what lies beyond. */
export function pastBank(
  facts: RunFacts,
  stretches: readonly Stretch[],
  rise: number,
  beyond: number,
): { readonly excused: readonly Stretch[]; readonly judged: readonly Stretch[] } {
  const [first, ...rest] = stretches;
  if (!first || first.from > NEAR || !opens(facts)) return { excused: NOTHING, judged: stretches };
  const excused = bankLength(facts, rise) + beyond;
  // What goes on into the next run is no end that comes out of a bank.
  if (first.to <= excused + NEAR && first.to < facts.length - NEAR) return { excused: [first], judged: rest };
  return { excused: NOTHING, judged: stretches };
}

export const outOfGround = rule<RunFacts>()({
  name: 'out-of-ground',
  helps: ['ways'],
  title: 'Pipe out of the ground',
  stage: 'grade',
  severity: 'fix',
  source: COMMON,
  number: { value: FOOT, quantity: 'distance', words: 'Past the cut through the bank' },
  judge: (facts, beyond) => {
    const { id, trench, pipe } = facts;
    if (!trench.shallowest || trench.shallowest.cover >= -NEAR) return NOTHING;
    const { excused, judged: stated } = pastBank(
      facts,
      shortfalls(id, stationsAlong(facts), coverOf, 0, NEAR),
      pipe.outside,
      beyond,
    );
    return [
      ...breachOf(stated, { open: false }),
      ...breachOf(excused, { open: true, cause: 'open-end', severity: 'watch' as const }),
    ];
  },
  words: ({ open, by = 0, stretches = NOTHING }, { run }) => ({
    what: [
      `The pipe of ${run.name} is out of the ground by up to `,
      measured(by, 'thickness'),
      ' over ',
      measured(lengthOf(stretches), 'distance'),
      open ? ', where it comes to daylight.' : '.',
    ],
    why: [
      open
        ? 'Expected at an open end; protect it from mowers, wheels and sunlight.'
        : 'Pipe above ground carries no traffic, freezes and breaks. A cut end needs no more than its own height divided by the slope of the bank, plus a foot.',
    ],
    gives: ['Lower the pipe', 'Raise the ground over it', 'End the line lower down the slope'],
  }),
  bound: {
    run: (run, beyond) =>
      run.under(-run.crown, run.limit(['the ground over it']), run.excused(run.pipe.outside, beyond)),
  },
});

export const leastCoverOver = rule<RunFacts>()({
  name: 'least-cover',
  helps: ['ways'],
  title: 'Too little cover',
  stage: 'grade',
  severity: 'fix',
  source: COMMON,
  local: true,
  judge: (facts) => {
    const { id, trench, profile, line, run, pipe } = facts;
    if (facts.service.field) return NOTHING;
    const { value: least, source } = leastCover(profile, line.service, run);
    if (!trench.shallowest || trench.shallowest.cover >= least - NEAR) return NOTHING;
    const short = shortfalls(id, stationsAlong(facts), coverOf, least, NEAR);
    // Wheels crush it at an open end as anywhere.
    const { excused, judged: stated } = run.vehicles
      ? { excused: NOTHING, judged: short }
      : pastBank(facts, short, pipe.outside + least, PAST_BANK);
    const out = trench.shallowest.cover < -NEAR;
    return [
      ...breachOf(stated, { open: false, least, source }),
      // Where the end stands out, that is said, and says this too.
      ...(out
        ? NOTHING
        : breachOf(excused, { open: true, least, source, cause: 'open-end', severity: 'watch' as const })),
    ];
  },
  words: ({ open, least, by = 0, stretches = NOTHING }, { run }) => {
    const cover = least - by;
    const [has, needs] = apart(measured(Math.max(0, cover), 'thickness'), exact(least, 'thickness'));
    return {
      what: [
        ...(cover < -NEAR
          ? [`The pipe of ${run.name} is out of the ground`]
          : [`Cover over ${run.name} is down to `, has]),
        cover < -NEAR ? '; cover is short over ' : ' and is short over ',
        measured(lengthOf(stretches), 'distance'),
        '; the minimum here is ',
        needs,
        open ? '. It is the last stretch to daylight.' : '.',
      ],
      why: [
        run.vehicles
          ? 'Wheels crush a shallow pipe.'
          : 'A shallow pipe gets cut by spades, and frost lifts and breaks it.',
      ],
      gives: ['Lower the inverts', 'Use stronger pipe or a concrete cap', 'Keep vehicles off', 'Take another route'],
    };
  },
  bound: {
    run: (run) => {
      const { result, line, pipe, worked } = run;
      if (serviceOf(line.service).field) return;
      const { value: least, source } = leastCover(worked.profile, line.service, result.run);
      const limit = run.limit([exact(least, 'thickness'), ' of cover'], { source, gives: 'cover' });
      // Wheels crush it at an open end as anywhere.
      run.under(-run.crown - least, limit, result.run.vehicles ? 0 : run.excused(pipe.outside + least, PAST_BANK));
    },
  },
});

export const frost = rule<RunFacts>()({
  name: 'frost',
  helps: ['ways'],
  title: 'Sewer above frost depth',
  stage: 'site',
  severity: 'fix',
  source: COMMON,
  local: true,
  judge: (facts) => {
    const { id, service, read, trench } = facts;
    if (!service.frost) return NOTHING;
    const depth = read.item('site', ONLY)?.frost;
    if (depth === undefined || !trench.shallowest || trench.shallowest.cover >= depth - NEAR) return NOTHING;
    return breachOf(shortfalls(id, stationsAlong(facts), coverOf, depth, NEAR), {});
  },
  words: ({ by = 0, stretches = NOTHING }, { run }) => ({
    what: [
      `The pipe of ${run.name} is up to `,
      measured(by, 'thickness'),
      ' above frost depth, over ',
      measured(lengthOf(stretches), 'distance'),
      '.',
    ],
    why: ['A slow sewer freezes where the ground does.'],
    gives: ['Lower the run', 'Insulate over it'],
  }),
  bound: {
    run: (run) => {
      const depth = run.worked.plan.site[ONLY]?.frost;
      if (depth === undefined || !serviceOf(run.line.service).frost) return;
      run.under(-run.crown - depth, run.limit(['frost, ', exact(depth, 'thickness'), ' deep']));
    },
  },
});

export const soilOverStone = rule<RunFacts>()({
  name: 'soil-over-stone',
  helps: ['ways'],
  title: "Soil over a lateral's stone",
  stage: 'trench',
  severity: 'fix',
  source: COMMON,
  number: { value: 6 * INCH, quantity: 'thickness', words: 'Minimum soil' },
  local: true,
  judge: (facts, usual) => {
    const { id, service, envelope, trench, read } = facts;
    if (!service.field) return NOTHING;
    const least = soilOver(facts, usual);
    const top = stoneTop(envelope, (id) => read.item('material', id));
    if (!trench.shallowest || trench.shallowest.depth - top >= least - NEAR) return NOTHING;
    return breachOf(
      shortfalls(id, stationsAlong(facts), ({ depth }) => depth - top, least, NEAR),
      { least },
    );
  },
  words: ({ least, by = 0, stretches = NOTHING }, { run }) => {
    const over = least - by;
    const [has, needs] = apart(measured(Math.max(0, over), 'thickness'), exact(least, 'thickness'));
    return {
      what: [
        ...(over < -NEAR
          ? [`The stone of ${run.name} is out of the ground`]
          : [`Soil over the stone of ${run.name} is down to `, has]),
        'and is short over ',
        measured(lengthOf(stretches), 'distance'),
        '; the minimum is ',
        needs,
        '.',
      ],
      why: ['Too little soil lets rain and frost into the field, and effluent out to the surface.'],
      gives: ['Lower the lateral', 'Use less stone over the pipe', 'Bring soil'],
    };
  },
  bound: {
    run: (run, usual) => {
      const { envelope, line, worked, result } = run;
      if (!serviceOf(line.service).field) return;
      const least = soilOver({ profile: worked.profile, line, run: result.run }, usual);
      const limit = run.limit([exact(least, 'thickness'), ' of soil over its stone']);
      run.under(envelope.invert - stoneTop(envelope, (id) => worked.plan.material[id]) - least, limit);
    },
  },
});

/** Soil over the stone: under wheels as much as the service asks for there, m. */
function soilOver({ profile, line, run }: Pick<RunFacts, 'profile' | 'line' | 'run'>, usual: number): number {
  return run.vehicles ? Math.max(usual, leastCover(profile, line.service, run).value) : usual;
}

/** The highest of what lies round a pipe that soil must cover, over the bottom of the trench, m. */
function stoneTop(
  { underside, radius, layers }: Envelope,
  material: (id: string) => ItemOf<'material'> | undefined,
): number {
  let top = underside + 2 * radius;
  for (const layer of layers) {
    if (layer.top.from !== 'bottom' || layer.material === 'native') continue;
    const of = material(layer.material)?.class;
    // Straw and the like lie on the stone and keep the soil out of it.
    if (of && classOf(of).drains) top = Math.max(top, layer.top.height);
  }
  return top;
}

/** Rules about how deep the pipe lies. */
export const COVER_RULES = [leastCoverOver, frost, soilOverStone, outOfGround] as const;
