import type { ItemOf, UpRun } from '@alveus/plan';
import { groundAt } from '../../ground';
import type { KeptDepth, KeptLevel } from '../limits';
import { keptHeight, keptPlaces, keptStretch } from '../limits';
import type { Phrase } from '../../phrase';
import { apart, exact, measured } from '../../phrase';
import type { Stretch } from '../../results';
import { NEAR, NEAR_SLOPE } from '../../tolerance';
import type { Quantity } from '../../units';
import type { RunBounds } from '../bound';
import type { Breach } from '../rule';
import { COMMON, NOTHING, rule } from '../rule';
import { shortfalls } from '../stretches';
import type { RunFacts } from './facts';

/** What somebody said besides the rules that a run keeps to. */

type Keeping = ItemOf<'keeping'>;

export interface KeepingBreach extends Breach {
  readonly keeping: Keeping;
  readonly has: number;
  readonly needs: number;
  readonly of: Quantity;
}

const WORDS = {
  invert: 'its invert is ',
  crown: 'its crown is ',
  bottom: 'the bottom of its trench is ',
  depth: 'its trench is ',
  cover: 'its cover is ',
  slope: 'its fall is ',
  drop: 'the drop is ',
  even: 'one end is deeper than the other by ',
} as const;

/** What it comes to at a place, and what was said. */
export function saidOf({ keeping, has, needs, of }: Pick<KeepingBreach, 'keeping' | 'has' | 'needs' | 'of'>): Phrase {
  const { keeps, name } = keeping;
  if (keeps.what === 'even') return [`${name}: `, WORDS.even, measured(Math.abs(has - needs), of), '.'];
  const [is, said] = apart(measured(has, of), exact(needs, of));
  return [`${name}: `, WORDS[keeps.what], is, `; it must be at ${keeps.is} `, said, '.'];
}

export const KEEPING = {
  name: 'keeping',
  title: 'Job limit not kept',
  stage: 'grade',
  severity: 'fix',
  source: COMMON,
} as const;

export const keptByRun = rule<RunFacts>()({
  ...KEEPING,
  judge: (facts): readonly KeepingBreach[] => {
    const ids = facts.read.owned('keeping.at.run', facts.id);
    if (ids.length === 0) return NOTHING;
    return ids.flatMap((id) => judged(facts, facts.read.item('keeping', id)));
  },
  words: (breach) => ({
    what: saidOf(breach),
    why: ['This limit was entered on this job, and the line does not keep it.'],
    gives: ['Move the invert', 'Change or remove the limit'],
  }),
  bound: {
    run: (run) => {
      for (const keeping of run.keepings) kept(run, keeping);
    },
  },
});

function kept(run: RunBounds, keeping: Keeping): void {
  const { at, keeps } = keeping;
  if (!('run' in at)) return;
  const { result, pipe, envelope } = run;
  const limit = run.keeping(keeping);
  const stretch = keptStretch(result.run, result.length, at);
  const level = (place: UpRun, is: 'least' | 'most', value: number): void =>
    is === 'least' ? run.atLeast(place, value, limit) : run.atMost(place, value, limit);
  switch (keeps.what) {
    case 'invert':
    case 'crown':
    case 'bottom': {
      const height = keptHeight(keeps.what, pipe, envelope);
      for (const place of stretch) level(place, keeps.is, keeps.level - height);
      return;
    }
    case 'depth':
    case 'cover': {
      const height = keptHeight(keeps.what, pipe, envelope);
      for (const place of keptPlaces(stretch, result.ground)) {
        const ground = groundAt(result.ground, place);
        // The deeper, the lower.
        if (ground !== undefined) level(place, keeps.is === 'least' ? 'most' : 'least', ground - keeps.value - height);
      }
      return;
    }
    case 'slope':
      if (keeps.is === 'least') run.slopeLeast(keeps.value, limit);
      else run.slopeMost(keeps.value, limit);
      return;
    case 'even': {
      const [from, to] = stretch;
      const [low, high] = [groundAt(result.ground, from), groundAt(result.ground, to)];
      if (low !== undefined && high !== undefined && to > from) run.slopeJust((high - low) / (to - from), limit);
      return;
    }
    case 'drop':
  }
}

function judged(facts: RunFacts, keeping: Keeping | undefined): readonly KeepingBreach[] {
  if (!keeping || !('run' in keeping.at)) return NOTHING;
  const { run, length, grade, ground, envelope, pipe, id } = facts;
  if (grade.low === undefined || grade.slope === undefined) return NOTHING;
  const { low, slope } = grade;
  const { keeps } = keeping;
  const stretch = keptStretch(run, length, keeping.at);
  const levelAt = (at: UpRun, what: KeptLevel | KeptDepth): number =>
    low + slope * at + keptHeight(what, pipe, envelope);
  const under = (at: UpRun, what: KeptDepth): number | undefined => {
    const surface = groundAt(ground, at);
    return surface === undefined ? undefined : surface - levelAt(at, what);
  };
  switch (keeps.what) {
    case 'invert':
    case 'crown':
    case 'bottom': {
      const { level, is, what } = keeps;
      const points = stretch.map((at) => ({ at, value: levelAt(at, what) }));
      return broken(id, keeping, is, points, level, 'elevation');
    }
    case 'depth':
    case 'cover': {
      const { what, is } = keeps;
      const points = keptPlaces(stretch, ground).flatMap((at) => {
        const value = under(at, what);
        return value === undefined ? [] : [{ at, value }];
      });
      return broken(id, keeping, is, points, keeps.value, what === 'depth' ? 'depth' : 'thickness');
    }
    case 'slope': {
      const lack = keeps.is === 'least' ? keeps.value - slope : slope - keeps.value;
      return lack > NEAR_SLOPE
        ? [
            {
              keeping,
              cause: keeping.id,
              at: length / 2,
              by: lack,
              quantity: 'slope',
              has: slope,
              needs: keeps.value,
              of: 'slope',
            },
          ]
        : NOTHING;
    }
    case 'even': {
      const [from, to] = stretch;
      const [a, b] = [under(from, 'depth'), under(to, 'depth')];
      return a === undefined || b === undefined || Math.abs(a - b) <= NEAR
        ? NOTHING
        : [
            {
              keeping,
              cause: keeping.id,
              at: from,
              by: Math.abs(a - b),
              quantity: 'depth',
              has: a,
              needs: b,
              of: 'depth',
            },
          ];
    }
    default:
      return NOTHING;
  }
}

function broken(
  run: string,
  keeping: Keeping,
  is: 'least' | 'most',
  points: readonly { readonly at: UpRun; readonly value: number }[],
  limit: number,
  of: Quantity,
): readonly KeepingBreach[] {
  const side = is === 'least' ? 1 : -1;
  const stretches: readonly Stretch[] = shortfalls(run, points, ({ value }) => side * value, side * limit, NEAR);
  let worst = stretches[0];
  for (const stretch of stretches) if (worst && stretch.by > worst.by) worst = stretch;
  return worst
    ? [
        {
          keeping,
          cause: keeping.id,
          at: worst.at,
          by: worst.by,
          quantity: of === 'elevation' ? 'distance' : of,
          has: limit - side * worst.by,
          needs: limit,
          of,
          stretches,
        },
      ]
    : NOTHING;
}
