import type { LineResult } from '@alveus/core';
import { gradeTable } from '@alveus/core/grade-table';
import { useAppSelector } from '../../store';
import { selectEvaluation } from '../../store/results';
import { PrintedTable } from '../../ui/Printed';
import { tableStep } from './tableStep';

/** Levels from the outlet up, at every so many feet and wherever the ground breaks. */
export function GradeTable({ line }: { line: LineResult }) {
  const evaluation = useAppSelector(selectEvaluation);
  const system = useAppSelector((state) => state.settings.system);
  const [head = [], ...rows] = gradeTable(evaluation, line, system, tableStep(system));
  return <PrintedTable caption="Grade table, up from the outlet" head={head} rows={rows} />;
}
