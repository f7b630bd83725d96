import type { UpLine, Uuid } from '@alveus/plan';
import { upperOf } from '@alveus/plan';
import type { Evaluation, Route } from '../evaluate';
import { numberFor, shortfalls } from '../rules';
import { leastCover } from '../rules/limits';
import type { KnownStation } from '../trench';
import { stationsOf } from '../trench';
import { NEAR } from '../tolerance';

/** How a route lies against the ground: where it starts, how it deepens the way the water goes, and where it gets too deep. */
export interface AgainstGround {
  /** At the head. */
  readonly start: {
    readonly node: Uuid;
    readonly depth: number;
    readonly cover: number;
    /** What the rules ask for there; undefined of a run without a line. */
    readonly least: number | undefined;
  };
  /** At the low end. */
  readonly end: { readonly depth: number };
  /** Mean falls from the head to the low end, as ratios: of the ground, and of the trench bottom. */
  readonly falls: { readonly ground: number; readonly bottom: number };
  readonly deepest: { readonly along: UpLine; readonly depth: number };
  /** The depth from which it must be said how people are protected, and each stretch that reaches it. */
  readonly tooDeep: { readonly from: number; readonly stretches: readonly DeepStretch[] };
  /** Length of it whose ground or grade is not known, m. */
  readonly missing: number;
}

export interface DeepStretch {
  readonly from: UpLine;
  readonly to: UpLine;
  readonly depth: number;
}

/** @returns undefined while no depth of it is known */
export function againstGround({ plan, runs, profile }: Evaluation, { order }: Route): AgainstGround | undefined {
  const { value: from } = numberFor(profile, 'protection');
  const stretches: DeepStretch[] = [];
  let missing = 0;
  let first: KnownStation | undefined;
  let last: { readonly run: Uuid; readonly station: KnownStation; readonly along: UpLine } | undefined;
  let low: UpLine = 0;
  let deepest: AgainstGround['deepest'] | undefined;
  order.runs.forEach(({ id }, index) => {
    const run = runs.get(id);
    const start = order.starts[index] as number;
    if (!run) return;
    const stations = stationsOf(run.grade, run.ground, run.envelope);
    if (stations.length === 0) {
      missing += run.length;
      return;
    }
    missing += run.ground.missing;
    for (const station of stations) {
      if (!first) [first, low] = [station, start + station.at];
      last = { run: id, station, along: start + station.at };
      if (!deepest || station.depth > deepest.depth) deepest = { along: start + station.at, depth: station.depth };
    }
    // As deep as that is too deep already.
    for (const shortfall of shortfalls(id, stations, ({ depth }) => -depth, 2 * NEAR - from, 0)) {
      const depth = from - 2 * NEAR + shortfall.by;
      const before = stretches[stretches.length - 1];
      if (before && Math.abs(before.to - (start + shortfall.from)) < NEAR)
        stretches[stretches.length - 1] = { ...before, to: start + shortfall.to, depth: Math.max(before.depth, depth) };
      else stretches.push({ from: start + shortfall.from, to: start + shortfall.to, depth });
    }
  });
  if (!first || !last || !deepest) return undefined;
  const head = plan.run[last.run];
  const service = plan.line[head?.line ?? '']?.service;
  const length = Math.max(last.along - low, NEAR);
  return {
    start: {
      node: head ? upperOf(head) : '',
      depth: last.station.depth,
      cover: last.station.cover,
      least: head && service && leastCover(profile, service, head).value,
    },
    end: { depth: first.depth },
    falls: {
      ground: (last.station.ground - first.ground) / length,
      bottom: (last.station.bottom - first.bottom) / length,
    },
    deepest,
    tooDeep: { from, stretches },
    missing,
  };
}
