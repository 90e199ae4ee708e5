import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import type { PeriodId, PersonId } from '../ids';
import { decodeText, isText } from './decodeText';
import { NameIndex, areAlike, plainName } from './areAlike';
import { findLeavers, judgeRows, type KnownPerson } from './judgeRows';
import { asRecognised, readList } from './readList';
import { readTable } from './readTable';
import { looksLikeEmail, recogniseColumns } from './recogniseColumns';
import { sortPeople, type SortOrder } from './groups';
import { splitPersonName } from './splitPersonName';

describe('isText', () => {
  const bytesOf = (text: string) => new TextEncoder().encode(text);
  test.each<[string, Uint8Array, boolean]>([
    ['a list', bytesOf('Last;First\r\nĐặng;Mai\t2'), true],
    ['nothing', new Uint8Array(), true],
    ['Windows-1252', Uint8Array.of(0x4d, 0xfc, 0x6c, 0x6c, 0x65, 0x72), true],
    ['UTF-16 with its mark', Uint8Array.of(0xff, 0xfe, 0x41, 0), true],
    ['UTF-16 without', Uint8Array.from([...'Abara;Chidi;'].flatMap((sign) => [sign.charCodeAt(0), 0])), true],
    // PNG (ISO/IEC 15948, 5.2), ZIP and so XLSX (APPNOTE 4.3.7), JPEG (ITU-T T.81, B.1.1).
    ['a picture', Uint8Array.of(0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a, 0, 0, 0, 0x0d), false],
    ['a workbook', Uint8Array.of(0x50, 0x4b, 0x03, 0x04, 0x14, 0, 0x06, 0), false],
    ['a photo', Uint8Array.of(0xff, 0xd8, 0xff, 0xe0, 0x00, 0x10, 0x4a, 0x46), false],
  ])('%s: %s', (_what, bytes, is) => expect(isText(bytes)).toBe(is));
});

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

test('a list made to take long is read in one pass', () => {
  const options = { ...asRecognised, period: null, periods: [], known: [] };
  for (const text of [
    'a@b.example,'.repeat(60_000) + '"',
    '"'.repeat(300_000) + '@',
    `x${' '.repeat(300_000)}<@`,
    ',@'.repeat(300_000),
  ])
    expect(readList(text, options)).toBeDefined();
});

describe('recogniseColumns', () => {
  test('knows columns by their headings, in any order and writing', () => {
    const found = recogniseColumns([
      ['E-Mail Address', 'Hour', 'FIRST NAME', 'Homeroom', 'Surname'],
      ['a@b.example', '3', 'Ada', 'B', 'Eze'],
    ]);
    expect(found).toEqual({
      columns: ['email', 'period', 'first', 'ignore', 'last'],
      headingRow: 0,
      order: null,
      isGuess: false,
      enough: true,
    });
  });

  test('without headings knows the address, and a name that stands alone beside it', () => {
    expect(recogniseColumns([['Eze, Ada', 'a@b.example']])).toEqual({
      columns: ['name', 'email'],
      headingRow: -1,
      order: null,
      isGuess: false,
      enough: true,
    });
    // Which of two names is the last one, nothing tells: it is a guess, and each row is asked about.
    expect(recogniseColumns([['Eze', 'Ada', '3']])).toMatchObject({
      columns: ['last', 'first', 'period'],
      isGuess: true,
      enough: true,
    });
    expect(recogniseColumns([['Eze', 'Ada', 'Lagos']])).toMatchObject({ enough: false });
  });
});

