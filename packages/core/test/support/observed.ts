import type { Item, Plan, Uuid } from '@alveus/plan';
import { itemsNow, itemsOf, KINDS, kindOf, lineageOf, lowerOf, upperOf } from '@alveus/plan';
import type { Evaluation, Finding, RuleName, RunShape } from '../../src';
import { crossingsAt, evaluate, findingsOf, fromEndA, nodeLevel, stationAt, upRun } from '../../src';
import type { State } from './steps';
import type { Surveyed } from './surveyed';
import { takes } from './takes';

/** What lies where on the ground, to be compared before and after an edit. */

export const CLOSE = 1e-7;

/** Judged by which way the water goes, or by a run as a whole: turning or joining runs changes them rightly. */
export const OF_FLOW: ReadonlySet<string> = new Set<RuleName>([
  'least-slope',
  'steep',
  'against-grade',
  'drop-rises',
  'outlet-under-water',
  'ring',
  'not-connected',
  'native-short',
  'grade-surplus',
  'grade-contradicts',
  'least-cover',
  'out-of-ground',
  'swale-stands',
]);

/** Told on the run at which the utility lies, and not of the next one, however near; counted instead. */
export const OF_UTILITY: ReadonlySet<string> = new Set<RuleName>(['clash', 'clearance', 'crossing-level', 'hand-dig']);

export const ofUtilities = ({ evaluation }: State): number =>
  findingsOf(evaluation).filter(({ rule }) => OF_UTILITY.has(rule)).length;

/** All that lies at places along the tracks: levels, ground, what was dug to, shots, and what is found there. */
export function seen({ plan, evaluation, tracks }: State, first: Surveyed): Map<string, unknown> {
  const found = new Map<string, unknown>();
  for (const [track, long] of first.lengths) {
    for (const part of [0.013, 0.17, 0.333, 0.481, 0.52, 0.667, 0.83, 0.987]) {
      const place = tracks.place(track, part * long);
      const run = place && evaluation.runs.get(place.run);
      if (!place || !run) continue;
      const station = stationAt(run.grade, run.ground, run.envelope, upRun(run.run, run.length, place.at));
      for (const name of ['ground', 'invert', 'bottom', 'depth', 'cover'] as const)
        found.set(`${track} ${part} ${name}`, station[name]);
    }
  }
  for (const run of evaluation.runs.values()) {
    for (const { crossing, at, top, bottom, gap, over } of crossingsAt(evaluation, run.id)) {
      const place = tracks.track(run.id, fromEndA(run.run, run.length, at));
      if (crossing.lies.how === 'across' && place)
        found.set(`crossing ${crossing.id}`, [
          place.track,
          ...[place.along, top, bottom, gap].map((value) => round(value ?? NaN)),
          over,
        ]);
    }
  }
  for (const [run, shots] of evaluation.shots.runs) {
    for (const shot of shots) {
      const at = tracks.track(run, shot.at);
      // A shot at a cut lies at the end of either part.
      if (at) found.set(`shot ${shot.shot}`, [at.track, round(at.along), round(shot.elevation)]);
    }
  }
  for (const node of Object.keys(first.plan.node)) {
    const still = plan.node[node];
    if (still) found.set(`node ${node}`, round(nodeLevel(plan, evaluation.shots, node)?.elevation ?? NaN));
  }
  return found;
}

export const onTheGround = (all: Map<string, unknown>): Map<string, unknown> =>
  new Map([...all].filter(([name]) => /^shot|^node|ground$/.test(name)));

export const round = (value: number): number => Math.round(value * 1e6) / 1e6;

