import { describe, expect, test } from '@jest/globals';
import { studentValues } from './nameValues';
import { makeNameReader } from './readName';
import type { NameSubject, NamingCourse } from './checkRule';
import { rule } from './testing/madeCourse';

/** Invented people, chosen for what their names make difficult. */
const people: [id: string, last: string, first: string, period: number, called?: string][] = [
  ['lake', 'Lake', 'Theodore', 4],
  ['thien', 'Lake', 'Thiên', 4],
  ['ngo', 'Ngô', 'Tường', 7],
  ['dam', 'van der Dam', 'Mohinder', 5],
  ['fields', 'Fields-Saldaña', 'Vella', 5],
  ['fieldsR', 'Fields', 'Rufus', 3],
  ['grant', 'Saraiva', 'Grant', 2],
  ['gill', 'Gill', 'Vasudha', 2],
  ['marino', 'Marino', 'Nicholas', 7, 'Nick'],
  ['fisher', 'Fisher', 'Rod', 5],
  ['kalin', 'Kalinowski', 'Izydor', 4],
  ['conner', "O'Conner", 'Paulina', 5],
  ['wang', '王', '小明', 3],
  ['mabel', 'Moss', 'Mabel', 2],
  ['mabelP', 'Pike', 'Mabel', 3],
  ['summer', 'Araña', 'Summer', 5],
];

const course: NamingCourse = {
  shared: { course: 'Field Geography', code: 'GEO', year: '2026-27', teacher: 'Tamsin', term: '' },
  students: people.map(([id, last, first, period, called = '']) => ({
    id,
    values: studentValues({
      last,
      first,
      called,
      period,
      username: id === 'gill' ? 'vgill' : '',
      email: '',
      number: '',
      group: '',
    }),
  })),
  works: [
    { assignment: 'Hill Profile Sketch', due: '2026-09-18' },
    { assignment: 'Summer Land Use Map', due: '2026-09-25' },
  ],
};

const reader = (source: string, subject: NameSubject) => makeNameReader(rule(source), subject, course).read;

const folder = reader('{period}-{last}_{first}', 'folder');
const file = reader('{period}-{last}_{first}_{assignment}', 'file');

