import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import type { PeriodId, PersonId } from '../ids';
import { decodeText } from './decodeText';
import { judgeRows, type KnownPerson } from './judgeRows';
import { readTable } from './readTable';
import { looksLikeEmail, recogniseColumns } from './recogniseColumns';
import { splitPersonName } from './splitPersonName';

describe('decodeText', () => {
  const text = 'Åsa;Muñoz';
  test.each([
    ['UTF-8', Buffer.from(text)],
    ['UTF-8 with a byte-order mark', Buffer.from(`\ufeff${text}`)],
    ['Windows-1252', Buffer.from(text, 'latin1')],
    ['UTF-16 with a byte-order mark', Buffer.from(`\ufeff${text}`, 'utf16le')],
  ])('%s', (_name, bytes) => {
    expect(decodeText(bytes).replace('\ufeff', '')).toBe(text);
  });

  test('reads the letters that Windows-1252 has and Latin-1 has not', () => {
    expect(decodeText(Uint8Array.of(0x8a, 0x9e, 0x92))).toBe('Šž’');
  });
});

describe('readTable', () => {
  test.each([
    ['comma', 'Last,First\nAbara,Chidi', ','],
    ['semicolon with commas inside', 'Name;E-mail\nAbara, Chidi;c@x.example\nEze, Ada;a@x.example', ';'],
    ['tab with commas inside', 'Abara, Chidi\t3\nEze, Ada\t4', '\t'],
    ['a comma only inside quotes', '"Abara, Chidi";3\n"Eze, Ada";4', ';'],
    ['one column', 'Abara\nEze', '\t'],
  ])('finds the separator: %s', (_name, text, separator) => {
    expect(readTable(text)).toMatchObject({ ok: true, separator });
  });

  test('keeps quotes, lines within quotes, and the line each row ends on; passes over blank rows', () => {
    const table = readTable('\ufeffLast,First\r\n\r\n"O""Hara","A\nB"\r\n , \r\nEze,  Ada  Obi \r\n');
    expect(table).toEqual({
      ok: true,
      separator: ',',
      rows: [
        ['Last', 'First'],
        ['O"Hara', 'A B'],
        ['Eze', 'Ada Obi'],
      ],
      lines: [1, 4, 6],
    });
  });

  test('says on which line a quote stays open', () => {
    expect(readTable('a,b\n"c,d\ne,f')).toMatchObject({ ok: false });
  });

  test('reads any cells back that were quoted by RFC 4180', () => {
    const cell = fc
      .string({ unit: fc.constantFrom(...'aé,;\t" b') })
      .map((value) => value.replace(/\s+/g, ' ').trim());
    fc.assert(
      fc.property(fc.array(fc.tuple(cell, cell), { minLength: 1, maxLength: 6 }), (rows) => {
        const filled = rows.filter((row) => row.some(Boolean));
        fc.pre(filled.length > 0);
        const text = filled
          .map((row) => row.map((value) => `"${value.replaceAll('"', '""')}"`).join(';'))
          .join('\r\n');
        expect(readTable(text)).toMatchObject({
          ok: true,
          rows: filled.map((row) => row.map((value) => value.normalize('NFC'))),
        });
      }),
    );
  });
});

describe('recogniseColumns', () => {
  test('knows columns by their headings, in any order and writing', () => {
    const found = recogniseColumns([
      ['E-Mail Address', 'Hour', 'FIRST NAME', 'Homeroom', 'Surname'],
      ['a@b.example', '3', 'Ada', 'B', 'Eze'],
    ]);
    expect(found).toEqual({
      columns: ['email', 'period', 'first', 'ignore', 'last'],
      hasHeadings: true,
      enough: true,
    });
  });

  test('without headings knows the address, and a name that stands alone beside it', () => {
    expect(recogniseColumns([['Eze, Ada', 'a@b.example']])).toEqual({
      columns: ['name', 'email'],
      hasHeadings: false,
      enough: true,
    });
    expect(recogniseColumns([['Eze', 'Ada', '3']])).toMatchObject({
      columns: ['ignore', 'ignore', 'ignore'],
      enough: false,
    });
  });
});

test.each([
  ['García Márquez, Ana María', 'García Márquez', 'Ana María', true],
  ['Chidi Abara', 'Abara', 'Chidi', true],
  ['Ludwig van der Berg', 'van der Berg', 'Ludwig', false],
  ['Ana María García Márquez', 'Márquez', 'Ana María García', false],
  ['Wayan', 'Wayan', '', true],
])('splitPersonName(%s)', (name, last, first, sure) => {
  expect(splitPersonName(name)).toEqual({ last, first, sure });
});