/** Every thing that lies along a run, by kind and name or content, with the stretches of track it takes up. */
export function thingsAlong({ plan, tracks }: State): Map<string, [track: Uuid, from: number, to: number][]> {
  const lineage = lineageOf(plan.run);
  const things = new Map<string, [Uuid, number, number][]>();
  for (const kind of KINDS) {
    const { along } = kindOf(kind);
    // What runs have one of each is part of how they lie, and is seen by the ground there.
    if (!along || along.join) continue;
    for (const item of itemsOf(plan).filter((item) => item.kind === kind)) {
      for (const now of itemsNow(item, plan, lineage)) {
        const run = along.run(now);
        if (run === undefined) continue;
        for (const span of along.spans(now)) {
          const [from, to] = [tracks.track(run, span.from + 1e-9), tracks.track(run, span.to - 1e-9)];
          const name = `${kind} ${contentOf(item)}`;
          const spans = things.get(name) ?? [];
          if (from && to) spans.push([from.track, Math.min(from.along, to.along), Math.max(from.along, to.along)]);
          things.set(name, spans);
        }
      }
    }
  }
  for (const [name, spans] of things) things.set(name, meeting(spans));
  return things;
}

/** What an item says but for where it lies. */
export function contentOf(item: Item): string {
  const { along } = kindOf(item.kind);
  const nowhere = along?.put(
    item,
    '',
    along.spans(item).map((span, of) => ({ from: of, to: span.from === span.to ? of : of + 1, of, was: span })),
  );
  const shown = nowhere ?? item;
  // What lies in another trench lies along that one's run as well, which is parted with it.
  const beside = shown.kind === 'sharing' ? { lead: shown.lead.run } : {};
  return JSON.stringify({ ...shown, ...beside, id: '' });
}

export function meeting(spans: [Uuid, number, number][]): [Uuid, number, number][] {
  const sorted = [...spans].sort((x, y) => (x[0] === y[0] ? x[1] - y[1] : x[0] < y[0] ? -1 : 1));
  const joined: [Uuid, number, number][] = [];
  for (const span of sorted) {
    const before = joined[joined.length - 1];
    if (before && before[0] === span[0] && span[1] - before[2] < 1e-5 && span[2] > span[1] + 1e-6)
      before[2] = Math.max(before[2], span[2]);
    else joined.push([...span]);
  }
  return joined;
}

export function expectThings(was: ReturnType<typeof thingsAlong>, is: ReturnType<typeof thingsAlong>): void {
  expect([...is.keys()].sort()).toEqual([...was.keys()].sort());
  for (const [name, spans] of was) {
    const now = is.get(name) ?? [];
    expect(now.length).toBe(spans.length);
    spans.forEach((span, index) => {
      expect(now[index]?.[0]).toBe(span[0]);
      expect(now[index]?.[1]).toBeCloseTo(span[1], 5);
      expect(now[index]?.[2]).toBeCloseTo(span[2], 5);
    });
  }
}

export function amounts({ evaluation }: State): Map<string, number> {
  const sums = new Map<string, number>();
  const add = (name: string, value: number): void => void sums.set(name, (sums.get(name) ?? 0) + value);
  for (const { id, soil, gaps } of evaluation.lines.values()) {
    add('dug', soil.excavation);
    add('pipe', soil.pipeDisplaced);
    add('native', soil.nativeReturned);
    add('missing', gaps.length);
    for (const { what, amount } of takes(evaluation, id)) if (what.of === 'material') add(what.material, amount);
  }
  return sums;
}

/** Other runs at the node that a place of a run lies at. */
function meetingAt(plan: Plan, { run, length }: RunShape, at: number): Uuid[] {
  const node = at <= CLOSE ? lowerOf(run) : at >= length - CLOSE ? upperOf(run) : undefined;
  return Object.values(plan.run).flatMap((runItem) =>
    runItem.id !== run.id && (runItem.a === node || runItem.b === node) ? [runItem.id] : [],
  );
}

