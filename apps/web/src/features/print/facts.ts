import type { Evaluation, Finding, LineResult, Phrase, Quantity, System } from '@alveus/core';
import { bySeverity, crossingsAt, lineRoute, whereIs } from '@alveus/core';
import { structureRows } from '@alveus/core/compare/structures';
import { levelsAt, readingOf, sheetPlaces } from '@alveus/core/setout';
import { formOf } from '@alveus/plan';
import { SEVERITY_WORD } from '../../drawing/severity';
import { UTILITY_MARKS } from '../../drawing/utilities';
import { standing, trustNow } from '../dig/useDig';
import { clearWords } from '../parts/clearWords';
import { tableStep } from './gradeTableFile';

/** What a line is dug and checked by, as rows of words: on paper, and in a sheet that is sent. */

export interface FactTable {
  readonly caption: string;
  readonly head: readonly string[];
  readonly rows: readonly (readonly string[])[];
}

interface Words {
  readonly print: (value: number, quantity: Quantity) => string;
  readonly tell: (phrase: Phrase) => string;
}

/** Nothing where it has no rows. */
const table = (caption: string, head: readonly string[], rows: readonly (readonly string[])[]): readonly FactTable[] =>
  rows.length === 0 ? [] : [{ caption, head, rows }];

export function structuresOf(evaluation: Evaluation, line: LineResult, { print }: Words): readonly FactTable[] {
  const level = (value: number | undefined): string => (value === undefined ? '' : print(value, 'elevation'));
  const rows = structureRows(evaluation, lineRoute(line)).map((row, index) => [
    row.name,
    formOf(row.form).word,
    print(line.line.startChainage + (line.order.starts[index] ?? line.order.length), 'chainage'),
    level(row.rim),
    level(row.in?.invert),
    level(row.out?.invert),
    row.depth === undefined ? '' : print(row.depth, 'depth'),
  ]);
  return table('Structures', ['Name', 'Kind', 'Station', 'Rim', 'Incoming invert', 'Outgoing invert', 'Depth'], rows);
}

export function utilitiesOf(evaluation: Evaluation, line: LineResult, { print }: Words): readonly FactTable[] {
  const rows = line.order.runs.flatMap((run, index) => {
    const start = line.line.startChainage + (line.order.starts[index] ?? 0);
    return crossingsAt(evaluation, run.id).map((result) => {
      const { crossing, stretch, top } = result;
      return [
        `${UTILITY_MARKS[crossing.utility].letter} · ${crossing.name}`,
        crossing.lies.how === 'across'
          ? print(start + stretch.from, 'chainage')
          : `${print(start + stretch.from, 'chainage')} to ${print(start + stretch.to, 'chainage')}`,
        top === undefined ? 'not known' : print(top, 'elevation'),
        clearWords(result, print),
        crossing.measured ? 'measured' : 'assumed',
      ];
    });
  });
  return table('Utilities: dig by hand', ['Utility', 'Station', 'Top', 'Clear of the pipe', 'Depth is'], rows);
}

export function findingsOfLine(
  evaluation: Evaluation,
  findings: readonly Finding[],
  line: LineResult,
  { print, tell }: Words,
): readonly FactTable[] {
  const rows = bySeverity(findings).flatMap((finding) => {
    const there = whereIs(finding, evaluation);
    if (there?.line.id !== line.id) return [];
    const station = print(line.line.startChainage + there.distance, 'chainage');
    return [[SEVERITY_WORD[finding.severity], station, tell(finding.what)]];
  });
  return table('Findings', ['', 'Station', 'What'], rows);
}

/** What the rod reads from the setup that stands; nothing where there is none, or its check throws doubt on it. */
export function readingsOf(
  evaluation: Evaluation,
  line: LineResult,
  system: System,
  { print }: Words,
): readonly FactTable[] {
  const trust = trustNow(evaluation);
  const setup = standing(evaluation);
  if (trust.is === 'unset' || trust.is === 'doubted' || !setup) return [];
  const { height } = trust;
  const places = sheetPlaces(line, evaluation.runs, { by: 'station', step: tableStep(system) });
  const rows = places.flatMap((place) => {
    const run = evaluation.runs.get(place.run);
    if (!run) return [];
    const levels = levelsAt(run, place.at);
    const reading = (level: number | undefined): string =>
      level === undefined ? '' : print(readingOf({ by: 'level', height }, level, place.at), 'elevation');
    return [
      [
        print(line.line.startChainage + place.along, 'chainage'),
        reading(levels.bottom),
        reading(levels.bedding),
        reading(levels.flow),
        reading(levels.top),
      ],
    ];
  });
  return table(
    `Rod readings from ${setup.setup.name}, instrument at ${print(height, 'elevation')}${trust.is === 'unchecked' ? ', not checked yet' : ''}`,
    ['Station', 'Bottom', 'Bedding', 'Flow line', 'Top of pipe'],
    rows,
  );
}