describe('folders as students name them', () => {
  test.each([
    ['4-lake_theodore', '4-Lake_Theodore', ['case']],
    ['4 Lake Theodore', '4-Lake_Theodore', ['separator']],
    ['4_Lake-Theodore', '4-Lake_Theodore', ['separator']],
    ['fourth-Lake_Theodore', '4-Lake_Theodore', ['spelled-number']],
    ['4th-Lake_Theodore', '4-Lake_Theodore', ['spelled-number']],
    ['4-Theodore_Lake', '4-Lake_Theodore', ['part-order']],
    ['7-Ngo_Tuong', '7-Ngô_Tường', ['marks-lost']],
    ['7-Marino_Nick', '7-Marino_Nicholas', ['called-name']],
    ['5-Fihser_Rod', '5-Fisher_Rod', ['misspelt']],
    ['4-Kalionwski_Izydor', '4-Kalinowski_Izydor', ['misspelt']],
    ['3-Lake_Theodore', '4-Lake_Theodore', ['wrong-period']],
    ['Lake_Theodore', '4-Lake_Theodore', ['part-missing']],
    ['5-Conner', "5-O'Conner_Paulina", null],
    ['vgill', '2-Gill_Vasudha', ['part-missing', 'extra-words']],
    ["Paulina's turn in folder", "5-O'Conner_Paulina", ['part-missing', 'extra-words']],
    ['Copy of 5-Fisher_Rod (1)', '5-Fisher_Rod', ['extra-words']],
    ['5-Fisher_Rod final', '5-Fisher_Rod', ['extra-words']],
    ['5-van der dam_Mohinder', '5-van der Dam_Mohinder', ['case']],
    ['5-Mohinder_van der Dam', '5-van der Dam_Mohinder', ['part-order']],
    ['GrantSaraiva', '2-Saraiva_Grant', ['part-missing', 'part-order']],
    ['P4 Theodore L', '4-Lake_Theodore', null],
    ['5-Summer', '5-Araña_Summer', ['part-missing']],
    ['3 王 小明', '3-王_小明', ['separator']],
    ['zz 5 Fisher Rod', '5-Fisher_Rod', ['extra-words']],
    ['vgill@larkmoor.example', '2-Gill_Vasudha', ['part-missing', 'extra-words']],
    ['4-Lake_Ted', '4-Lake_Theodore', ['called-name']],
    ['Lake Theo Field Geography 4', '4-Lake_Theodore', null],
    ['4LakeTheodore', '4-Lake_Theodore', ['separator']],
    ['5:Fisher/Rod', '5-Fisher_Rod', ['separator', 'bad-character']],
  ])('%s', (name, mended, codes) => {
    const read = folder(name);
    if (read.verdict === 'unreadable') {
      // Allowed only where the list above leaves the faults open: a reader may ask, and may not guess.
      expect([codes, read.mended]).toEqual([null, null]);
      return;
    }
    expect(read).toMatchObject({ verdict: 'mendable', mended });
    if (codes) expect(read.faults.map(({ code }) => code)).toEqual(codes);
    expect(folder(mended)).toMatchObject({ verdict: 'follows', mended, faults: [] });
  });

  test.each([
    ['Mabel', 'several-people'],
    ['4-Lake', 'several-people'],
    ['5-Vandenberg_Rosa', 'unknown-person'],
    ['New folder (2)', 'unknown-person'],
    ['5-Fields_Ana', 'unknown-person'],
    ['Moss and Fisher', 'several-people'],
    ['Mabel Q', 'unknown-person'],
    // Somebody else's account, who is not on the roster.
    ['vgill3', 'unknown-person'],
    ['5-van der Dam_Quentin', 'unknown-person'],
  ])('%s is asked about, not guessed', (name, code) => {
    expect(folder(name)).toMatchObject({
      verdict: 'unreadable',
      student: null,
      mended: null,
      faults: [{ code }],
    });
  });

  test('every fault is said in a sentence that shows what it means here', () => {
    for (const { code, says } of folder('seventh-ngo_Toung copy').faults)
      expect([code, says]).toEqual([code, expect.stringMatching(/.{12,}\.$/)]);
  });

  test('the suffix that tells equal names apart is part of following', () => {
    expect(folder('4-Lake_Theodore_2')).toMatchObject({ verdict: 'follows', student: 'lake' });
  });

  test('a name that came in another normalisation form follows', () => {
    expect(folder('7-Ngô_Tường'.normalize('NFD'))).toMatchObject({
      verdict: 'follows',
      student: 'ngo',
      mended: '7-Ngô_Tường',
    });
  });
});

describe('files', () => {
  test.each([
    ['4-Lake_Theodore_Hill Profile Sketch.pdf', 'follows', '4-Lake_Theodore_Hill Profile Sketch.pdf'],
    ['hill profile sketch theodore lake 4.PDF', 'mendable', '4-Lake_Theodore_Hill Profile Sketch.pdf'],
    ['Nick Marino Land Use Map.png', 'mendable', '7-Marino_Nicholas_Summer Land Use Map.png'],
    ['summer land use map draft.png', 'unreadable', null],
    ['HillProfileSketch v2.jpg', 'unreadable', null],
    ['4-Lake_Theodore.pdf', 'unreadable', null],
  ])('%s', (name, verdict, mended) => {
    expect(file(name)).toMatchObject({ verdict, mended });
  });

  test('a name whose assignment is not told says so, and still says whose it is', () => {
    expect(file('4-Lake_Theodore.pdf')).toMatchObject({
      student: 'lake',
      faults: [{ code: 'part-missing' }],
    });
  });
});
