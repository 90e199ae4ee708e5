import { expect, test } from '@jest/globals';
import { sumActs } from '../progress/acts';
import { writeWeek, type WeekOfCourse } from './writeWeek';

const nothing: WeekOfCourse = {
  title: 'Field Geography',
  done: sumActs([]),
  waits: { held: 0, toReview: 0, answered: 0, toHandBack: 0, missing: 0, lacking: 0 },
  quiet: [],
};
const write = (...courses: WeekOfCourse[]) =>
  writeWeek({ called: 'Ines', school: 'Larkmoor', courses, address: 'https://x.example/' });

test('a week in which nothing was is not told', () => {
  expect(write(nothing)).toBeNull();
  expect(write()).toBeNull();
});

test('it says what was done, what waits for whom and who has gone quiet, course by course', () => {
  const letter = write(
    {
      ...nothing,
      done: { ...nothing.done, turnedIn: 33, reviewed: 5 },
      waits: { ...nothing.waits, toReview: 28, held: 1, missing: 4, lacking: 1 },
      quiet: ['Mai Đặng'],
    },
    { ...nothing, title: 'Rocks' },
    {
      ...nothing,
      title: 'Maps\r\nBcc: all@x.example',
      waits: { ...nothing.waits, missing: 7, lacking: 3 },
    },
  )!;
  expect(letter.subject).toBe('Larkmoor: last week in 2 courses');
  expect(letter.text).toContain(
    [
      'Field Geography',
      '- Last week: 33 turned in, 5 reviewed',
      '- Waits for you: 1 held for approval, 28 to review',
      '- Missing: 4, from one student',
      '- Nothing for two weeks: Mai Đặng',
    ].join('\n'),
  );
  expect(letter.text).toContain('- Missing: 7, from 3 students');
  expect(letter.text).not.toContain('Rocks');
  expect(letter.text).not.toMatch(/\nBcc/);
});

test('of many who have gone quiet the letter names some and says how many more there are', () => {
  const quiet = Array.from({ length: 20 }, (_, at) => `Student ${at + 1}`);
  const { subject, text } = write({ ...nothing, quiet })!;
  expect(subject).toBe('Larkmoor: last week in Field Geography');
  expect(text).toContain('Student 12, 8 more');
  expect(text).not.toContain('Student 13');
});
