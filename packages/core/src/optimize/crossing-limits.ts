import type { Crossing, UpRun } from '@alveus/plan';
import { crossingsAt } from '../evaluate';
import type { UtilityFacts } from '../rules';
import { ALL_RULES } from '../rules';
import type { Choice, Is } from './solver';
import { LEAST, MOST, Rows } from './solver';
import { upRun } from '../length';
import type { Phrase } from '../phrase';
import { crossingResult, topOfCrossing } from '../rules';
import { NEAR } from '../tolerance';
import type { Gathering, LaidRun } from './gathering';
import { addLimit, inForce } from './gathering';

/** Utilities that a run meets: passed above or below, whichever is cheaper, or the one that is left. */

const RULES = ALL_RULES.filter(({ bound }) => bound?.pass);

export function crossingLimits(gathering: Gathering, run: LaidRun): readonly Choice[] {
  return crossingsAt(gathering.evaluation, run.id).flatMap(({ crossing }) => {
    const ways = waysPast(gathering, run, crossing);
    if (!ways) return [];
    const [a, b] = ways;
    if (a && b) return [{ ways: [{ rows: a }, { rows: b }] }];
    const only = a ?? b;
    if (only) gathering.rows.addAll(only);
    return [];
  });
}

/** Above it, and below it; undefined where nothing is asked for, or where it is not known how high it lies. */
function waysPast(
  gathering: Gathering,
  run: LaidRun,
  crossing: Crossing,
): readonly [above: Rows | undefined, below: Rows | undefined] | undefined {
  const { result, pipe } = run;
  const places = placesOf(crossing, result);
  const [first] = places;
  if (!first || places.some(({ top }) => top === undefined)) return undefined;
  const off = crossing.lies.how === 'beside' ? crossing.lies.off : 0;
  const facts: UtilityFacts = {
    ...run,
    crossing,
    worked: gathering.evaluation,
    aside: off - (pipe.outside + crossing.size) / 2,
    wall: crossing.lies.how === 'beside' ? (crossingResult(crossing, result).wall ?? off) : off,
  };
  const asked = RULES.flatMap((rule) => {
    const force = inForce(gathering, rule);
    const pass = force && rule.bound?.pass?.(facts, force.value);
    return pass ? [{ rule, pass }] : [];
  });
  if (asked.length === 0) return undefined;
  const passed = (how: 'above' | 'below'): Rows | undefined => {
    if (asked.some(({ pass }) => pass[how] === undefined)) return undefined;
    const most = asked.reduce((a, b) => ((b.pass[how] ?? 0) > (a.pass[how] ?? 0) ? b : a));
    const room = most.pass[how] ?? 0;
    const words: Phrase = most.pass.words ?? [`${crossing.name}, crossed ${how}`];
    const limit = addLimit(gathering, most.rule, words, most.pass, { run: run.id, crossing: crossing.id });
    if (limit === undefined) return undefined;
    const [is, over]: readonly [Is, number] =
      how === 'above' ? [LEAST, room + pipe.wall] : [MOST, -crossing.size - room - pipe.outside + pipe.wall];
    const rows = new Rows();
    for (const { at, top } of places) along(rows, run, at, is, (top as number) + over, limit);
    return rows;
  };
  return [passed('above'), passed('below')];
}

function along(rows: Rows, run: LaidRun, at: UpRun, is: Is, level: number, limit: number): void {
  rows.along(run.index, at / run.result.length, is, level, limit);
}

/** Where it lies along the run, and how high its top there. */
function placesOf(crossing: Crossing, result: LaidRun['result']): readonly { at: UpRun; top: number | undefined }[] {
  const { length, run, ground } = result;
  const statedEnds = crossing.lies.how === 'across' ? [crossing.lies.at] : [crossing.lies.from, crossing.lies.to];
  const ends = statedEnds.map((at) => upRun(run, length, at)).sort((a, b) => a - b);
  const [from, to] = [ends[0] ?? 0, ends.at(-1) ?? 0];
  // What lies wholly beyond the run lies nowhere at it.
  if (from > length + NEAR || to < -NEAR) return [];
  const at = new Set<UpRun>([Math.min(length, Math.max(0, from)), Math.min(length, Math.max(0, to))]);
  for (const point of ground.points) if (point.at > from && point.at < to) at.add(point.at);
  return [...at].sort((a, b) => a - b).map((place) => ({ at: place, top: topOfCrossing(crossing, result, place) }));
}
