import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import type { AssignmentId, CourseId, PersonId } from '../ids';
import { eventKinds } from './event';
import { MOST_SLOTS, makesOld, oldBy, type LineAbout } from './makesOld';

const [course, other] = ['c1', 'c2'] as CourseId[];
const [mai, chidi, teacher] = ['mai', 'chidi', 'teacher'] as PersonId[];
const essay = 'a1' as AssignmentId;

const line = (kind: LineAbout['kind'], more: Partial<LineAbout> = {}): LineAbout => ({
  kind,
  by: teacher!,
  course: course!,
  student: null,
  assignment: null,
  sitsIn: [],
  ...more,
});
const ofMai = { student: mai!, assignment: essay };
const nothing = { slots: [], desks: [], words: [], courses: [], classes: [], own: [], answers: [] };
const slot = { course, ...ofMai };

test('work that is turned in is told as its slot, to nobody else', () => {
  const lines = [line('turned in', { by: mai!, ...ofMai }), line('piece placed', { by: mai!, ...ofMai })];
  expect(oldBy(lines)).toEqual({ ...nothing, slots: [slot] });
});

test('where the staff placed it, what it lay on is old as well', () => {
  expect(oldBy([line('turned in', ofMai)])).toEqual({ ...nothing, slots: [slot], courses: [course] });
});

test('thirty handed back in one go are thirty slots and thirty words, each once', () => {
  const students = Array.from({ length: 30 }, (_, i) => `s${i}` as PersonId);
  const lines = students.flatMap((student) => [
    line('reviewed', { student, assignment: essay }),
    line('handed back', { student, assignment: essay }),
  ]);
  const old = oldBy(lines);
  expect(old.slots.map((one) => one.student)).toEqual(students);
  expect(old.words.map((one) => [one.student, one.kind])).toEqual(students.map((id) => [id, 'handed back']));
  expect(old.courses).toEqual([]);
});

test('of more slots than are worth telling one by one the course is read again, and each student reads their own', () => {
  const students = Array.from({ length: MOST_SLOTS + 1 }, (_, i) => `s${i}` as PersonId);
  const lines = students.map((student) => line('lateness changed', { student, assignment: essay }));
  expect(oldBy([...lines, line('approved', { course: other!, ...ofMai })])).toEqual({
    ...nothing,
    slots: [{ ...slot, course: other }],
    courses: [course],
    own: students,
  });
});

test('a changed name is old in every course where its bearer sits, and whose pieces are is asked again there', () => {
  const renamed = line('person renamed', { course: null, sitsIn: [course!, other!] });
  expect(oldBy([renamed])).toEqual({ ...nothing, courses: [course, other], answers: [course, other] });
});

test('a due time of their own is told to the staff and to that student alone; one for all to the class', () => {
  expect(oldBy([line('due moved', ofMai)])).toEqual({ ...nothing, courses: [course], own: [mai] });
  const changed = oldBy([line('assignment changed', { assignment: essay })]);
  expect(changed).toEqual({ ...nothing, courses: [course], classes: [course], answers: [course] });
});

test('what is said of work among the staff, and of work that is not with its student yet, is told to the staff alone', () => {
  for (const kind of ['noted', 'note removed', 'commented', 'scored', 'score removed'] as const)
    expect(oldBy([line(kind, ofMai)])).toEqual({ ...nothing, desks: [slot] });
  // With something that its student hears of as well, it is told once.
  expect(oldBy([line('commented', ofMai), line('reviewed', ofMai)])).toEqual({ ...nothing, slots: [slot] });
});

test('what is only looked at tells nobody, and a draft does not tell the class', () => {
  expect(oldBy([line('seen', ofMai)])).toEqual(nothing);
  expect(oldBy([line('assignment made', { assignment: essay })]).classes).toEqual([]);
});

test('the order and the number of times make no difference to what is old', () => {
  const anyLine = fc
    .record({
      kind: fc.constantFrom(...eventKinds),
      by: fc.constantFrom(mai!, teacher!, 'system' as const),
      student: fc.constantFrom(mai!, chidi!, null),
      // An assignment is of one course.
      about: fc.constantFrom(
        { course: course!, assignment: essay },
        { course: other!, assignment: 'a2' as AssignmentId },
        { course: course!, assignment: null },
        { course: null, assignment: null },
      ),
      sitsIn: fc.constantFrom<CourseId[]>([], [other!]),
    })
    .map(({ about, ...rest }) => ({ ...rest, ...about }));
  const sorted = (lines: LineAbout[]) => {
    const { words, ...things } = oldBy(lines);
    expect(words.every(({ kind }) => makesOld[kind].includes('word'))).toBe(true);
    return Object.values(things).map((list) => list.map((one) => JSON.stringify(one)).sort());
  };
  fc.assert(
    fc.property(fc.array(anyLine, { maxLength: 12 }), (lines) => {
      expect(sorted(lines.toReversed())).toEqual(sorted(lines));
      expect(sorted([...lines, ...lines])).toEqual(sorted(lines));
    }),
  );
});
