import type { Crossing, UpRun } from '@alveus/plan';
import { carriesSewage } from '@alveus/plan';
import { crossingsAt } from '../evaluate';
import type { Choice, Is } from '../least';
import { LEAST, MOST, Rows } from '../least';
import { clearanceFor } from '../limits';
import { upRun } from '../length';
import type { Phrase } from '../phrase';
import { topOfCrossing } from '../site';
import { NEAR } from '../tolerance';
import type { Gathering, LaidRun } from './gathering';
import { inForce, numberInForce } from './gathering';

/** Utilities that a run meets: passed above or below, whichever is cheaper, or the one that is left. */

export function crossingLimits(gathering: Gathering, run: LaidRun): readonly Choice[] {
  return crossingsAt(gathering.evaluation, run.id).flatMap(({ crossing }) => {
    const ways = waysPast(gathering, run, crossing);
    if (!ways) return [];
    const [one, other] = ways;
    if (one && other) return [{ ways: [{ rows: one }, { rows: other }] }];
    const only = one ?? other;
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
  const { result, line, pipe, envelope } = run;
  const { profile } = gathering;
  const places = placesOf(crossing, result);
  const [first] = places;
  if (!first || places.some(({ top }) => top === undefined)) return undefined;
  const clear = clearanceFor(profile, line.service, crossing.utility);
  const across = crossing.lies.how === 'across';
  const room = inForce(gathering, 'clearance');
  let [above, below] = [0, 0];
  if (across) {
    if (room) [above, below] = [clear.above, clear.below];
    else if (!inForce(gathering, 'clash')) return undefined;
  } else {
    const aside = crossing.lies.how === 'beside' ? crossing.lies.off - (pipe.outside + crossing.size) / 2 : 0;
    const wall =
      crossing.lies.how === 'beside' ? crossing.lies.off - (crossing.size + (result.trench?.width ?? 0)) / 2 : 0;
    const stands = numberInForce(gathering, 'beside-trench');
    // Too near for the ground to stand: the trench passes over it.
    if (stands && wall < stands.value - NEAR) {
      const limit = gathering.limits.add({
        from: { rule: 'beside-trench' },
        words: [`${crossing.name}, which its trench passes over`],
        source: stands.source,
        severity: stands.severity,
        run: run.id,
        crossing: crossing.id,
      });
      const rows = new Rows();
      for (const { at, top } of places) along(rows, run, at, LEAST, (top as number) + envelope.invert, limit);
      return [rows, undefined];
    }
    if (!room || aside >= clear.beside - NEAR) return undefined;
    [above, below] = [clear.beside, clear.beside];
  }
  const passed = (how: 'above' | 'below', is: Is, over: number): Rows => {
    const words: Phrase = [`${crossing.name}, passed ${how}`];
    const limit = gathering.limits.add({
      from: { rule: room ? 'clearance' : 'clash' },
      words,
      source: room ? clear.source : 'geometry',
      run: run.id,
      crossing: crossing.id,
    });
    const rows = new Rows();
    for (const { at, top } of places) along(rows, run, at, is, (top as number) + over, limit);
    return rows;
  };
  // Sewage passes under drinking water.
  const under =
    across &&
    crossing.utility === 'water' &&
    carriesSewage(line.service) &&
    inForce(gathering, 'sewer-over-water') !== undefined;
  return [
    under ? undefined : passed('above', LEAST, above + pipe.wall),
    passed('below', MOST, -crossing.size - below - pipe.outside + pipe.wall),
  ];
}

function along(rows: Rows, run: LaidRun, at: UpRun, is: Is, level: number, limit: number): void {
  rows.along(run.index, at / run.result.length, is, level, limit);
}

/** Where it lies along the run, and how high its top there. */
function placesOf(crossing: Crossing, result: LaidRun['result']): readonly { at: UpRun; top: number | undefined }[] {
  const { length, run, ground } = result;
  const told = crossing.lies.how === 'across' ? [crossing.lies.at] : [crossing.lies.from, crossing.lies.to];
  const ends = told.map((at) => upRun(run, length, at)).sort((one, other) => one - other);
  const [from, to] = [ends[0] ?? 0, ends.at(-1) ?? 0];
  // What lies wholly beyond the run lies nowhere at it.
  if (from > length + NEAR || to < -NEAR) return [];
  const at = new Set<UpRun>([Math.min(length, Math.max(0, from)), Math.min(length, Math.max(0, to))]);
  for (const point of ground.points) if (point.at > from && point.at < to) at.add(point.at);
  return [...at]
    .sort((one, other) => one - other)
    .map((one) => ({ at: one, top: topOfCrossing(crossing, result, one) }));
}
