import readXlsxFile from 'read-excel-file/node';
import { xlsxBook } from '../src/xlsx';

/** Workbooks, as another program reads them. */

const read = async (...sheets: Parameters<typeof xlsxBook>[0]) =>
  readXlsxFile(Buffer.from(await (await xlsxBook(sheets)).arrayBuffer()));

test('numbers come back as numbers and texts as texts, whatever a spreadsheet may take them for', async () => {
  const rows = [
    ['Item', 'Amount'],
    ['=1+1', -1.5],
    ['Stone, 3/4 in', 0],
    ['“Kies” & <Sand>', 123_456.789],
    ['007', 1e-3],
  ];
  expect(await read({ name: 'Order list', rows, widths: [20, 10] })).toEqual([{ sheet: 'Order list', data: rows }]);
});

test('names that the format forbids are made fit, and several sheets keep their order', async () => {
  const sheet = (name: string) => ({ name, rows: [['Head'], ['x']], widths: [8] });
  const names = (await read(sheet('A/B: [c]?'), sheet('B'.repeat(40)))).map((sheet) => sheet.sheet);
  expect(names).toEqual(['A B   c  ', 'B'.repeat(31)]);
  await expect(xlsxBook([])).rejects.toThrow(RangeError);
});
