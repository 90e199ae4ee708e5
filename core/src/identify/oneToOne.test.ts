import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { munkres } from 'munkres';
import { studentValues } from '../naming/nameValues';
import { makeIdentifier } from './identify';
import { solveOneToOne, type PairValue } from './oneToOne';
import { identifyStanding } from './standing';

const table = fc
  .record({ rows: fc.integer({ min: 1, max: 7 }), columns: fc.integer({ min: 1, max: 7 }) })
  .chain(({ rows, columns }) =>
    fc.array(fc.array(fc.integer({ min: -4, max: 12 }), { minLength: columns, maxLength: columns }), {
      minLength: rows,
      maxLength: rows,
    }),
  );

const pairsOf = (values: number[][]): PairValue[][] =>
  values.map((row) => row.map((value, column) => ({ column, value })));

const sumOf = (values: number[][], columns: readonly (number | null)[]) =>
  columns.reduce<number>((sum, column, row) => sum + (column === null ? 0 : values[row]![column]!), 0);

/** The best sum by a reference library, with rows that are worth more alone left alone. */
function bestSum(values: number[][]): number {
  const costs = values.map((row) => [...row.map((value) => -Math.max(value, 0)), ...values.map(() => 0)]);
  while (costs.length < costs[0]!.length) costs.push(costs[0]!.map(() => 0));
  return munkres(costs).reduce((sum, [row, column]) => sum - costs[row]![column]!, 0);
}

describe('the assignment problem', () => {
  test('the sum is that of a reference library, and no column is given twice', () => {
    fc.assert(
      fc.property(table, (values) => {
        const { columns } = solveOneToOne(pairsOf(values), values[0]!.length);
        const given = columns.filter((column) => column !== null);
        expect(new Set(given).size).toBe(given.length);
        expect(sumOf(values, columns)).toBe(bestSum(values));
      }),
      { numRuns: 400 },
    );
  });

  test('the margin is never more than what the whole loses without the choice', () => {
    fc.assert(
      fc.property(table, (values) => {
        const { columns, margins } = solveOneToOne(pairsOf(values), values[0]!.length);
        const best = sumOf(values, columns);
        columns.forEach((column, row) => {
          if (column === null) return;
          const without = values.map((one, i) =>
            one.map((value, j) => (i === row && j === column ? -1000 : value)),
          );
          expect(margins[row]!).toBeLessThanOrEqual(best - bestSum(without) + 1e-9);
        });
      }),
      { numRuns: 300 },
    );
  });

  test('pairs that are not listed are not made', () => {
    const { columns } = solveOneToOne([[{ column: 1, value: 3 }], [{ column: 1, value: 5 }], []], 2);
    expect(columns).toEqual([null, 1, null]);
  });
});

describe('standing folders as a whole', () => {
  const student = (id: string, last: string, first: string, period: number) => ({
    id,
    values: studentValues({
      last,
      first,
      called: '',
      period,
      username: '',
      email: '',
      number: '',
      group: '',
    }),
  });
  const students = [
    student('walsh', 'Walsh', 'Isabella', 3),
    student('littel', 'Littel', 'Isabella', 3),
    student('crooks', 'Crooks', 'Begitutuk', 7),
    student('erdogan', 'Erdoğan', 'Begitutuk', 3),
    student('araña', 'Araña', 'Summer', 5),
  ];
  const identifier = makeIdentifier({ students, assignments: [], courseTexts: [] });
  const told = (names: string[]) =>
    identifyStanding(identifier, names, students.length).map(({ decision, students: who }) => [
      decision,
      ...who,
    ]);

  test('a name that two could have is the one’s whose own name is not there', () => {
    expect(told(['3-Walsh_Isabella', '3-Isabella'])).toEqual([
      ['file', 'walsh'],
      ['file', 'littel'],
    ]);
    expect(told(["Begitutuk's turn in folder", '7-crooks_begitutuk'])).toEqual([
      ['file', 'erdogan'],
      ['file', 'crooks'],
    ]);
  });

  test('where either fits as well, both are asked about', () => {
    expect(told(['3-Isabella', 'Isabella']).map(([decision]) => decision)).toEqual(['ask', 'ask']);
  });

  test('the same name twice is nobody’s for sure', () => {
    expect(
      told(['3-Walsh_Isabella', '3-Walsh_Isabella']).filter(([decision]) => decision === 'file').length,
    ).toBeLessThan(2);
  });
});
