import { expect, test } from '@jest/globals';
import { stringify } from 'csv-stringify/sync';
import fc from 'fast-check';
import papa from 'papaparse';
import { readTable } from '../roster/readTable';
import { askPython, hasPython } from '../testing/askPython';
import { csvForm, guardCell, oneLine, unguardCell } from './cells';

const write = (rows: string[][], delimiter: ',' | '\t' = ',') => stringify(rows, csvForm(delimiter));

/** What Python's own csv module reads, in its strict mode. */
const readWithPython = (text: string, delimiter: string) =>
  askPython<string[][]>(
    `import csv,io,json,sys
text = sys.stdin.buffer.read().decode('utf-8')
print(json.dumps(list(csv.reader(io.StringIO(text, newline=''), delimiter=sys.argv[1], strict=True))))`,
    text,
    [delimiter],
  );

const forged = [
  'x\n=1+1.txt',
  'Lee\rSam',
  'two\r\nlines',
  '=cmd|’"',
  '-1',
  '@sum',
  '\tindented',
  "'=quoted",
  "'t Hooft",
  '＝full',
  'a "b", c',
];

test.each([',', '\t'] as const)(
  'a cell with a lone line end or a formula forges nothing (%j)',
  (delimiter) => {
    const rows = [...forged.map((cell) => [cell, 'beside']), ['last', 'row']];
    const text = write(rows, delimiter);
    const expected = rows.map((row) => row.map(guardCell));
    expect(papa.parse<string[]>(text, { delimiter, newline: '\r\n', skipEmptyLines: true }).data).toEqual(
      expected,
    );
    if (hasPython('csv')) expect(readWithPython(text, delimiter)).toEqual(expected);
    // Nothing that a spreadsheet would run is left at the start of a cell.
    for (const cell of expected.flat()) expect(cell).not.toMatch(/^[=+\-@\t\r＝]/u);
  },
);

test('what is written is read back as it was, apostrophes of ours taken off again', () => {
  const cell = fc.string({ unit: fc.constantFrom(...'aé,;"\'=-+@\t\n\r ＝') });
  fc.assert(
    fc.property(fc.array(fc.tuple(fc.constant('x'), cell), { minLength: 2, maxLength: 6 }), (rows) => {
      expect(rows.map((row) => row.map((value) => unguardCell(guardCell(value))))).toEqual(rows);
      const read = papa.parse<string[]>(write(rows), {
        delimiter: ',',
        newline: '\r\n',
        skipEmptyLines: true,
      }).data;
      expect(read.map((row) => row.map(unguardCell))).toEqual(rows);
    }),
  );
});

test('our reader of lists takes the apostrophe off, and leaves one that belongs to a name', () => {
  const text = write([
    ['last', 'first'],
    ['=Hörður', '-'],
    ["'t Hooft", 'Ria'],
  ]);
  expect(readTable(text)).toMatchObject({
    rows: [
      ['last', 'first'],
      ['=Hörður', '-'],
      ["'t Hooft", 'Ria'],
    ],
  });
});

test('a name becomes one line', () => {
  expect(oneLine('x\n=1+1.txt')).toBe('x =1+1.txt');
  expect(oneLine('\u2028a\r\n\tb\u0000')).toBe('a b');
});
