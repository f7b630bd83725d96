import { measured } from '../../phrase';
import type { RunResult } from '../../results';
import { GEOMETRY, judge, NOTHING, rule } from '../rule';
import { declareSubject } from '../subject';
import type { LineFacts } from './facts';
import { softGround } from './soft-ground';
import { solidDrain } from './solid-drain';

/** What can only be judged of a line as a whole. */

export const notConnected = rule<LineFacts>()({
  name: 'not-connected',
  title: 'Line broken',
  stage: 'grade',
  severity: 'stop',
  source: GEOMETRY,
  judge: ({ order }) => order.astray.map((run) => ({ cause: run, run, at: 0 })),
  words: ({ run }, { line, runs }) => ({
    what: [`${runs.find(({ id }) => id === run)?.run.name ?? 'A run'} does not continue the path of ${line.name}.`],
    why: ['A line is one path up from its outlet, without splits, loops or gaps.'],
    gives: ['Join it to the end of another run', 'Make it a line of its own'],
  }),
});

export const gradeOpen = rule<LineFacts>()({
  name: 'grade-open',
  unfinished: true,
  title: 'Grade not set',
  stage: 'grade',
  severity: 'fix',
  source: GEOMETRY,
  judge: ({ runs }) => {
    const open = runs.filter(isOpen);
    if (open.length === 0) return NOTHING;
    // Those that have their slope hang on the ones below, and follow once these are settled.
    return open
      .filter(({ grade }, index) => index === 0 || grade.slope === undefined)
      .map(({ id, grade, length }) => ({
        cause: id,
        run: id,
        at: grade.low === undefined ? 0 : length,
        missing: missingOf(grade),
      }));
  },
  words: ({ run, missing }, { runs }) => ({
    what: [`${runs.find(({ id }) => id === run)?.run.name ?? 'A run'} has no grade yet: set ${missing}.`],
    why: ['Without it neither this run nor anything joined to it has an elevation.'],
    gives: [`Set ${missing}`],
  }),
});

const isOpen = ({ grade }: RunResult): boolean => grade.low === undefined || grade.slope === undefined;

function missingOf({ low, high, slope }: RunResult['grade']): string {
  if (low === undefined && high === undefined)
    return slope === undefined ? 'two of its low invert, slope and high invert' : 'one invert to start from';
  return `its slope or its ${low === undefined ? 'low' : 'high'} invert`;
}

export const layerLost = rule<LineFacts>()({
  name: 'layer-lost',
  title: 'Layer without a material',
  stage: 'order',
  severity: 'stop',
  source: GEOMETRY,
  judge: ({ gaps }) =>
    gaps.lost.map(({ name, material, run, placed }) => ({
      cause: `${material}:${name}`,
      run,
      by: placed,
      quantity: 'volume' as const,
      layer: name,
    })),
  words: ({ layer, by = 0 }, { line }) => ({
    what: [
      `The ${layer} of ${line.name}, `,
      measured(by, 'volume'),
      ' of it, uses a material that is gone. The amounts are incomplete.',
    ],
    why: ['Without a material it has no weight and is not ordered.'],
    gives: ['Choose its material in the section', 'Undo the removal'],
  }),
});

const RULES = [notConnected, gradeOpen, solidDrain, softGround, layerLost] as const;

export const LINES = declareSubject({
  name: 'line',
  kind: 'line',
  rules: RULES,
  told: 'along',
  judge(id, read, profile) {
    const result = read.of('line', id);
    if (!result) return NOTHING;
    const { line, order, soil, gaps } = result;
    const runs: RunResult[] = [];
    for (const { id: run } of order.runs) {
      const result = read.of('run', run);
      if (result) runs.push(result);
    }
    // Field by field: copying objects wholesale takes many times as long.
    const facts = { id, line, order, soil, gaps, read, profile, runs };
    return judge<LineFacts>(RULES, facts, profile, { id, line: id });
  },
});
