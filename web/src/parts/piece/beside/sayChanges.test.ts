import { describe, expect, test } from '@jest/globals';
import { besideCells, besideWords } from '@vestibul/core';
import { sayChanges } from './sayChanges';

const sayWords = (before: string[], after: string[]) =>
  sayChanges({ by: 'words', found: besideWords(before, after) });
const sayCells = (before: string[][], after: string[][]) =>
  sayChanges({ by: 'cells', found: besideCells(before, after) });

describe('what changed, in one line', () => {
  test('words', () => {
    expect(sayWords(['One cat sat.'], ['One old cat sat.'])).toBe('1 word new, 0 gone.');
    expect(sayWords(['One cat sat.'], ['One cat sat.'])).toBe('Nothing changed.');
    expect(sayWords(['One cat sat.'], ['One cat sat!'])).toBe(
      'The words are the same; signs or spaces changed.',
    );
  });

  test('cells, rows and columns, each only where there is one', () => {
    const table = [
      ['a', 'b'],
      ['1', '2'],
      ['3', '4'],
    ];
    expect(sayCells(table, table)).toBe('Nothing changed.');
    expect(
      sayCells(table, [
        ['a', 'b'],
        ['1', '9'],
        ['3', '4'],
      ]),
    ).toBe('1 cell changed.');
    expect(sayCells(table, [...table, ['5', '6'], ['7', '8']])).toBe('2 rows new.');
    expect(
      sayCells(
        table,
        table.map((row) => ['x', ...row]),
      ),
    ).toBe('1 column new.');
  });

  test('a picture: how much of it, and where it is nothing that can be seen', () => {
    const part = { x: 0, y: 0, w: 0.1, h: 0.1 };
    expect(sayChanges({ by: 'pixels', found: { share: 0.004, parts: [part] } })).toBe(
      'Less than 1 % of the picture changed, in 1 place.',
    );
    expect(sayChanges({ by: 'pixels', found: { share: 0.0001, parts: [] } })).toBe(
      'Nothing changed that can be seen.',
    );
    expect(sayChanges({ by: 'pixels', found: { share: 0, parts: [] } })).toBe('Nothing changed.');
  });

  test('what has too little in common says so', () => {
    expect(sayChanges({ by: 'words', found: null })).toBe('Nearly all of it is different.');
    expect(sayChanges({ by: 'pixels', found: null })).toBe(
      'These two pictures can’t be laid over each other.',
    );
  });
});
