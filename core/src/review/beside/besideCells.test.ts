import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { besideCells, isChangedCell } from './besideCells';

const readings = [
  ['day', 'level', 'who'],
  ['Mon', '2.4', 'Ana'],
  ['Tue', '2.1', 'Ben'],
  ['Wed', '1.9', 'Ana'],
];

describe('what changed in the cells of a table', () => {
  test('a reading mended is one cell, in its row', () => {
    const mended = readings.map((row) => row.map((cell) => (cell === '2.1' ? '2.2' : cell)));
    const found = besideCells(readings, mended)!;
    expect(found).toMatchObject({ changed: 1, rowsGone: 0, rowsCome: 0, columnsGone: 0, columnsCome: 0 });
    expect(
      found.rows.flatMap(({ was, cells }) => cells.filter(isChangedCell).map((cell) => [was, cell])),
    ).toEqual([[3, { before: '2.1', after: '2.2' }]]);
  });

  test('a row put in moves those below it, and changes none of them', () => {
    const more = readings.toSpliced(2, 0, ['Mon', '2.3', 'Ben']);
    const found = besideCells(readings, more)!;
    expect(found).toMatchObject({ changed: 0, rowsCome: 1, rowsGone: 0 });
    expect(found.rows.map(({ was, is }) => [was, is])).toEqual([
      [1, 1],
      [2, 2],
      [null, 3],
      [3, 4],
      [4, 5],
    ]);
  });

  test('a column put in stands beside nothing, and the others beside themselves', () => {
    const wider = readings.map(([day, ...more], i) => [day!, i === 0 ? 'hour' : '7:00', ...more]);
    const found = besideCells(readings, wider)!;
    expect(found).toMatchObject({ changed: 0, columnsCome: 1, columnsGone: 0 });
    expect(found.rows[1]!.cells[1]).toEqual({ before: null, after: '7:00' });
  });

  test('a column that is called otherwise is still that column', () => {
    const renamed = readings.map((row, i) => (i === 0 ? ['day', 'level in m', 'who'] : row));
    expect(besideCells(readings, renamed)).toMatchObject({ changed: 1, columnsGone: 0, columnsCome: 0 });
  });

  test('a column put into a long table, or reckoned anew in all of it, is that column and no more', () => {
    const long = [['what', 'cm'], ...Array.from({ length: 400 }, (_, i) => [`reading ${i}`, `${i % 9}`])];
    const wider = long.map(([what, cm]) => [what!, 'at the ford', cm!]);
    expect(besideCells(long, wider)).toMatchObject({ changed: 0, columnsCome: 1, rowsCome: 0, rowsGone: 0 });
    const anew = wider.map((row, i) => (i === 0 ? row : row.with(2, `${i}.5`)));
    expect(besideCells(wider, anew)).toMatchObject({ changed: 400, rowsCome: 0, rowsGone: 0 });
  });

  test('an empty table and short rows', () => {
    expect(besideCells([], [])).toMatchObject({ rows: [], changed: 0 });
    expect(
      besideCells(
        [['a', 'b'], ['c']],
        [
          ['a', 'b'],
          ['c', 'd'],
        ],
      ),
    ).toMatchObject({ changed: 1 });
  });

  test('each row of each side is there once, in order, with its cells', () => {
    const cell = fc.constantFrom('', '1', '2', 'x');
    const table = (columns: number) =>
      fc.array(fc.array(cell, { minLength: columns, maxLength: columns }), { minLength: 1, maxLength: 10 });
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 4 }).chain(table),
        fc.integer({ min: 1, max: 4 }).chain(table),
        (a, b) => {
          const { rows } = besideCells(a, b)!;
          const cellsOf = (which: 'before' | 'after', number: 'was' | 'is') =>
            rows
              .filter((row) => row[number] !== null)
              .map(({ cells }) => cells.flatMap((pair) => pair[which] ?? []));
          expect(cellsOf('before', 'was')).toEqual(a);
          expect(cellsOf('after', 'is')).toEqual(b);
        },
      ),
      { seed: 16, numRuns: 300 },
    );
  });
});
