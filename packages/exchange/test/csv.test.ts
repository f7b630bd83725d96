import fc from 'fast-check';
import Papa from 'papaparse';
import { csvText, defused } from '../src';

test.each([
  ['=1+1'],
  ['+1+cmd|x!A1'],
  ['-1.5e3*cmd|x'],
  ['@SUM(A1)'],
  ['＝1+1'],
  ['＠SUM(A1)'],
  ['＋1'],
  ['－1'],
  ['\t=1'],
  ['\r=1'],
  [' =1'],
  ['−1+05.00'],
])('%j stands behind an apostrophe', (text) => {
  expect(defused(text)).toBe(`'${text}`);
});

test.each([['-1.5'], ['+3'], ['-.5'], ['1+05.00'], ['98.20'], ['-1e-3'], ['Run 1'], ['a=b'], ["Keeper's house"], ['']])(
  '%j stays as it is',
  (text) => {
    expect(defused(text)).toBe(text);
  },
);

test('the package by itself would let a full-width sign through and make a number a text, which is why it is not asked', () => {
  const own = (text: string): string => Papa.unparse([[text]], { escapeFormulae: true });
  expect(own('＝1+1')).toBe('＝1+1');
  expect(own('-1.5')).not.toBe('-1.5');
});

test('any table is read again as it was written, cell by cell', () => {
  fc.assert(
    fc.property(
      fc.array(fc.array(fc.string({ unit: 'grapheme' }), { minLength: 2, maxLength: 4 }), {
        minLength: 1,
        maxLength: 6,
      }),
      (rows) => {
        const wide = rows.map((row) => [...row, 'end']);
        const read = Papa.parse<string[]>(csvText(wide), { newline: '\r\n' }).data.slice(0, -1);
        expect(read).toEqual(wide.map((row) => row.map(defused)));
      },
    ),
  );
});