test.each([
  ['García Márquez, Ana María', 'García Márquez', 'Ana María', true],
  ['Chidi Abara', 'Abara', 'Chidi', true],
  ['Ludwig van der Berg', 'van der Berg', 'Ludwig', true],
  ['Ludwig van der Berg Jr.', 'van der Berg Jr.', 'Ludwig', true],
  ['van der Berg, Ludwig, Jr.', 'van der Berg Jr.', 'Ludwig', true],
  ['van der Berg Jr., Ludwig', 'van der Berg Jr.', 'Ludwig', true],
  ['Martin Luther King III', 'King III', 'Martin Luther', false],
  ['Ali Jr.', 'Jr.', 'Ali', true],
  [', Ana', 'Ana', '', false],
  ['Ana María García Márquez', 'Márquez', 'Ana María García', false],
  ['Wayan', 'Wayan', '', true],
])('splitPersonName(%s)', (name, last, first, sure) => {
  expect(splitPersonName(name)).toEqual({ last, first, called: '', sure });
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
      left: false,
      isStudent: true,
    },
    {
      id: 'k2' as PersonId,
      last: 'Tamsin',
      first: 'Imogen',
      email: 'itamsin@x.example',
      ...blank,
      period: null,
      left: false,
      isStudent: false,
    },
    {
      id: 'k3' as PersonId,
      last: 'Eze',
      first: 'Ada',
      email: 'aeze@x.example',
      ...blank,
      period: null,
      left: false,
      isStudent: true,
    },
    {
      id: 'k4' as PersonId,
      last: 'Jónsdóttir',
      first: 'Katrín',
      email: 'kjon@x.example',
      ...blank,
      period: p3,
      left: true,
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
    [['Abara', 'Chidi', 'cabara@x.example', '3'], 'moves', ['other-period']],
    [['Abara', 'Chidi Emeka', 'cabara@x.example', '2'], 'new name', ['name-differs']],
    [['Jónsdóttir', 'Katrín', 'kjon@x.example', '3'], 'comes back', ['left-before']],
    [['', '', 'cabara@x.example', '3'], 'moves', ['other-period']],
    [['Jonsdottir', 'Kat', 'k2@x.example', '3'], 'doubtful', ['like-somebody-here']],
    [['Chidi', 'Abara', 'c2@x.example', '2'], 'doubtful', ['like-somebody-here']],
    [['Aabara', 'Chidi', '', '2'], 'doubtful', ['no-email', 'like-somebody-here']],
    [['Eze', 'Adaora', '', '2'], 'doubtful', ['no-email', 'like-somebody-in-school']],
    [['Eze', 'Adaora', 'adaora@x.example', '2'], 'new', []],
    [['Abara', 'Chidi', 'other@x.example', '3'], 'doubtful', ['same-name-here']],
    [['Eze', 'Ada', '', '2'], 'doubtful', ['no-email', 'same-name-in-school']],
    [['Eze', 'Ada', 'aeze@x.example', '2'], 'new', []],
    [['Eze', 'Adaora', 'aeze@x.example', '2'], 'new', ['name-differs']],
    [['Tamsin', 'I', 'itamsin@x.example', '2'], 'wrong', ['email-of-staff']],
    [['', '', 's@x.example', '2'], 'wrong', ['no-name']],
    [['Ålund', 'Signe', 'not an address', '2'], 'wrong', ['bad-email']],
    [['Ålund', 'Signe', 's@x.example', '9'], 'wrong', ['unknown-period']],
    [['Ålund', 'Signe', 's@x.example', ''], 'wrong', ['no-period']],
    [['x'.repeat(121), 'Signe', 's@x.example', '2'], 'wrong', ['too-long']],
  ])('%j is %s', (cells, outcome, reasons) => {
    expect(judge(cells)[0]).toMatchObject({ outcome, reasons });
  });

  test('a row that stands twice is taken once; two people of one name with two addresses are both new', () => {
    const row = ['Demir', 'Ali', 'ali@x.example', '2'];
    expect(judge(row, row).map((judged) => judged.outcome)).toEqual(['new', 'wrong']);
    expect(judge(row, ['Demir', 'Ali', 'ali2@x.example', '2']).map((judged) => judged.outcome)).toEqual([
      'new',
      'new',
    ]);
  });

  test('somebody who stands in one list under two slightly different names is asked about', () => {
    const rowOutcomes = judge(
      ['Nwosu', 'Ebere', '', '2'],
      ['Nwosu', 'Eb', '', '2'],
      ['Nwosu', 'Obi', '', '2'],
    );
    expect(rowOutcomes.map(({ outcome }) => outcome)).toEqual(['new', 'new', 'new']);
    const asked = judge(['Nwosu', 'Ebere', '', '2'], ['Nwosu', 'Ebe', '', '2']);
    expect(asked[1]).toMatchObject({ outcome: 'doubtful', reasons: ['no-email', 'like-another-row'] });
  });

  test('a row that has nothing but the address of somebody known has their name', () =>
    expect(judge(['', '', 'cabara@x.example', '3'])[0]!.person).toMatchObject({
      last: 'Abara',
      first: 'Chidi',
    }));

  test('who may be meant is named, so that somebody can say', () => {
    expect(judge(['Jonsdottir', 'Katrin', '', '2'])[0]).toMatchObject({ known: null, candidates: ['k4'] });
  });

  test('who is on the roster and in no row leaves, unless a doubtful row may mean them', () => {
    const here = known.map((person) => (person.id === 'k4' ? { ...person, left: false } : person));
    const leavers = (rows: string[][], period: PeriodId | null) => findLeavers(judge(...rows), here, period);
    expect(leavers([['Abara', 'Chidi', 'cabara@x.example', '2']], null)).toEqual(['k4']);
    expect(leavers([['Abara', 'Chidi', 'cabara@x.example', '2']], p2)).toEqual([]);
    expect(leavers([['Jonsdottir', 'Kat', '', '2']], null)).toEqual(['k1']);
    expect(findLeavers([], known, null)).toEqual(['k1']);
  });

  test('every row gets one outcome, and only a row with somewhere to go can be taken', () => {
    const cell = fc.constantFrom(
      '',
      'Abara',
      'Chidi',
      'cabara@x.example',
      'x@y.example',
      '2',
      '3',
      '99',
      'Ünal',
    );
    fc.assert(
      fc.property(fc.array(fc.tuple(cell, cell, cell, cell), { maxLength: 20 }), (rows) => {
        const judged = judge(...rows);
        expect(judged).toHaveLength(rows.length);
        for (const row of judged.filter(({ outcome }) => outcome !== 'wrong')) {
          expect(row.period).not.toBeNull();
          expect(row.person.last).not.toBe('');
        }
      }),
    );
  });
});

