import { readFileSync } from 'node:fs';
import { describe, expect, it } from '@jest/globals';
import { strToU8, unzipSync, zipSync } from 'fflate';
import fc from 'fast-check';
import { read, utils, write, type WorkBook } from 'xlsx';
import { MOST_CELLS, MOST_COLUMNS } from './Sheet';
import { readOds } from './readOds';
import { readXlsx } from './readXlsx';

/** Files made by programs that nobody here wrote. */
const fromOthers = (name: string) =>
  bytesOf(
    readFileSync(new URL(`../../../../../server/src/extraction/testing/files/${name}`, import.meta.url)),
  );
const bytesOf = (bytes: Uint8Array): ArrayBuffer => new Uint8Array(bytes).buffer;

const formats = [
  ['xlsx', readXlsx],
  ['ods', readOds],
] as const;

const written = (book: WorkBook, bookType: 'xlsx' | 'ods') =>
  bytesOf(write(book, { type: 'buffer', bookType }) as Uint8Array);
const bookOf = (sheets: Record<string, unknown[][]>): WorkBook => {
  const book = utils.book_new();
  for (const [name, rows] of Object.entries(sheets))
    utils.book_append_sheet(book, utils.aoa_to_sheet(rows), name);
  return book;
};

/** Without what shows nothing at the ends of rows and of the sheet. */
const trimmed = (rows: readonly (readonly unknown[])[]): string[][] => {
  const cut = rows.map((row) => {
    const cells = row.map(String);
    while (cells.at(-1) === '') cells.pop();
    return cells;
  });
  while (cut.at(-1)?.length === 0) cut.pop();
  return cut;
};

describe.each(formats)('a workbook as %s', (type, readSheets) => {
  it('has its sheets in their order, with what each cell shows at its place', () => {
    const sheets = readSheets(
      written(
        bookOf({
          'Đặng & Sons': [['day', 'cm'], [], ['Monday', '', 42]],
          'Second "sheet"': [['<b>not bold</b>'], ['two\nlines'], [' spaced  out ']],
          Empty: [[]],
        }),
        type,
      ),
    );
    expect(sheets.map(({ name }) => name)).toEqual(['Đặng & Sons', 'Second "sheet"', 'Empty']);
    expect(sheets[0]!.rows).toEqual([['day', 'cm'], [], ['Monday', '', '42']]);
    expect(sheets[1]!.rows.slice(0, 2)).toEqual([['<b>not bold</b>'], ['two\nlines']]);
    expect(sheets[2]!.rows).toEqual([]);
  });

  it('shows the same as SheetJS, over random cells', () => {
    const cell = fc.oneof(
      fc.constant(null),
      fc.integer({ min: -100_000, max: 100_000 }),
      fc.integer({ min: -10_000, max: 10_000 }).map((hundredths) => hundredths / 100),
      fc
        .string({
          unit: fc.constantFrom('a', 'Z', '0', '&', '<', '"', 'é', '流', '🌊'),
          minLength: 1,
          maxLength: 5,
        })
        .map((text) => `x${text}`),
      fc.boolean(),
    );
    fc.assert(
      fc.property(fc.array(fc.array(cell, { maxLength: 6 }), { minLength: 1, maxLength: 8 }), (rows) => {
        const bytes = written(bookOf({ Sheet: rows }), type);
        const theirs = read(new Uint8Array(bytes), { type: 'array' }).Sheets['Sheet']!;
        // That program begins its range at the first cell that shows something.
        const { e } = utils.decode_range(theirs['!ref'] ?? 'A1');
        const shown = utils.sheet_to_json<unknown[]>(theirs, {
          header: 1,
          raw: false,
          defval: '',
          blankrows: true,
          range: { s: { r: 0, c: 0 }, e },
        });
        const [ours] = readSheets(bytes);
        expect(ours!.rows).toEqual(trimmed(shown));
      }),
      { seed: 20_261_201, numRuns: 150 },
    );
  });

  it('is refused where it is none', () => {
    for (const bytes of [strToU8('no package'), zipSync({ 'other.xml': strToU8('<a/>') }), new Uint8Array()])
      expect(() => readSheets(bytesOf(bytes))).toThrow();
  });
});

