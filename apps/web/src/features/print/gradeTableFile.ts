import { gradeTable } from '@alveus/core/grade-table';
import type { Evaluation, LineResult, System } from '@alveus/core';
import { FOOT } from '@alveus/plan';
import { saveText } from '../../sync/files';

/** Saves the grade table of a line for a spreadsheet. */
export function saveGradeTable(evaluation: Evaluation, line: LineResult, system: System): void {
  const rows = gradeTable(evaluation, line, system, tableStep(system));
  void import('@alveus/exchange').then(({ csvText }) =>
    saveText(`${line.line.name} grade table.csv`, 'text/csv', csvText(rows)),
  );
}

/** Distance between rows of a grade table, m: what crews stake at. */
export const tableStep = (system: System): number => (system === 'metric' ? 5 : 10 * FOOT);
