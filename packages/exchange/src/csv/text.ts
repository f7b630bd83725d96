import Papa from 'papaparse';

/** A number as anybody writes one: a spreadsheet takes it for what it is, and it must stay one. */
const NUMBER = /^[-+]?(\d+\.?\d*|\.\d+)(e[-+]?\d+)?$/i;
/**
 * What a spreadsheet may take for a formula: by the signs it begins with, in their full widths too, and past spaces and
 * control characters that it passes over.
 */
const FORMULA = /^[\s\p{Cc}]*[=@+\-\u2212\uFF1D\uFF20\uFF0B\uFF0D]/u;

/** A text that a spreadsheet shows as it is: what it would take for a formula stands behind an apostrophe. */
export function defused(text: string): string {
  return FORMULA.test(text) && !NUMBER.test(text) ? `'${text}` : text;
}

/**
 * Comma-separated text as RFC 4180 has it, with a line end after each row.
 * @param rows of cells, the head first; a name in a cell cannot become a formula in the spreadsheet that opens it
 */
export function csvText(rows: readonly (readonly string[])[]): string {
  // The package's own guard knows neither full-width signs nor that −1.5 is a number, so cells are made safe before.
  const safe = rows.map((row) => row.map(defused));
  return `${Papa.unparse(safe, { newline: '\r\n', escapeFormulae: false })}\r\n`;
}
