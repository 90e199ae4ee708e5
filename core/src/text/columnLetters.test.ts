import { expect, it } from '@jest/globals';
import { columnLetters } from './columnLetters';

it.each([
  [1, 'A'],
  [26, 'Z'],
  [27, 'AA'],
  [52, 'AZ'],
  [702, 'ZZ'],
  [703, 'AAA'],
  // The last column of a workbook (ECMA-376).
  [16_384, 'XFD'],
])('column %i of a workbook is %s', (column, letters) => {
  expect(columnLetters(column)).toBe(letters);
});
