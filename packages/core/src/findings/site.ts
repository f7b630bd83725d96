import type { ItemOf, Profile, Service, TestPit, UpRun } from '@alveus/plan';
import { serviceOf } from '@alveus/plan';
import { measured } from '../phrase';
import type { CrossingResult } from '../site';
import { clearanceFor, handDigFor } from '../site';
import { NEAR } from '../tolerance';
import type { RunTrench } from '../trench';
import type { FindingParts } from './finding';

/** What stands in the way of a run: utilities, rock, water and frost. */

const COMMON = 'common practice';

export function judgeCrossing(
  result: CrossingResult,
  service: Service,
  runName: string,
  profile: Profile,
): FindingParts[] {
  const { crossing, at, gap, over, beside, aboveBottom } = result;
  const found: FindingParts[] = [];
  const rule = clearanceFor(profile, service, crossing.utility);
  const name = crossing.name;
  if (gap === undefined) {
    found.push({
      severity: 'fix',
      rule: 'crossing-level',
      at,
      what: [`How high ${name} lies against ${runName} is not known yet.`],
      why: ['Its level needs the ground there or an elevation, and the run needs its grade.'],
      source: 'geometry',
      gives: ['Dig to it and measure', 'Type the ground along the run'],
    });
    return found;
  }
  const clash = gap < -NEAR && (beside === undefined || beside < -NEAR);
  if (clash) {
    const by = measured(-gap, 'thickness');
    found.push({
      severity: 'stop',
      rule: 'clash',
      at,
      by,
      what: [`${name} lies where the pipe of ${runName} has to go: they overlap by `, by, '.'],
      why: ['Both cannot be in one place.'],
      source: 'geometry',
      gives: ['Pass under or over it', 'Another route', 'Ask its owner whether it can be moved'],
    });
  } else if (beside === undefined) {
    const least = over ? rule.below : rule.above;
    if (gap < least - NEAR) {
      const by = measured(least - gap, 'thickness');
      found.push({
        severity: 'fix',
        rule: 'clearance',
        at,
        by,
        what: [
          `${name} has `,
          measured(gap, 'thickness'),
          ` of room ${over ? 'over' : 'under'} the pipe of ${runName}; the least is `,
          measured(least, 'thickness'),
          '.',
        ],
        why: ['Pipes that lie too near wear each other through, and cannot be mended apart.'],
        source: rule.source,
        gives: ['Lower or raise the run', 'Cross elsewhere', 'Ask its owner what is allowed'],
        local: true,
      });
    }
  } else if (beside < rule.beside - NEAR && Math.abs(gap) < rule.beside) {
    const by = measured(rule.beside - beside, 'distance');
    found.push({
      severity: 'fix',
      rule: 'clearance',
      at,
      by,
      what: [
        `${name} runs `,
        measured(beside, 'distance'),
        ` beside the pipe of ${runName}; the least is `,
        measured(rule.beside, 'distance'),
        '.',
      ],
      why: ['What leaks from one must not reach the other, and each must be dug up without the other.'],
      source: rule.source,
      gives: ['Move the run away', 'Bend it round'],
      local: true,
    });
  }
  // In reach of the digging: the trench passes it, or its bottom comes near.
  const hand = handDigFor(profile);
  const near =
    aboveBottom !== undefined &&
    aboveBottom + crossing.size > -hand.each &&
    (beside === undefined || beside < hand.each);
  if (near) {
    found.push({
      severity: 'watch',
      rule: 'hand-dig',
      at,
      stretch:
        crossing.lies.how === 'across' ? { from: Math.max(0, at - hand.each), to: at + hand.each } : result.stretch,
      what: [
        `Dig by hand `,
        measured(hand.each, 'thickness'),
        ` each side of ${name}${crossing.measured ? '' : '; its level is only assumed'}.`,
      ],
      why: [
        `A strike can kill, and the owner's rule comes first. ${crossing.measured ? 'Support it where the trench passes under it.' : 'Dig down to it and measure before the grade is settled.'}`,
      ],
      source: hand.source,
      gives: ['Wait for the marks, then dig by hand'],
      local: true,
    });
  }
  return found;
}

/** A test pit, and how far up the run it was dug. */
export interface PitAt {
  readonly pit: TestPit;
  readonly at: UpRun;
}

/** Where the trench of a run reaches what a test pit on it met. */
export function judgePit(
  { pit, at }: PitAt,
  run: ItemOf<'run'>,
  depthAt: (at: UpRun) => number | undefined,
): FindingParts[] {
  const depth = depthAt(at);
  if (depth === undefined) return [];
  const found: FindingParts[] = [];
  const meets = (limit: number | undefined, what: string, why: string, gives: readonly string[]): void => {
    if (limit === undefined || depth <= limit + NEAR) return;
    const by = measured(depth - limit, 'depth');
    found.push({
      severity: 'watch',
      rule: 'meets-layer',
      at,
      by,
      what: [`At ${pit.name} the trench of ${run.name} goes `, by, ` into ${what}.`],
      why: [why],
      source: COMMON,
      gives,
    });
  };
  meets(pit.groundwater, 'the groundwater', 'A wet trench stands less well, floats pipe and has to be kept dry.', [
    'Keep it dry while pipe is laid',
    'Raise the run',
    'Dig in the dry season',
  ]);
  meets(
    pit.limiting?.depth,
    pit.limiting?.what ?? 'the limiting layer',
    'It digs slower than soil, and may need other bedding.',
    ['Raise the run', 'Reckon with harder digging'],
  );
  return found;
}

/** A building sewer above the frost, where the frost depth of the site is known. */
export function judgeFrost(
  frost: number | undefined,
  service: Service,
  run: ItemOf<'run'>,
  trench: RunTrench,
): FindingParts[] {
  const least = trench.shallowest;
  if (frost === undefined || !serviceOf(service).frost || !least || least.cover >= frost - NEAR) return [];
  const by = measured(frost - least.cover, 'thickness');
  return [
    {
      severity: 'fix',
      rule: 'frost',
      at: least.at,
      by,
      what: [`The pipe of ${run.name} lies `, by, ' higher than the frost goes.'],
      why: ['A sewer that runs slowly freezes where the ground does.'],
      source: COMMON,
      gives: ['Lower the run', 'Insulation over it'],
      local: true,
    },
  ];
}
