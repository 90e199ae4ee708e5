import { describe, expect, test } from '@jest/globals';
import { mendCapitals } from './mendCapitals';
import { asRecognised, readList } from './readList';

const options = { ...asRecognised, period: null, periods: [], known: [] };

describe('where a list begins', () => {
  const text = [
    'Larkmoor School',
    'Room;Teacher',
    'Surname;Given',
    'Sample;Pupil',
    'Eze;Ada',
    'Obi;Chidi',
  ].join('\n');

  test('is recognised, and shown with what stands above it', () => {
    const list = readList(text, options);
    expect(list).toMatchObject({ ok: true, headingLine: 3, firstLine: 4, columns: ['last', 'first'] });
    expect(list.ok && list.sample.map(({ line }) => line)).toEqual([1, 2, 3, 4, 5, 6]);
  });

  test('is what somebody says: the headings, the first person, or no headings at all', () => {
    const said = readList(text, { ...options, firstLine: 5 });
    expect(said.ok && said.rows.map(({ person }) => person.last)).toEqual(['Eze', 'Obi']);
    const other = readList(text, { ...options, headingLine: 2, firstLine: 5 });
    expect(other).toMatchObject({ headingLine: 2, columns: ['ignore', 'ignore'], enough: false });
    // Without headings the columns are told by what the people's own rows hold.
    const none = readList(text, { ...options, headingLine: 0, firstLine: 5 });
    expect(none).toMatchObject({ headingLine: 0, firstLine: 5, columns: ['last', 'first'] });
    expect(none.ok && none.rows).toHaveLength(2);
  });

  test('is never above its headings, nor below its end', () => {
    expect(readList(text, { ...options, firstLine: 1 })).toMatchObject({ headingLine: 3, firstLine: 4 });
    expect(readList(text, { ...options, firstLine: 900 })).toMatchObject({ ok: true, firstLine: 6 });
    expect(readList(text, { ...options, headingLine: 900 })).toMatchObject({
      ok: true,
      headingLine: 6,
      rows: [],
    });
  });

  test('at least eight rows of people are shown below the headings', () => {
    const people = Array.from({ length: 12 }, (_, i) => `Eze${'abcdefghijkl'[i]!};Ada`);
    const list = readList(['Last;First', ...people].join('\n'), options);
    expect(list.ok && list.sample).toHaveLength(9);
  });
});

test('names that are alike are asked about, but not where an account, a number or an address tells them apart', () => {
  const alike = (heading: string, a: string, b: string) => {
    const list = readList(`Last;First;${heading}\nKowalczyk;Bruno;${a}\nKowalczik;Bruno;${b}`, options);
    return list.ok && list.rows[1]!.reasons.includes('like-another-row');
  };
  expect(alike('Account', 'bkow1', 'bkow2')).toBe(false);
  expect(alike('Student number', '4711', '4712')).toBe(false);
  expect(alike('E-mail', 'b1@x.example', 'b2@x.example')).toBe(false);
  expect(alike('Account', 'bkow1', '')).toBe(true);
});

test('a row keeps what it says of a period that the course does not have', () => {
  const list = readList('Last;First;Period\nEze;Ada;7', options);
  expect(list.ok && list.rows).toMatchObject([
    { periodWritten: '7', reasons: ['no-email', 'unknown-period'] },
  ]);
});

// How each is usually written: common practice, no source.
test.each([
  ['KOVAČEVIĆ|ANA', 'Kovačević|Ana'],
  ['VAN DER BERG|JEAN-LUC', 'van der Berg|Jean-Luc'],
  ["O'NEIL|MARY ANN", "O'Neil|Mary Ann"],
  ['MCDONALD|AL', 'McDonald|Al'],
  ['İNCİ|İSMAİL', 'İnci|İsmail'],
  ['SMITH III|LI', 'Smith III|Li'],
  ['DOS|ANA', 'Dos|Ana'],
  // Written as they are meant: nothing is to be mended.
  ['de la Cruz|JP', 'de la Cruz|JP'],
  ['McKay|Ada', 'McKay|Ada'],
  ['李|小明', '李|小明'],
])('capitals: %s is offered as %s', (written, meant) => {
  const named = (text: string) => {
    const [last = '', first = ''] = text.split('|');
    return { last, first, called: '' };
  };
  expect(mendCapitals(named(written))).toEqual(named(meant));
});
