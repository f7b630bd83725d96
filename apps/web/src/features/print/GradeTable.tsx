import type { LineResult } from '@alveus/core';
import { gradeTable } from '@alveus/core/interchange';
import type { CSSProperties } from 'react';
import { useAppSelector } from '../../store';
import { selectEvaluation } from '../../store/results';
import { FONT, PAPER } from '../../theme/theme';
import { tableStep } from '../parts/tableStep';

/** The grade table as a table of the browser's own: its head stands again on every page that it goes over to. */
export function GradeTable({ line }: { line: LineResult }) {
  const evaluation = useAppSelector(selectEvaluation);
  const { system } = useAppSelector((state) => state.settings);
  const [head = [], ...rows] = gradeTable(evaluation, line, system, tableStep(system));
  return (
    <table style={TABLE}>
      <caption style={CAPTION}>Grade table, up from the outlet</caption>
      <thead>
        <tr>
          {head.map((words) => (
            <th key={words} scope="col" style={HEAD}>
              {words}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {rows.map((cells, row) => (
          <tr key={row}>
            {cells.map((cell, column) => (
              <td key={head[column]} style={/^[-\d]/.test(cell) ? FIGURE : CELL}>
                {cell}
              </td>
            ))}
          </tr>
        ))}
      </tbody>
    </table>
  );
}

const line = `1px solid ${PAPER.line}`;
const TABLE: CSSProperties = { borderCollapse: 'collapse', width: '100%', fontFamily: FONT.text, fontSize: 12 };
const CAPTION: CSSProperties = { textAlign: 'left', fontFamily: FONT.strong, padding: '4px 0' };
const CELL: CSSProperties = { borderBottom: line, padding: '2px 6px', textAlign: 'left' };
const FIGURE: CSSProperties = { ...CELL, textAlign: 'right', fontVariantNumeric: 'tabular-nums', whiteSpace: 'nowrap' };
const HEAD: CSSProperties = { ...CELL, borderBottom: `2px solid ${PAPER.ink}`, fontFamily: FONT.strong };
