import { describe, expect, test } from '@jest/globals';
import { passDoor } from './atDoor';
import { folderNaming, pieceNaming, studentValues, type NamingCourseFacts } from './nameValues';
import { withoutExtension } from './splitName';

const course: NamingCourseFacts = {
  course: 'Field Geography',
  code: 'GEO',
  year: '2026-27',
  teacher: 'Tamsin',
  terms: [
    { name: 'Autumn', startsOn: '2026-08-25', endsOn: '2026-12-18' },
    { name: 'Spring', startsOn: '2027-01-05', endsOn: '2027-03-26' },
  ],
};
const mai = {
  last: 'Đặng',
  first: 'Thị Mai',
  called: 'Mai',
  username: 'tdang',
  email: 'tdang@larkmoor.example',
  number: '1042',
  group: '',
  period: 3,
};
const piece = {
  assignment: { title: 'Stream gauge log', shortName: '' },
  due: '2026-11-24',
  date: '2026-12-18',
  attempt: 2,
  n: 1,
  originalName: 'IMG 4821.JPG',
  extension: 'jpg',
  period: 'Period 3',
  folder: '03-Đặng_Thị Mai',
};

describe('what names are filled with', () => {
  test('a piece is of the term in which it was turned in, whenever it is named', () => {
    const termOn = (date: string) => pieceNaming(course, mai, { ...piece, date }).values.term;
    expect(['2026-08-24', '2026-08-25', '2026-12-18', '2026-12-25', '2027-01-05'].map(termOn)).toEqual([
      '',
      'Autumn',
      'Autumn',
      '',
      'Spring',
    ]);
  });

  test('a piece knows its work, its place in it, and the name it came with', () => {
    expect(pieceNaming(course, mai, piece)).toMatchObject({
      values: {
        last: 'Đặng',
        assignment: 'Stream gauge log',
        due: '2026-11-24',
        attempt: 2,
        original: 'IMG 4821',
      },
      extension: 'jpg',
    });
    const short = { ...piece, assignment: { title: 'Stream gauge log', shortName: 'Log' } };
    expect(pieceNaming(course, mai, short).values.assignment).toBe('Log');
  });

  test('the longer the levels above a file, the less room is left for its name', () => {
    const room = (folder: string) => pieceNaming(course, mai, { ...piece, folder }).units;
    expect(room('03-Đặng_Thị Mai') - room('03-Đặng_Thị Mai-Anh')).toBe(4);
    expect(room('x'.repeat(100))).toBe(room('x'.repeat(400)));
  });

  test('a folder belongs to no piece', () => {
    const { values, extension } = folderNaming(course, mai, '2027-02-01');
    expect([values.term, values.assignment, extension]).toEqual(['Spring', undefined, '']);
  });

  test.each([
    [{ called: 'Mai' }, 'Mai', 'M'],
    [{ called: '' }, 'Thị Mai', 'T'],
    [{ called: '', first: '' }, 'Đặng', 'Đ'],
    [{ called: 'E\u0301lise' }, 'E\u0301lise', 'É'],
  ])('%j goes by %s', (more, called, initial) => {
    expect(studentValues({ ...mai, ...more })).toMatchObject({ called, initial });
  });
});

describe('at the door', () => {
  test.each([
    ['mend', true, false, 'follows'],
    ['hold', true, false, 'follows'],
    ['mend', false, false, 'mended'],
    ['ask', false, false, 'asked'],
    ['ask', false, true, 'mended'],
    ['hold', false, true, 'held'],
  ] as const)('%s, follows %s, agreed %s: %s', (offRule, doesFollow, isAgreed, passage) => {
    expect(passDoor(offRule, doesFollow, isAgreed)).toBe(passage);
  });
});

describe('withoutExtension', () => {
  test.each([
    ['log.JPG', 'jpg', 'log'],
    ['log.jpg.jpg', 'jpg', 'log.jpg'],
    ['poster.exe', 'txt', 'poster.exe'],
    ['.pdf', 'pdf', '.pdf'],
    ['folder.v2', '', 'folder.v2'],
  ])('%s of a %s', (name, extension, stem) => {
    expect(withoutExtension(name, extension)).toBe(stem);
  });
});
