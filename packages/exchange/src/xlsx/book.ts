import writeXlsxFile from 'write-excel-file/universal';

/** A sheet of a workbook: its rows, the head first. Numbers stay numbers, so that they can be summed there. */
export interface BookSheet {
  readonly name: string;
  readonly rows: readonly (readonly (string | number)[])[];
  /** How wide its columns are, in characters. */
  readonly widths: readonly number[];
}

/** What the format forbids in the name of a sheet, and how long that may be. */
const FORBIDDEN = /[\\/?*[\]:]/g;
const LONGEST = 31;

/**
 * A workbook as Office Open XML (ECMA-376, .xlsx). Texts are kept as texts: none of them is taken for a formula.
 * @throws RangeError where there is no sheet
 */
export async function xlsxBook(sheets: readonly BookSheet[]): Promise<Blob> {
  if (sheets.length === 0) throw new RangeError('a workbook has at least one sheet');
  return writeXlsxFile(
    sheets.map(({ name, rows, widths }) => ({
      sheet: name.replace(FORBIDDEN, ' ').slice(0, LONGEST),
      data: rows.map((row, index) =>
        row.map((value) =>
          typeof value === 'number'
            ? { value, type: Number }
            : { value, type: String, ...(index === 0 ? { fontWeight: 'bold' as const } : {}) },
        ),
      ),
      columns: widths.map((width) => ({ width })),
      stickyRowsCount: 1,
    })),
  ).toBlob();
}