test.each([
  ['a@b.example', true],
  ['ä.o’k+1@sub.b.example', true],
  ['a@b', false],
  ['a b@c.example', false],
  ['a@b.example, c@d.example', false],
  ['', false],
])('looksLikeEmail(%s): %s', (text, is) => {
  expect(looksLikeEmail(text)).toBe(is);
});

describe('judgeRows', () => {
  const p2 = 'h2' as PeriodId;
  const p3 = 'h3' as PeriodId;
  const blank = { called: '', username: '', number: '' };
  const known: KnownPerson[] = [
    {
      id: 'k1' as PersonId,
      last: 'Abara',
      first: 'Chidi',
      email: 'cabara@x.example',
      ...blank,
      period: p2,
      isStudent: true,
    },
    {
      id: 'k2' as PersonId,
      last: 'Tamsin',
      first: 'Imogen',
      email: 'itamsin@x.example',
      ...blank,
      period: null,
      isStudent: false,
    },
    {
      id: 'k3' as PersonId,
      last: 'Eze',
      first: 'Ada',
      email: 'aeze@x.example',
      ...blank,
      period: null,
      isStudent: true,
    },
  ];
  const judge = (...cells: string[][]) =>
    judgeRows(
      cells.map((row, i) => ({ line: i + 1, cells: row })),
      {
        columns: ['last', 'first', 'email', 'period'],
        period: null,
        periods: [
          { id: p2, number: 2, label: 'Period 2' },
          { id: p3, number: 3, label: 'Blue block' },
        ],
        known,
      },
    );

  test.each([
    [['Ålund', 'Signe', 's@x.example', '2'], 'new', []],
    [['Ålund', 'Signe', '', 'Period 2'], 'new', ['no-email']],
    [['Ålund', 'Signe', 's@x.example', '3rd'], 'new', []],
    [['Ålund', 'Signe', 's@x.example', 'blue block'], 'new', []],
    [['Abara', 'Chidi', 'CABARA@x.example', '2'], 'already there', []],
    [['Abara', 'Chidi', 'cabara@x.example', '3'], 'wrong', ['other-period']],
    [['Abara', 'Chidi', 'other@x.example', '3'], 'doubtful', ['same-name-here']],
    [['Eze', 'Ada', '', '2'], 'doubtful', ['no-email', 'same-name-in-school']],
    [['Eze', 'Ada', 'aeze@x.example', '2'], 'new', []],
    [['Eze', 'Adaora', 'aeze@x.example', '2'], 'doubtful', ['name-differs']],
    [['Tamsin', 'I', 'itamsin@x.example', '2'], 'wrong', ['email-of-staff']],
    [['', '', 's@x.example', '2'], 'wrong', ['no-name']],
    [['Ålund', 'Signe', 'not an address', '2'], 'wrong', ['bad-email']],
    [['Ålund', 'Signe', 's@x.example', '9'], 'wrong', ['unknown-period']],
    [['Ålund', 'Signe', 's@x.example', ''], 'wrong', ['no-period']],
    [['x'.repeat(121), 'Signe', 's@x.example', '2'], 'wrong', ['too-long']],
  ])('%j is %s', (cells, fate, reasons) => {
    expect(judge(cells)[0]).toMatchObject({ fate, reasons });
  });

  test('a row that stands twice is taken once; two people of one name with two addresses are both new', () => {
    const row = ['Demir', 'Ali', 'ali@x.example', '2'];
    expect(judge(row, row).map((judged) => judged.fate)).toEqual(['new', 'wrong']);
    expect(judge(row, ['Demir', 'Ali', 'ali2@x.example', '2']).map((judged) => judged.fate)).toEqual([
      'new',
      'new',
    ]);
  });

  test('every row gets one fate, and only a row with somewhere to go can be taken', () => {
    const cell = fc.constantFrom('', 'Abara', 'Chidi', 'cabara@x.example', 'x@y.example', '2', '99', 'Ünal');
    fc.assert(
      fc.property(fc.array(fc.tuple(cell, cell, cell, cell), { maxLength: 20 }), (rows) => {
        const judged = judge(...rows);
        expect(judged).toHaveLength(rows.length);
        for (const row of judged.filter(({ fate }) => fate !== 'wrong')) {
          expect(row.period).not.toBeNull();
          expect(row.person.last).not.toBe('');
        }
      }),
    );
  });
});