describe('a workbook as xlsx', () => {
  it('shows numbers as they are written there: days, parts of a hundred, decimals, reckoned ones', () => {
    const sheet = utils.aoa_to_sheet([[45_000, 0.256, 3.14159, 0.5, 1, 2, 45_000]]);
    for (const [at, format] of [
      ['A1', 'dd/mm/yyyy'],
      ['B1', '0.0%'],
      ['C1', '0.00'],
      ['D1', 'h:mm'],
      ['G1', 'yyyy-mm-dd'],
    ] as const)
      (sheet[at] as { z: string }).z = format;
    (sheet['E1'] as { f: string }).f = '1*1';
    const book = utils.book_new();
    utils.book_append_sheet(book, sheet, 'Numbers');
    // Day 45,000 of ECMA-376 part 1, section 18.17.4.1 (the first is 1900-01-01), reckoned by hand: 2023-03-15.
    expect(readXlsx(written(book, 'xlsx'))[0]!.rows).toEqual([
      ['15/03/2023', '25.6%', '3.14', '12:00', '1', '2', '2023-03-15'],
    ]);
  });

  it('by ExcelJS is read', () => {
    const [sheet] = readXlsx(fromOthers('exceljs.xlsx'));
    const theirs = read(new Uint8Array(fromOthers('exceljs.xlsx')), { type: 'array' });
    const first = theirs.Sheets[theirs.SheetNames[0]!]!;
    expect(sheet!.name).toBe(theirs.SheetNames[0]);
    expect(sheet!.rows).toEqual(trimmed(utils.sheet_to_json(first, { header: 1, raw: false, defval: '' })));
  });

  it('takes no other names of parts for granted, and tells a formula that was never reckoned', () => {
    const main = 'http://schemas.openxmlformats.org/spreadsheetml/2006/main';
    const office = 'http://schemas.openxmlformats.org/officeDocument/2006/relationships';
    const relation = (type: string, target: string) =>
      strToU8(
        `<Relationships><Relationship Id="r1" Type="${office}/${type}" Target="${target}"/></Relationships>`,
      );
    const bytes = zipSync({
      '_rels/.rels': relation('officeDocument', 'book/main.xml'),
      'book/main.xml': strToU8(
        `<x:workbook xmlns:x="${main}" xmlns:r="${office}"><x:sheets><x:sheet name="One" r:id="r1"/></x:sheets></x:workbook>`,
      ),
      'book/_rels/main.xml.rels': relation('worksheet', '/book/worksheets/a.xml'),
      'book/worksheets/a.xml': strToU8(
        `<x:worksheet xmlns:x="${main}"><x:sheetData><x:row><x:c><x:f>A2+1</x:f></x:c><x:c t="inlineStr"><x:is><x:t>in line</x:t></x:is></x:c><x:c t="e"><x:v>#N/A</x:v></x:c></x:row></x:sheetData></x:worksheet>`,
      ),
    });
    expect(readXlsx(bytesOf(bytes))).toEqual([
      { name: 'One', rows: [['=A2+1', 'in line', '#N/A']], isCut: false },
    ]);
  });
});

const odsOf = (rows: string) =>
  bytesOf(
    zipSync({
      'content.xml': strToU8(
        `<office:document-content><office:body><office:spreadsheet><table:table table:name="One">${rows}</table:table></office:spreadsheet></office:body></office:document-content>`,
      ),
    }),
  );

describe('a spreadsheet as ods', () => {
  it('has what stands several times as often as it does, spaces as they are written, and no comments', () => {
    const [sheet] = readOds(
      odsOf(
        '<table:table-row table:number-rows-repeated="2"><table:table-cell table:number-columns-repeated="2"><office:annotation><text:p>aside</text:p></office:annotation><text:p>a<text:s text:c="3"/>b</text:p><text:p>c</text:p></table:table-cell></table:table-row>' +
          '<table:table-row table:number-rows-repeated="3"><table:table-cell table:number-columns-repeated="16384"/></table:table-row>' +
          '<table:table-row><table:covered-table-cell/><table:table-cell><text:p>end</text:p></table:table-cell></table:table-row>' +
          '<table:table-row table:number-rows-repeated="1048570"><table:table-cell table:number-columns-repeated="16384"/></table:table-row>',
      ),
    );
    const twice = ['a   b\nc', 'a   b\nc'];
    expect(sheet).toEqual({ name: 'One', rows: [twice, twice, [], [], [], ['', 'end']], isCut: false });
  });
});

it.each([
  ['a row far below', '<row r="1048576"><c r="A1048576"><v>1</v></c></row>'],
  ['a cell far to the right', '<row r="1"><c r="XFD1"><v>1</v></c></row>'],
])('of a workbook with %s no more is read than can be shown, and it says so', (_, data) => {
  const parts = unzipSync(new Uint8Array(written(bookOf({ One: [[0]] }), 'xlsx')));
  parts['xl/worksheets/sheet1.xml'] = strToU8(`<worksheet><sheetData>${data}</sheetData></worksheet>`);
  expect(readXlsx(bytesOf(zipSync(parts)))).toEqual([{ name: 'One', rows: [], isCut: true }]);
});

it('a spreadsheet that says of a few bytes that they are all there is stays small', () => {
  const cells =
    '<table:table-cell table:number-columns-repeated="16384"><text:p>x</text:p></table:table-cell>';
  const [sheet] = readOds(
    odsOf(`<table:table-row table:number-rows-repeated="1048576">${cells}</table:table-row>`),
  );
  expect(sheet!.isCut).toBe(true);
  expect(sheet!.rows.flat().length).toBeLessThanOrEqual(MOST_CELLS);
  expect(Math.max(...sheet!.rows.map((row) => row.length))).toBeLessThanOrEqual(MOST_COLUMNS);
});
