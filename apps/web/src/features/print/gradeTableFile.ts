import { gradeTable } from '@alveus/core/grade-table';
import type { Evaluation, LineResult, System } from '@alveus/core';
import { saveText } from '../../sync/files';
import { tableStep } from './tableStep';

/** Saves the grade table of a line for a spreadsheet. */
export function saveGradeTable(evaluation: Evaluation, line: LineResult, system: System): void {
  const rows = gradeTable(evaluation, line, system, tableStep(system));
  void import('@alveus/exchange').then(({ csvText }) =>
    saveText(`${line.line.name} grade table.csv`, 'text/csv', csvText(rows)),
  );
}
