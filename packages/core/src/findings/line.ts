import type { ItemOf } from '@alveus/plan';
import type { Quantities } from '../estimate';
import type { LineOrder } from '../grade';
import type { RunResult } from '../run-result';
import { measured } from '../phrase';
import { NEAR } from '../tolerance';
import type { Finding } from './finding';
import { finding } from './finding';

/** What can only be judged of a line as a whole. */
export function judgeLine(
  line: ItemOf<'line'>,
  order: LineOrder,
  runs: readonly RunResult[],
  quantities: Quantities,
): Finding[] {
  const found: Finding[] = [];
  for (const id of order.astray) {
    const run = runs.find((candidate) => candidate.id === id);
    found.push(
      finding(line.id, id, {
        severity: 'stop',
        rule: 'not-connected',
        at: 0,
        what: [`${run?.run.name ?? 'A run'} does not continue the path of ${line.name}.`],
        why: ['A line is one path from its outlet up: it neither parts, nor closes a ring, nor has gaps.'],
        source: 'geometry',
        gives: ['Join it to the end of another run', 'Make it a line of its own'],
      }),
    );
  }
  const open = runs.find((run) => run.grade.low === undefined || run.grade.slope === undefined);
  if (open) {
    const { low, high, slope } = open.grade;
    const missing =
      low === undefined && high === undefined
        ? slope === undefined
          ? 'two of its low invert, slope and high invert'
          : 'one invert to hang it from'
        : `its slope or its ${low === undefined ? 'low' : 'high'} invert`;
    found.push(
      finding(line.id, open.id, {
        severity: 'fix',
        rule: 'grade-open',
        at: low === undefined ? 0 : open.length,
        what: [`The grade of ${open.run.name} is still open: fix ${missing}.`],
        why: ['Without it neither this run nor what hangs on it has an elevation.'],
        source: 'geometry',
        gives: [`Fix ${missing}`],
      }),
    );
  }
  if (quantities.nativeShort > NEAR) {
    const by = measured(quantities.nativeShort, 'volume');
    found.push(
      finding(line.id, undefined, {
        severity: 'watch',
        rule: 'native-short',
        by,
        what: [`Backfilling ${line.name} takes `, by, ' more native soil than comes out of the trench.'],
        why: ['Soil shrinks when it is compacted, and stone takes less room than the shrinkage costs.'],
        source: 'common practice',
        gives: ['Bring fill', 'A bought layer instead'],
      }),
    );
  }
  return found;
}

/** A run that lacks what it is made of: its line, a node, pipe or section was removed by somebody else. */
export function lostParts(run: ItemOf<'run'>, lost: readonly string[]): Finding {
  return finding(run.line, run.id, {
    severity: 'stop',
    rule: 'something-lost',
    what: [`${run.name} has lost its ${lost.join(' and ')}.`],
    why: ['It was removed, perhaps by somebody else at the same time.'],
    source: 'geometry',
    gives: ['Choose another', 'Undo the removal'],
  });
}

/** A run whose length is to come from the sketch, and whose nodes are not both on it. */
export function lengthOpen(run: ItemOf<'run'>): Finding {
  return finding(run.line, run.id, {
    severity: 'fix',
    rule: 'length-open',
    what: [`${run.name} has no length: its nodes are not both on the sketch, or lie at one place.`],
    why: ['Without it neither its grade nor its depth follows.'],
    source: 'geometry',
    gives: ['Place both nodes on the sketch', 'Type its length'],
  });
}
