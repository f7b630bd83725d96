import type { CSSProperties, ReactNode } from 'react';
import { createPortal } from 'react-dom';
import { FONT } from '../theme/theme';
import { PAPER } from '../theme/tones';
import { TonesProvider } from '../theme/ThemeProvider';

/** What goes on paper: it stands in the page beside the app, and the browser prints it and nothing else. */

/** Width of what is printed: as much as Letter and A4 have between their margins, px. */
export const PAPER_WIDTH = 690;

const RULES = `
@page { margin: 12mm }
.paper { display: none }
@media print {
  html, body { height: auto !important; overflow: visible !important; background: #fff !important }
  body > :not(.paper) { display: none !important }
  .paper { display: block; width: ${PAPER_WIDTH}px; color: #000 }
  .paper .leaf { break-after: page }
  .paper .leaf:last-child { break-after: auto }
  .paper .whole, .paper tr { break-inside: avoid }
}`;

/** In ink on paper, as long as it is there. */
export function Printed({ children }: { children: ReactNode }) {
  return createPortal(
    <TonesProvider value={PAPER}>
      <style>{RULES}</style>
      {children}
    </TonesProvider>,
    paper(),
  );
}

function paper(): HTMLElement {
  const there = document.querySelector<HTMLElement>('body > .paper');
  if (there) return there;
  const made = document.createElement('div');
  made.className = 'paper';
  made.ariaHidden = 'true';
  document.body.append(made);
  return made;
}

/** Begins on a page of its own. */
export const Leaf = ({ children }: { children: ReactNode }) => <div className="leaf">{children}</div>;

/** Is not parted by the end of a page. */
export const Whole = ({ children }: { children: ReactNode }) => <div className="whole">{children}</div>;

interface PrintedTableProps {
  caption: string;
  head: readonly string[];
  rows: readonly (readonly string[])[];
  /** All its columns but the first are figures, also where a cell says it in words. */
  named?: boolean;
}

/** A table of the browser's own: its head stands again on every page that it goes over to. */
export function PrintedTable({ caption, head, rows, named = false }: PrintedTableProps) {
  // The first column is what a row is of; figures stand under one another, and their head above them.
  const figures = head.map((_, column) => {
    const cells = rows.flatMap((row) => row[column] || []);
    return column > 0 && (named || (cells.length > 0 && cells.every((cell) => /^[-−\d]/.test(cell))));
  });
  return (
    <table style={TABLE}>
      <caption style={CAPTION}>{caption}</caption>
      <thead>
        <tr>
          {head.map((words, column) => (
            <th key={words} scope="col" style={figures[column] ? HEAD_OF_FIGURES : named ? HEAD_OF_NAMES : HEAD}>
              {words}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {rows.map((cells, row) => (
          <tr key={row}>
            {cells.map((cell, column) => (
              <td key={head[column]} style={figures[column] ? FIGURE : CELL}>
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
const HEAD_OF_NAMES: CSSProperties = { ...HEAD, width: '46%' };
const HEAD_OF_FIGURES: CSSProperties = { ...HEAD, textAlign: 'right' };
