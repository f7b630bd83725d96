import type { TestPit, UpRun } from '@alveus/plan';
import { groundAt } from '../../ground';
import { upRun } from '../../length';
import { pitAt } from '../limits';
import { measured } from '../../phrase';
import type { RunResult } from '../../results';
import { NEAR } from '../../tolerance';
import type { Breach } from '../rule';
import { COMMON, GEOMETRY, judge, NOTHING, rule } from '../rule';
import { declareSubject } from '../subject';

/** What a test pit met, against the trench that was planned there. */

interface PitFacts {
  readonly pit: TestPit;
  /** The run it was dug at, where that is there. */
  readonly run: RunResult | undefined;
  readonly at: UpRun;
  /** Depth of the trench there, m. */
  readonly depth: number | undefined;
}

export const pitAstray = rule<PitFacts>()({
  name: 'pit-astray',
  title: 'Test pit off its run',
  stage: 'site',
  severity: 'fix',
  source: GEOMETRY,
  judge: ({ pit, run, at }): readonly Breach[] => {
    if (!pit.place) return NOTHING;
    if (!run) return [{}];
    const by = Math.max(0 - at, at - run.length);
    return run.measured && by > NEAR ? [{ at: at > 0 ? run.length : 0, by }] : NOTHING;
  },
  words: ({ by }, { pit, run }) => ({
    what:
      by === undefined || !run
        ? [`${pit.name} was entered on a run that is gone.`]
        : [`${pit.name} is entered `, measured(by, 'distance'), ` past the end of ${run.run.name}.`],
    why: ['What it found is not checked anywhere until it has a place.'],
    gives: ['Set where it was dug', 'Correct the length'],
  }),
});

const inTheTrench = {
  title: 'Trench in water or rock',
  stage: 'site',
  severity: 'watch',
  source: COMMON,
} as const;

export const meetsLayer = rule<PitFacts>()({
  name: 'meets-layer',
  ...inTheTrench,
  judge: ({ pit, depth, at, run }) => {
    if (depth === undefined || !run || at < -NEAR || at > run.length + NEAR) return NOTHING;
    const into = (limit: number | undefined, cause: 'water' | 'layer', what: string) =>
      limit === undefined || depth <= limit + NEAR
        ? []
        : [{ cause, at, by: depth - limit, quantity: 'depth' as const, into: what }];
    return [
      ...into(pit.groundwater, 'water', 'the groundwater'),
      ...into(pit.limiting?.depth, 'layer', pit.limiting?.what ?? 'the limiting layer'),
    ];
  },
  words: ({ cause, by = 0, into }, { pit, run }) => ({
    what: [`At ${pit.name} the trench of ${run?.run.name ?? 'its run'} goes `, measured(by, 'depth'), ` into ${into}.`],
    why: [
      cause === 'water'
        ? 'A wet trench caves in sooner, floats pipe and must be pumped.'
        : 'It digs slower than soil, and may need other bedding.',
    ],
    gives:
      cause === 'water'
        ? ['Pump it dry while pipe is laid', 'Raise the run', 'Dig in the dry season']
        : ['Raise the run', 'Plan for hard digging'],
  }),
  bound: {
    run: (run) => {
      const { id, result, envelope, worked } = run;
      for (const pit of worked.site.pits.get(id) ?? []) {
        const at = pitAt(pit, result);
        const ground = at === undefined ? undefined : groundAt(result.natural, at);
        if (at === undefined || ground === undefined) continue;
        for (const [deep, what] of [
          [pit.groundwater, 'the groundwater'],
          [pit.limiting?.depth, pit.limiting?.what ?? 'the limiting layer'],
        ] as const) {
          if (deep === undefined) continue;
          const limit = run.limit([`${what} of ${pit.name}, `, measured(deep, 'depth'), ' deep']);
          run.atLeast(at, ground - deep + envelope.invert, limit);
        }
      }
    },
  },
});

const RULES = [pitAstray, meetsLayer] as const;

export const PITS = declareSubject({
  name: 'pit',
  kind: 'testPit',
  rules: RULES,
  told: 'after',
  judge(id, read, profile) {
    // Where it lies now, whatever run it was told of.
    const pit = read.of('pitNow', id) ?? read.item('testPit', id);
    if (!pit) return NOTHING;
    const run = pit.place && read.of('run', pit.place.run);
    const at = run && pit.place ? upRun(run.run, run.length, pit.place.at) : 0;
    return judge<PitFacts>(RULES, { pit, run, at, depth: run && depthAt(run, at) }, profile, {
      id: pit.id,
      run: run?.id,
      line: run?.run.line,
    });
  },
});

function depthAt({ natural, grade, envelope }: RunResult, at: UpRun): number | undefined {
  const surface = groundAt(natural, at);
  return surface === undefined || grade.low === undefined || grade.slope === undefined || !envelope
    ? undefined
    : surface - (grade.low + grade.slope * at - envelope.invert);
}