/** Which rules find something at places along the tracks. */
export function rulesAt(
  { evaluation, tracks }: State,
  first: Surveyed,
  skip: ReadonlySet<string>,
  reach: 'there' | 'on the run',
): Map<string, Set<string>> {
  const byRun = new Map<Uuid, Finding[]>();
  for (const finding of findingsOf(evaluation)) {
    if (skip.has(finding.rule) || OF_UTILITY.has(finding.rule)) continue;
    for (const run of new Set([finding.run, ...finding.stretches.map((stretch) => stretch.run)]))
      if (run !== undefined) byRun.set(run, [...(byRun.get(run) ?? []), finding]);
  }
  const found = new Map<string, Set<string>>();
  for (const [track, long] of first.lengths) {
    for (let part = 0.03; part < 1; part += 0.0612345) {
      const place = tracks.place(track, part * long);
      const run = place && evaluation.runs.get(place.run);
      if (!place || !run) continue;
      const at = upRun(run.run, run.length, place.at);
      // A place where a run was parted is on both of its parts.
      const here = reach === 'on the run' ? [place.run, ...meetingAt(evaluation.plan, run, at)] : [place.run];
      const rules = here
        .flatMap((id) => byRun.get(id) ?? [])
        .filter(
          ({ stretches }) =>
            reach === 'on the run' ||
            stretches.length === 0 ||
            stretches.some(({ run: on, from, to }) => on === run.id && at >= from + CLOSE && at <= to - CLOSE),
        );
      // What is told of one point of a run is not told of the rest of it.
      found.set(
        `${track} ${part}`,
        new Set(rules.filter(({ stretches, rule }) => stretches.length > 0 || WHOLE.has(rule)).map(({ rule }) => rule)),
      );
    }
  }
  return found;
}

export const WHOLE: ReadonlySet<string> = new Set<RuleName>([
  'trench-narrow',
  'layers-overlap',
  'stone-at-leader',
  'something-lost',
  'length-open',
  'least-slope',
  'steep',
  'against-grade',
  'frost',
]);

export function expectSame(before: Map<string, unknown>, after: Map<string, unknown>): void {
  expect([...after.keys()].sort()).toEqual([...before.keys()].sort());
  for (const [name, was] of before) {
    const is = after.get(name);
    if (typeof was === 'number' && typeof is === 'number') {
      if (!(Math.abs(is - was) <= CLOSE)) throw new Error(`${name}: ${was} became ${is}`);
    } else expect([name, is]).toEqual([name, was]);
  }
}

export function expectAmounts(before: Map<string, number>, after: Map<string, number>): void {
  const dug = Math.max(1, before.get('dug') ?? 0);
  for (const name of new Set([...before.keys(), ...after.keys()])) {
    const off = Math.abs((after.get(name) ?? 0) - (before.get(name) ?? 0));
    if (off > 1e-9 * dug) throw new Error(`${name}: ${before.get(name)} became ${after.get(name)}`);
  }
}

export const contradictions = ({ evaluation }: State): number =>
  evaluation.grade.surplus.filter(({ contradicts }) => contradicts).length;

/** What was worked out from the evaluation before is what is worked out anew. */
export function expectFresh({ plan, evaluation }: State): void {
  const fresh = evaluate(plan);
  for (const [id, run] of fresh.runs) {
    const now = evaluation.runs.get(id);
    expect(now?.grade).toEqual(run.grade);
    expect(now?.ground.points).toEqual(run.ground.points);
    expect(now?.trench?.amounts).toEqual(run.trench?.amounts);
    expect(evaluation.findings.run.get(id)).toEqual(fresh.findings.run.get(id));
  }
  expect(findingsOf(evaluation)).toEqual(findingsOf(fresh));
}

/** The same but for records: of those, what is in force must be the same, and so all that follows from them. */
export function expectAlike(first: Plan, other: Plan): void {
  for (const kind of KINDS) if (!kindOf(kind).record) expect(first[kind]).toEqual(other[kind]);
  const [a, b] = [evaluate(first), evaluate(other)];
  const standing = (evaluation: Evaluation): unknown[] =>
    evaluation.book.setups.map(({ shots }) => shots.map(({ id }) => id).length);
  expect(standing(a)).toEqual(standing(b));
  for (const [id, run] of a.runs)
    expect(run.ground.points.map(({ at, elevation }) => [at, elevation])).toEqual(
      b.runs.get(id)?.ground.points.map(({ at, elevation }) => [at, elevation]),
    );
}
