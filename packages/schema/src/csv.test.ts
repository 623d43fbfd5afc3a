import Papa from 'papaparse';
import { expect, test } from 'vitest';
import { csvOf } from './csv.ts';

test('text that a spreadsheet would take for a formula is marked as text, whatever it begins with; numbers stay numbers', () => {
  for (const text of ['=1+1', '+1', '-1', '@SUM(A1)', '\t=1', '\r=1'])
    expect(Papa.parse(csvOf([[text]])).data).toEqual([[`'${text}`]]);
  expect(csvOf([[-1.5, 2e-7, 'n-butane']])).toBe('-1.5,2e-7,n-butane');
});

test('commas, quotes and line ends inside a cell come back as they were', () => {
  const rows = [
    ['a, b', 'say "so"'],
    ['two\nlines', ''],
  ];
  expect(Papa.parse(csvOf(rows)).data).toEqual(rows);
});
