import { describe, expect, test } from '@jest/globals';
import { makeElsewhere, type PersonElsewhere } from './elsewhere';
import { makeIdentifier } from './identify';
import { makeReasonSayer } from './sayReasons';
import { weighBeside, type Evidence } from './besideName';

const person = (first: string, last: string, more: Partial<PersonElsewhere> = {}): PersonElsewhere => ({
  first,
  last,
  called: '',
  isStudent: true,
  lastCourse: () => ({ title: 'Biology 9', year: null }),
  ...more,
});
const elsewhere = [
  person('Nia', 'Okoro'),
  person('Jonn', 'Marsh', { lastCourse: () => ({ title: 'Geography 8', year: '2025–26' }) }),
  person('Anneliese', 'van der Berg', { called: 'Lies' }),
  person('Chidi', 'Abara'),
  person('Rosa', 'Tamsin', { isStudent: false }),
];

describe('makeElsewhere', () => {
  const find = makeElsewhere(elsewhere);
  const inWords = (text: string) => find(text.split(' ').map((plain) => ({ plain }))).map(({ says }) => says);
  test('a last name and a first one, or the one they are called by, in any order', () => {
    expect(inWords('essay okoro nia')).toEqual(['Nia Okoro is a student in Biology 9, not in this course.']);
    expect(inWords('lies berg essay')).toEqual([
      'Lies van der Berg is a student in Biology 9, not in this course.',
    ]);
  });
  test('half a name names none', () => {
    expect(inWords('okoro essay')).toEqual([]);
    expect(inWords('nia marsh')).toEqual([]);
  });
});

describe('a piece that names a person of another course', () => {
  const course = {
    students: [
      { id: 'chidi', values: { first: 'Chidi', last: 'Abara', period: 2 } },
      { id: 'john', values: { first: 'John', last: 'Marsh', period: 2 } },
      { id: 'nils', values: { first: 'Nils', last: 'Okoro', period: 3 } },
    ],
    assignments: [{ id: 'essay', titles: ['Essay'] }],
    courseTexts: [],
    elsewhere,
  };
  const identifier = makeIdentifier(course);
  const sayReasons = makeReasonSayer(course);
  const identify = (stem: string, ...evidence: Evidence[]) => {
    const beside = weighBeside(identifier, evidence);
    const answer = identifier.identify(stem, beside);
    return { ...answer, reasons: [...sayReasons(answer), ...beside.reasons] };
  };

  test('is told as such', () => {
    const answer = identify('nia okoro essay');
    expect(answer.decision).toBe('ask');
    expect(answer.reasons).toContain('Nia Okoro is a student in Biology 9, not in this course.');
    expect(identify('berg anneliese').reasons).toContain(
      'Lies van der Berg is a student in Biology 9, not in this course.',
    );
    expect(identify('rosa tamsin').reasons).toContain('Rosa Tamsin works at the school.');
  });
  test('is asked about where a student’s name is nearly theirs', () => {
    const answer = identify('jonn marsh essay');
    expect(answer.decision).toBe('ask');
    expect(answer.reasons).toContain('Jonn Marsh was a student in Geography 8 in 2025–26.');
    expect(makeIdentifier({ ...course, elsewhere: [] }).identify('jonn marsh essay').decision).toBe('file');
  });
  test('a namesake in another course takes nothing from a student', () => {
    const answer = identify('chidi abara essay');
    expect(answer).toMatchObject({ decision: 'file', students: ['chidi'], elsewhere: [] });
  });
  test('goes against a student’s account, as a folder, and in the owner’s place', () => {
    const account: Evidence = { kind: 'author', text: 'Chidi Abara' };
    for (const where of [
      { kind: 'folder', text: 'Nia Okoro' },
      { kind: 'label', text: 'Nia Okoro', part: 'owner' },
      { kind: 'line', text: 'Nia Okoro' },
    ] as const) {
      const answer = identify('scan', account, where);
      expect(answer.decision).toBe('ask');
      expect(answer.sides.map(({ student }) => student).sort()).toEqual(['chidi', null]);
      expect(answer.reasons).toContain('Nia Okoro is a student in Biology 9, not in this course.');
    }
  });
  test('a folder of a teacher is a folder', () => {
    const told = identify('chidi abara essay', { kind: 'folder', text: 'Rosa Tamsin' });
    expect(told.decision).toBe('file');
  });
});

test('a first name that can be an everyday word, and that several have, goes against the account of another', () => {
  const student = (id: string, first: string, last: string) => ({ id, values: { first, last, period: 2 } });
  const identifier = makeIdentifier({
    students: [
      student('wren1', 'Wren', 'Schäfer'),
      student('wren2', 'Wren', 'Bashir'),
      student('wren3', 'Wren', 'Takahashi'),
      student('david', 'David', 'Schäfer'),
      ...Array.from({ length: 150 }, (_, i) => student(`s${i}`, `Zz${i}qo`, `Kk${i}tri`)),
    ],
    assignments: [{ id: 'visit', titles: ['Museum Visit Reflection'] }],
    courseTexts: [],
  });
  const account = weighBeside(identifier, [{ kind: 'author', text: 'David Schäfer' }]);
  const answer = identifier.identify('Wren Museum Visit Reflection', account);
  expect(answer.decision).toBe('ask');
  expect(answer.sides.map(({ student: id }) => id).sort()).toEqual(['david', 'wren1', 'wren2', 'wren3']);
  expect(identifier.identify('Museum Visit Reflection', account).decision).toBe('file');
});