test('of a row of sums it is said that it is one, and nothing else', () => {
  const list = readList('Last,First,E-mail\nEze,Ada,a@x.example\nTotal,1,', {
    ...asRecognised,
    period: null,
    periods: [],
    known: [],
  });
  expect(list.ok && list.rows.map(({ reasons }) => reasons)).toEqual([['no-period'], ['not-a-person']]);
});

describe('areAlike', () => {
  const named = (text: string) => {
    const [last = '', first = '', called = ''] = text.split('|');
    return { last, first, called };
  };
  test.each([
    ['Đặng|Thị Mai', 'Dang|Thi Mai', true],
    ['Đặng|Thị Mai|Mai', 'Dang|Mai', true],
    ['Okonjo|Katherine', 'Okonjo|Kath', true],
    ['García Márquez|Ana', 'Garcia|Ana', true],
    ['Kowalczyk|Bruno', 'Kowalczik|Bruno', true],
    ['Abara|Chidi', 'Chidi|Abara', true],
    ['Łukasik|Zofia', 'Lukasik|Zofia', true],
    ['Haddad|Samir', 'Haddad|Salma', false],
    ['Kim|Ana', 'Kin|Ana', false],
    ['Chen|Li', 'Chan|Lu', false],
    ['Eze|Ada', 'Obi|Ada', false],
    ['Wayan|', 'Wayan|', true],
    ['Wayan|', 'Made|', false],
  ])('%s and %s: %s', (a, b, alike) => {
    const [first, second] = [plainName(named(a)), plainName(named(b))];
    expect(areAlike(first, second)).toBe(alike);
    expect(areAlike(second, first)).toBe(alike);
  });
});

describe('NameIndex', () => {
  /** Few letters, so that many of the names are nearly the same. */
  const word = fc.string({ unit: fc.constantFrom('a', 'b', 'ø', 'e'), minLength: 3, maxLength: 6 });
  const name = fc.record({
    last: fc.oneof(
      word,
      fc.tuple(word, word).map((two) => two.join('-')),
    ),
    first: fc.oneof(word, fc.constant('')),
    called: fc.oneof(word, fc.constant('')),
  });

  test('misses nobody whose name is alike, and finds nobody else', () => {
    fc.assert(
      fc.property(fc.array(name, { maxLength: 40 }), name, (people, wanted) => {
        const plain = plainName(wanted);
        const compared = people.filter((person) => areAlike(plainName(person), plain));
        const found = new NameIndex(people).alike(plain, () => true);
        expect(new Set(found)).toEqual(new Set(compared));
        expect(found).toHaveLength(compared.length);
      }),
    );
  });

  test('tells of those alone that are worth asking about', () => {
    const people = [
      { last: 'Dang', first: 'Mai', called: '', here: true },
      { last: 'Đặng', first: 'Mai', called: '', here: false },
    ];
    const alike = new NameIndex(people).alike(plainName(people[1]!), ({ here }) => here);
    expect(alike).toEqual([people[0]]);
  });
});

describe('sortPeople', () => {
  const people = ['Ångström|Bo', 'Zander|Cy|Abe', 'Ahl|Di', 'O’Neil|Ed', 'öberg|Al'].map((text, i) => {
    const [last = '', first = '', called = ''] = text.split('|');
    return { id: `p${i}`, last, first, called, group: ['', 'Blue', '', 'Amber', 'Blue'][i]! };
  });
  const order = (by: SortOrder, language: string) => sortPeople(people, by, language).map(({ last }) => last);
  test('follows the language: Swedish puts Å and Ö behind Z, English does not', () => {
    expect(order('last', 'sv')).toEqual(['Ahl', 'O’Neil', 'Zander', 'Ångström', 'öberg']);
    expect(order('last', 'en')).toEqual(['Ahl', 'Ångström', 'O’Neil', 'öberg', 'Zander']);
  });
  test('goes by first name, by the name somebody is called, and by group with those without one last', () => {
    expect(order('first', 'en')).toEqual(['öberg', 'Ångström', 'Zander', 'Ahl', 'O’Neil']);
    expect(order('called', 'en')).toEqual(['Zander', 'öberg', 'Ångström', 'Ahl', 'O’Neil']);
    expect(order('group', 'en')).toEqual(['O’Neil', 'öberg', 'Zander', 'Ahl', 'Ångström']);
  });
});
